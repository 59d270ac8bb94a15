<!DOCTYPE html>
<html lang="en" data-locale="{{ App\Platform\Web\Forms::now()->locale }}" @if ($theme) data-theme="{{ $theme }}" @endif>
<head>
    <meta charset="utf-8">
    <meta name="viewport" content="width=device-width, initial-scale=1">
    <meta name="csrf-token" content="{{ csrf_token() }}">
    <meta name="htmx-config" content='{"includeIndicatorCSS": false}'>
    <title>@yield('title') · Young Orchard</title>
    <link rel="icon" href="data:,">
    <link rel="stylesheet" href="{{ $assets->url('orchard.css') }}">
    <script src="{{ $assets->url('htmx.js') }}" defer></script>
    <script src="{{ $assets->url('frame.js') }}" type="module"></script>
    <script src="{{ $assets->url('beside.js') }}" type="module"></script>
    @stack('scripts')
</head>
<body hx-headers:inherited='{"X-CSRF-TOKEN": "{{ csrf_token() }}"}'>
@if ($user)
<div class="frame @yield('frame')">
    <header class="rail">
        <a class="sr" href="#content">To the content</a>
        <p class="wordmark"><a href="/">Young Orchard</a></p>
        @if ($currentStore)
            @if ($stores->count() > 1 || $addsStores)
                <details>
                    <summary>{{ $currentStore->name }}</summary>
                    <ul>
                        @foreach ($stores as $other)
                            @if ($other->id !== $currentStore->id)<li><a href="{{ route('store', $other) }}">{{ $other->name }}</a></li>@endif
                        @endforeach
                        <li><a href="{{ route('stores') }}">All stores</a></li>
                        @if ($addsStores)<li><a href="{{ route('stores.new') }}">Add a store</a></li>@endif
                    </ul>
                </details>
            @endif
            <p class="rail-line"><a href="{{ route('store', $currentStore) }}" @if (request()->routeIs('store')) aria-current="page" @endif>{{ $stores->count() > 1 || $addsStores ? 'Overview' : $currentStore->name }}</a></p>
            @include('store.standing')
            @can('manage', $currentStore)
                <p class="rail-line"><a href="{{ route('settings', $currentStore) }}" @if (request()->routeIs('settings*', 'connect*')) aria-current="page" @endif>Settings</a> <a href="{{ route('people', $currentStore) }}" @if (request()->routeIs('people*')) aria-current="page" @endif>People</a></p>
            @endcan
        @else
            @if ($stores->isNotEmpty())<p class="rail-line"><a href="{{ route('stores') }}" @if (request()->routeIs('stores')) aria-current="page" @endif>All stores</a></p>@endif
            <div class="grow"></div>
        @endif
        <details>
            <summary>{{ $user->name }}@if ($role), {{ $role->value }}@endif</summary>
            <ul>
                <li><button type="button" data-theme-switch>Light or dark</button></li>
                <li><a href="{{ route('account') }}">Your account</a></li>
                <li><a href="{{ route('tokens') }}">Tokens</a></li>
                <li><form method="post" action="{{ route('sign-out') }}">@csrf<button>Sign out</button></form></li>
            </ul>
        </details>
    </header>
    <main id="content">
        @if (session('question'))
            <div class="note is-hand" role="alert"><p>{{ session('question')['words'] }}</p>
            <form method="post" action="{{ session('question')['to'] }}">@csrf @foreach (session('question')['fields'] as $name => $value)<input type="hidden" name="{{ $name }}" value="{{ $value }}">@endforeach<button class="button is-hand">{{ session('question')['yes'] }}</button></form></div>
        @endif
        @if (session('done'))<p class="note" role="status">{{ session('done') }}</p>@endif
        @if ($errors->any())<div class="note is-hand" role="alert">@foreach ($errors->all() as $error)<p>{{ $error }}</p>@endforeach</div>@endif
        @yield('content')
        @stack('explained')
    </main>
</div>
@else
    <main id="content" class="plain-page">@yield('content') @stack('explained')</main>
@endif
</body>
</html>
