@extends('errors.plain')
@section('title', 'The form is too old')
@section('words', $exception->getMessage() ?: 'Go back, load the page anew and send it again; what you typed is still there.')
