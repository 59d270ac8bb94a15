@extends('errors.plain')
@section('title', 'Too many requests')
@section('words', $exception->getMessage() ?: 'Wait a minute, then try again.')
