@extends('errors.plain')
@section('title', 'Back in a moment')
@section('words', $exception->getMessage() ?: 'Young Orchard is being updated.')
