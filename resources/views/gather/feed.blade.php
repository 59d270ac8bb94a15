@extends('frame')
@section('title', 'Feed')
@section('content')
    <div class="head"><h1>Feed</h1></div>
    @include('gather.tabs')
    @if (! $url)
        <div class="note"><p>No feed is connected. A feed brings search and sales data every night, as JSON over HTTP.</p>@can('manage', $store)<a href="{{ route('settings', [$store, 'numbers']) }}">Set its URL, secret and mapping</a>@endcan</div>
    @else
        <p>Fetched every night from <span class="wrap-any">{{ $url }}</span>; missed and incomplete days are fetched again.</p>
        <div @if ($work?->isActive()) hx-get="{{ route('gather.feed', $store) }}" hx-trigger="every 2s" hx-select="#feed-state" hx-target="#feed-state" hx-swap="outerHTML" @endif id="feed-state">
            @if ($work)<p>The last fetch is <b>{{ $work->stateInWords() }}</b>@if ($work->isActive() && $work->number('rows')): @n($work->number('rows')) rows since {{ $work->progress['from'] ?? '' }}@endif.</p>
                @if ($work->problem)<p class="note is-hand" role="alert">{{ $work->problem }}</p>@endif
                @if ($work->isActive() && ($work->progress['why'] ?? null))<p class="note">{{ $work->progress['why'] }} It is tried again automatically.</p>@endif
            @endif
        </div>
        @can('write', $store)
            <div class="form-end">
                <form method="post" action="{{ route('gather.feed.pull', $store) }}">@csrf<button class="button is-growth" data-once>Fetch now</button></form>
                @if ($mapping->clock)
                    <form method="post" action="{{ route('gather.feed.clock', $store) }}" class="filters">@csrf
                        <label for="days">Simulated market: move its clock forward by</label> <span class="select"><select id="days" name="days"><option value="7">a week</option><option value="28" selected>four weeks</option><option value="91">thirteen weeks</option></select></span> <button class="button" data-once>Move</button>
                        <span class="soft">it is {{ App\Platform\Web\Forms::day($store->today()) }} there</span>
                    </form>
                @endif
            </div>
        @endcan
        <table class="ledger">
            <thead><tr><th scope="col">Data</th><th scope="col">By</th><th scope="col">Fetched to</th><th scope="col">Complete to</th><th scope="col">Fetched at</th></tr></thead>
            <tbody>
            @foreach ($mapping->parts as $number => $part)
                @php($state = $parts[$number] ?? null)
                <tr><td>{{ $part->sort }}</td><td>{{ implode(', ', array_diff(array_keys($part->fields), ['clicks', 'impressions', 'position', 'visits', 'orders', 'units', 'revenue', 'returned', 'margin'])) }}</td><td>{{ App\Platform\Web\Forms::day($state?->pulledTo) ?: 'not yet' }}</td><td>{{ App\Platform\Web\Forms::day($state?->wholeTo) }}</td><td>{{ $state ? App\Platform\Web\Forms::moment($state->pulledAt, $store->timezone) : '' }}</td></tr>
            @endforeach
            </tbody>
        </table>
        <h2>Fetches</h2>
        <table class="ledger">
            <thead><tr><th scope="col">Fetch</th><th scope="col">Data</th><th scope="col" class="num">Rows</th><th scope="col" class="num">Set aside</th><th scope="col">State</th></tr></thead>
            <tbody>@forelse ($imports as $import)<tr><td><a href="{{ route('gather.file', [$store, $import->id]) }}">{{ $import->fileName }}</a></td><td>{{ $import->sort?->value }} {{ App\Facts\Grain::inWords($import->grain) }}</td><td class="num">@n($import->rowsTaken)</td><td class="num">@n($import->rowsAside)</td><td>@include('gather.file-state')</td></tr>@empty<tr><td colspan="5">None yet.</td></tr>@endforelse</tbody>
        </table>
    @endif
@endsection
