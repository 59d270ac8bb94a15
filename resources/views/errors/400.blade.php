@extends('errors.plain')
@section('title', 'This request cannot be read')
@section('words', $exception->getMessage() ?: 'Something in the address or in what was sent is not as this page reads it. Go back with your browser and try again.')
