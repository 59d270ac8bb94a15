@extends('errors.plain')
@section('title', 'No longer there')
@section('words', $exception->getMessage() ?: 'It has been used up.')
