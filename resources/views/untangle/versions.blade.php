@extends('frame')
@section('title', 'hreflang')
@php($path = static fn (?string $url): string => App\Stores\Http\ShownUrl::of($store, $url))
@section('content')
    <div class="head"><h1>hreflang</h1><span class="soft">language and market versions, checked over the whole set</span></div>
    @include('untangle.tabs')
    @if ($counts === [])
        <p>No hreflang faults: no page has hreflang, or all of it is right. Pages of two markets with the same text are never treated as duplicates.</p>
    @else
        <p class="filters"><a href="{{ route('untangle.versions', $store) }}" @if ($fault === null) aria-current="true" @endif>All <span class="n">@n(array_sum(array_column($counts, 'n')))</span></a>@foreach ($counts as $count)<a href="{{ route('untangle.versions', [$store, 'fault' => $count->fault->value]) }}" @if ($fault === $count->fault) aria-current="true" @endif>{{ $count->fault->words() }} <span class="n">@n($count->n)</span></a>@endforeach</p>
        @if ($fault)<p class="hint">{{ $fault->repair() }}</p>@endif
        <table class="ledger tight">
            <thead><tr><th scope="col">Page</th><th scope="col" class="num">Clicks</th><th scope="col">Code</th><th scope="col">Points to</th><th scope="col">Fault</th><th scope="col">Fix</th></tr></thead>
            <tbody>@foreach ($rows as $row)<tr><td class="clip g-page"><a href="{{ route('page', [$store, $row->pageId]) }}" title="{{ $row->url }}">{{ $path($row->url) }}</a></td><td class="num">@n($row->clicks)</td><td>{{ $row->code }}</td><td class="clip" title="{{ $row->otherUrl }}">{{ $path($row->otherUrl) }}</td><td class="nowrap"><span class="state is-hand">{{ $row->fault->words() }}</span></td><td class="clip">{{ $row->fault->repair() }}</td></tr>@endforeach</tbody>
        </table>
        @if ($next)<p class="pager"><a href="{{ route('untangle.versions', [$store, 'fault' => $fault?->value, 'after' => $next]) }}" rel="next">Next</a></p>@endif
    @endif
@endsection
