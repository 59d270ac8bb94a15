@extends('frame')
@section('title', 'Query')
@section('content')
    <div class="head"><h1 class="wrap-any">{{ $text }}</h1><div class="tools"><a href="{{ route('weigh.queries', [$store] + $lens->query()) }}">All queries</a></div></div>
    @include('weigh.query')
@endsection
