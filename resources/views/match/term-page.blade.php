@extends('frame')
@section('title', $term->term)
@section('content')
    @include('match.tabs')
    @include('match.term')
@endsection
