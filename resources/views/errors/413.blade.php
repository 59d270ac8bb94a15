@extends('errors.plain')
@section('title', 'Too large')
@section('words', $exception->getMessage() ?: 'A file may have 64 MB at most.')
