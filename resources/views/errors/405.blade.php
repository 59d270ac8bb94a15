@extends('errors.plain')
@section('title', 'This URL cannot be opened like this')
@section('words', $exception->getMessage() ?: 'It takes another kind of request.')
