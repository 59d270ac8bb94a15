@extends('frame')
@section('title', $page->title ?: $page->url)
@section('content')
    @include('tend.tabs')
    @include('tend.page')
@endsection
