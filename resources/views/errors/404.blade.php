@extends('errors.plain')
@section('title', 'Page not found')
@section('words', $exception->getMessage() ?: 'This page does not exist, or you have no access to it.')
