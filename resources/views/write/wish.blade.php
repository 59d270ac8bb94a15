@extends('frame')
@section('title', 'Suggestions')
@section('content')
    @include('write.tabs')
    <div class="head"><h1>Suggested {{ $asked->field->words() }}{{ $wish->pages === 1 ? '' : 's' }}</h1><span class="soft">for @n($wish->pages) {{ $wish->pages === 1 ? 'page' : 'pages' }}, {{ $wish->scope }}; by {{ $wish->source }}</span></div>
    @include('write.wish-part')
@endsection
