@extends('errors.plain')
@section('title', 'Not with your role')
@section('words', $exception->getMessage() ?: 'This needs another role in the store. Its owner can give it to you.')
