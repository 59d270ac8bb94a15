@extends('errors.plain')
@section('title', 'This address cannot be called so')
@section('words', $exception->getMessage() ?: 'It takes another kind of request.')
