@extends('errors.plain')
@section('title', 'There is no such page')
@section('words', $exception->getMessage() ?: 'Either it never was, or it is not yours to see.')
