@extends('frame')
@section('title', 'To tell')
@section('content')
    <div class="head"><h1>What search engines should hear</h1><span class="soft">@n($waiting) addresses wait: @n($counts['crawl'] ?? 0) to be fetched anew, @n($counts['remove'] ?? 0) to be taken out</span><div class="tools">As <a href="{{ route('untangle.told.export', [$store, 'csv']) }}">CSV</a> <a href="{{ route('untangle.told.export', [$store, 'xlsx']) }}">XLSX</a></div></div>
    @include('untangle.tabs')
    @if ($to === '')
        <p class="hint">To send them by the IndexNow protocol, an owner sets its address in the settings (indexnow_url). Until then they can be exported and handed in by hand.</p>
    @else
        @can('write', $store)<form method="post" action="{{ route('untangle.told.send', $store) }}" class="filters">@csrf<button class="button is-growth" @disabled($waiting === 0)>Send @n(min(10000, $waiting)) to {{ parse_url($to, PHP_URL_HOST) }}</button><span class="hint">The shop must show the key at /{{ $key }}.txt.</span></form>@endcan
    @endif
    <table class="ledger tight">
        <thead><tr><th scope="col">Address</th><th scope="col">For</th><th scope="col">Because</th><th scope="col">Since</th><th scope="col">Sent</th></tr></thead>
        <tbody>
        @forelse ($rows as $row)
            <tr><td class="clip g-page" title="{{ $row->url }}">{{ rawurldecode(preg_replace('~^https?://[^/]+~', '', $row->url)) }}</td><td>{{ $row->purpose === 'crawl' ? 'fetching anew' : 'taking out' }}</td><td>{{ $row->why }}</td><td>{{ Illuminate\Support\Carbon::parse($row->created_at)->setTimezone($store->timezone)->format('j M, H:i') }}</td><td>{{ $row->sent_at ? Illuminate\Support\Carbon::parse($row->sent_at)->setTimezone($store->timezone)->format('j M, H:i') : ($row->answer ? 'not taken: '.$row->answer : 'not yet') }}</td></tr>
        @empty<tr><td colspan="5">Nothing was released yet that they should hear of.</td></tr>@endforelse
        </tbody>
    </table>
@endsection
