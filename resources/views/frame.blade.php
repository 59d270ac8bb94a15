<!DOCTYPE html>
<html lang="en" @if ($theme) data-theme="{{ $theme }}" @endif>
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
<div class="frame">
    <header class="rail">
        <a class="sr" href="#content">To the content</a>
        <p class="wordmark"><a href="/">Young Orchard</a></p>
        @if ($currentStore)
            <details>
                <summary>{{ $currentStore->name }}</summary>
                <ul>
                    @foreach ($stores as $other)
                        @if ($other->id !== $currentStore->id)<li><a href="{{ route('store', $other) }}">{{ $other->name }}</a></li>@endif
                    @endforeach
                    @can('manage', $currentStore)
                        <li><a href="{{ route('settings', $currentStore) }}">Settings</a></li>
                        <li><a href="{{ route('people', $currentStore) }}">People</a></li>
                    @endcan
                    <li><a href="{{ route('stores') }}">All stores</a></li>
                </ul>
            </details>
            <nav aria-label="The eight steps">
                <ol class="steps">
                    @foreach ($steps as $entry)
                        <li>
                            @if ($entry['url'])
                                <a href="{{ $entry['url'] }}" @if (request()->is('s/'.$currentStore->slug.'/'.$entry['step']->value.'*')) aria-current="page" @endif>{{ $entry['step']->label() }}
                                    @if ($entry['waiting'])<span class="waits"><b>@n($entry['waiting']->count)</b> {{ $entry['waiting']->words }}</span>@endif
                                </a>
                            @else
                                <span class="coming">{{ $entry['step']->label() }} <em>coming</em></span>
                            @endif
                        </li>
                    @endforeach
                </ol>
            </nav>
        @endif
        <div class="grow"></div>
        @if ($currentStore)<div hx-get="{{ route('under-way', $currentStore) }}" hx-trigger="load" hx-swap="outerHTML"></div>@endif
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
        @if (session('done'))<p class="note" role="status">{{ session('done') }}</p>@endif
        @if ($errors->any())<div class="note is-hand" role="alert">@foreach ($errors->all() as $error)<p>{{ $error }}</p>@endforeach</div>@endif
        @yield('content')
    </main>
</div>
@else
    <main id="content" class="plain-page">@yield('content')</main>
@endif
</body>
</html>
