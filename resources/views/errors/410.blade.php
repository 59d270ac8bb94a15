@extends('errors.plain')
@section('title', 'No longer available')
@section('words', $exception->getMessage() ?: 'This link has been used.')
