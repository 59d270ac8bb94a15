@extends('errors.plain')
@section('title', 'The file is too large')
@section('words', $exception->getMessage() ?: 'A file may have 64 MB at most.')
