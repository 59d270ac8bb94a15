@extends('frame')
@section('title', 'Versions')
@php($path = static fn (?string $url): string => rawurldecode((string) preg_replace('~^https?://[^/]+~', '', (string) $url)))
@section('content')
    <div class="head"><h1>Versions for languages and markets</h1><span class="soft">hreflang, over the whole set</span></div>
    @include('untangle.tabs')
    @if ($counts->isEmpty())
        <p>No page names versions of itself, or all that do are in order. Pages of two markets with the same text are never taken for duplicates.</p>
    @else
        <p class="filters"><a href="{{ route('untangle.versions', $store) }}" @if ($fault === null) aria-current="true" @endif>All <span class="n">@n($counts->sum('n'))</span></a>@foreach ($counts as $count)<a href="{{ route('untangle.versions', [$store, 'fault' => $count->fault]) }}" @if ($fault?->value === $count->fault) aria-current="true" @endif>{{ ucfirst($count->fault) }} <span class="n">@n($count->n)</span></a>@endforeach</p>
        @if ($fault)<p class="hint">{{ $fault->repair() }}</p>@endif
        <table class="ledger tight">
            <thead><tr><th scope="col">Page</th><th scope="col" class="num">Clicks</th><th scope="col">Code</th><th scope="col">Names</th><th scope="col">What is wrong</th><th scope="col">What mends it</th></tr></thead>
            <tbody>@foreach ($rows as $row)<tr><td class="clip g-page"><a href="{{ route('page', [$store, $row->page_id]) }}" title="{{ $row->url }}">{{ $path($row->url) }}</a></td><td class="num">@n($row->clicks)</td><td>{{ $row->code }}</td><td class="clip" title="{{ $row->other_url }}">{{ $path($row->other_url) }}</td><td class="nowrap"><span class="state is-hand">{{ $row->fault }}</span></td><td class="clip">{{ Orchard\Core\LinkGraph\HreflangFault::from($row->fault)->repair() }}</td></tr>@endforeach</tbody>
        </table>
        @if ($next)<p class="pager"><a href="{{ route('untangle.versions', [$store, 'fault' => $fault?->value, 'after' => $next]) }}" rel="next">Next</a></p>@endif
    @endif
@endsection
