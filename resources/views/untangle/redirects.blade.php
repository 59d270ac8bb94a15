@extends('frame')
@section('title', 'Redirects')
@php($path = static fn (?string $url): string => App\Stores\Http\ShownUrl::of($store, $url))
@section('content')
    <div class="head"><h1>Redirects</h1><span class="soft">@n($counts->n) {{ $counts->n === 1 ? 'line' : 'lines' }}{{ $others ? ', and '.App\Platform\Web\Forms::number($others).' live redirects that we released' : '' }}</span>
        <div class="tools">Download @foreach (['csv' => 'CSV', 'nginx.conf' => 'nginx', 'apache.conf' => 'Apache rules', 'apache.txt' => 'Apache map'] as $form => $label)<a href="{{ route('untangle.redirects.export', [$store, $form]) }}">{{ $label }}</a> @endforeach</div></div>
    @include('untangle.tabs')
    @if ($refused)<div class="note is-hand"><p>Refused:</p><ul>@foreach ($refused as $why)<li>{{ $why }}</li>@endforeach</ul></div>@endif
    <p class="filters"><a href="{{ route('untangle.redirects', $store) }}" @if ($only === null) aria-current="true" @endif>All <span class="n">@n($counts->n)</span></a><a href="{{ route('untangle.redirects', [$store, 'only' => 'faults']) }}" @if ($only === 'faults') aria-current="true" @endif>With errors <span class="n">@n($counts->faults)</span></a><a href="{{ route('untangle.redirects', [$store, 'only' => 'waiting']) }}" @if ($only === 'waiting') aria-current="true" @endif>Not released <span class="n">@n($counts->waiting)</span></a><a href="{{ route('untangle.redirects', [$store, 'only' => 'live']) }}" @if ($only === 'live') aria-current="true" @endif>Ready or live <span class="n">@n($counts->live)</span></a>
        @can('write', $store)@if ($counts->waiting > 0)<form method="post" action="{{ route('untangle.redirects.put', $store) }}">@csrf<button class="button is-growth">Make @n($counts->waiting) ready for release</button></form>@endif<form method="post" action="{{ route('untangle.redirects.hits', $store) }}">@csrf<button class="button">Fetch hits from the shop</button></form>@endcan</p>
    <table class="ledger tight">
        <thead><tr><th scope="col">From</th><th scope="col">To</th><th scope="col" class="num">Status</th><th scope="col">Source</th><th scope="col" class="num">Hits</th><th scope="col">State</th>@can('write', $store)<th scope="col">Remove</th>@endcan</tr></thead>
        <tbody>
        @forelse ($rows as $row)
            <tr><td class="clip g-page" title="{{ $row->fromUrl }}">{{ $path($row->fromUrl) }}</td><td class="clip g-page" title="{{ $row->toUrl }}">{{ $row->isGone() ? '410, gone' : $path($row->toUrl) }}</td><td class="num">{{ $row->status }}</td><td>{{ $row->origin() }}</td><td class="num" title="{{ $row->lastHit }}">@n($row->hits)</td>
                <td class="clip w-why" title="{{ $row->fault() }}">@if ($row->fault())<span class="state is-hand">{{ $row->fault() }}</span>@else{{ $row->isLive ? 'ready for release or live' : 'not released' }}@endif</td>@can('write', $store)<td><form method="post" action="{{ route('untangle.redirects.drop', [$store, $row->id]) }}">@csrf<button class="button" aria-label="Remove {{ $path($row->fromUrl) }}">Remove</button></form></td>@endcan</tr>
        @empty<tr><td colspan="7">No redirects yet. Add old URLs below; 404s and changed slugs add theirs.</td></tr>@endforelse
        </tbody>
    </table>
    @if ($next)<p class="pager"><a href="{{ route('untangle.redirects', [$store, 'only' => $only, 'after' => $next]) }}" rel="next">Next</a></p>@endif
    @can('write', $store)
        <div class="columns-even">
            <form method="post" action="{{ route('untangle.redirects.add', $store) }}">@csrf<label class="label-line" for="lines">A list: old URL, new URL, status (301 if none)</label><textarea class="textarea wide" id="lines" name="lines" rows="7" placeholder="/old/lamp /lamp/new&#10;/sale/2019 /sale 302&#10;/never-again gone 410">{{ old('lines') }}</textarea><p class="form-end"><button class="button is-growth">Add</button></p></form>
            <form method="post" action="{{ route('untangle.redirects.add', $store) }}">@csrf<label class="label-line" for="from">A pattern: every known URL that begins with</label><input class="input wide" id="from" name="from" value="{{ old('from') }}" placeholder="/collections/" required><label class="label-line" for="to">begins with this instead</label><input class="input wide" id="to" name="to" value="{{ old('to') }}" placeholder="/range/" required><p class="form-end"><button class="button is-growth">Add</button></p></form>
        </div>
        <p class="hint">URLs are matched by decoded path and sorted parameters. Chains are shortened to one hop; loops and contradictions are not released.</p>
    @endcan
@endsection
