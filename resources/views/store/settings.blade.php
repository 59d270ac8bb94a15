@extends('frame')
@section('title', 'Settings: '.$group->label())
@section('content')
    <div class="head"><h1>Settings of {{ $store->name }}</h1></div>
    @include('store.settings.tabs')
    <p class="soft">{{ $group->means() }}</p>
    @include(match ($group->value) { 'markets' => 'store.settings.markets', 'kinds' => 'store.settings.kinds', 'leaving' => 'store.settings.leaving', default => 'store.settings.options' })
@endsection
