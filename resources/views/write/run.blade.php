@extends('frame')
@section('title', 'What the recipe makes')
@section('content')
    @include('write.tabs')
    <div class="head"><h1>{{ $recipe?->name ?? 'A recipe that is gone' }}</h1><div class="tools">@can('write', $store) @if ($recipe)<a href="{{ route('write.recipe', [$store, $recipe->id]) }}">Change the recipe</a>@endif @endcan</div></div>
    @include('write.run-part')
@endsection
