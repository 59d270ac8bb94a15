@extends('frame')
@section('title', 'Suggest texts')
@section('content')
    @include('write.tabs')
    <div class="head"><h1>Suggest texts</h1><span class="soft">for @n(count($resources)) {{ count($resources) === 1 ? 'page' : 'pages' }}, {{ $scope }}</span></div>
    <p class="hint">Nothing is changed by asking: what comes is held against the checks and the facts of each page, and you take what you like.</p>
    @isset($wrong)<p class="note is-hand" role="alert">{{ $wrong }}</p>@endisset
    @if ($resources === [])<p class="note">No pages are chosen. <a href="{{ route('write', $store) }}">Tick rows on the writing desk</a>, or take all of a view, and ask from there (More, Suggestions).</p>@else @include('write.suggest-form')@endif
@endsection
