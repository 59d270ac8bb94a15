@extends('frame')
@section('title', 'Recipe preview')
@section('content')
    @include('write.tabs')
    <div class="head"><h1>{{ $recipe?->name ?? 'Deleted recipe' }}</h1>@if ($run->scope !== '')<span class="soft">on {{ $run->scope }}</span>@endif<div class="tools">@can('write', $store) @if ($recipe)<a href="{{ route('write.recipe', [$store, $recipe->id]) }}">Edit the recipe</a>@endif @endcan</div></div>
    @include('write.run-part')
@endsection
