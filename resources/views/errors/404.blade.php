@extends('errors.plain')
@section('title', 'Page not found')
{{-- What Laravel says of routes and models is no sentence for people; ours is given without a cause. --}}
@section('words', $exception->getPrevious() === null && $exception->getMessage() !== '' ? $exception->getMessage() : 'This page does not exist, or you have no access to it.')
