@extends('frame')
@section('title', 'Why')
@section('content')
    <div class="head"><h1 class="wrap-any">{{ $title ?? $url }}</h1><div class="tools"><a href="{{ route('weigh', $store) }}">All pages</a> <a href="{{ route('page', [$store, $page]) }}">Dossier</a></div></div>
    @include('weigh.sum')
@endsection
