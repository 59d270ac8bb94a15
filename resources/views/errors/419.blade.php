@extends('errors.plain')
@section('title', 'This form has expired')
@section('words', $exception->getMessage() && $exception->getMessage() !== 'CSRF token mismatch.' ? $exception->getMessage() : 'Your session ended or was renewed since this page was opened. Go back with your browser, reload the page and send it again: what you typed is still there.')
