@extends('frame')
@section('title', 'Tell search engines')
@section('content')
    <div class="head"><h1>Tell search engines</h1><span class="soft">@n($waiting) URLs to tell: @n($counts['crawl'] ?? 0) to crawl again, @n($counts['remove'] ?? 0) to remove</span><div class="tools">Download <a href="{{ route('untangle.told.export', [$store, 'csv']) }}">CSV</a> <a href="{{ route('untangle.told.export', [$store, 'xlsx']) }}">XLSX</a></div></div>
    @include('untangle.tabs')
    @if ($to === '')
        <p class="hint">To send them by the IndexNow protocol, an owner sets its URL in the settings (indexnow_url). Until then, download the list and submit it by hand.</p>
    @else
        @can('write', $store)<form method="post" action="{{ route('untangle.told.send', $store) }}" class="filters">@csrf<button class="button is-growth" @disabled($waiting === 0)>Send @n(min(10000, $waiting)) to {{ parse_url($to, PHP_URL_HOST) }}</button><span class="hint">The shop must serve the key at /{{ $key }}.txt.</span></form>@endcan
    @endif
    <table class="ledger tight">
        <thead><tr><th scope="col">URL</th><th scope="col">To do</th><th scope="col">Why</th><th scope="col">Since</th><th scope="col">Sent</th></tr></thead>
        <tbody>
        @forelse ($rows as $row)
            <tr><td class="clip g-page" title="{{ $row->url }}">{{ App\Stores\Http\ShownUrl::of($store, $row->url) }}</td><td>{{ $row->purpose === 'crawl' ? 'crawl again' : 'remove' }}</td><td>{{ $row->why() }}</td><td>{{ App\Platform\Web\Forms::moment($row->createdAt, $store->timezone) }}</td><td>{{ $row->sentAt ? App\Platform\Web\Forms::moment($row->sentAt, $store->timezone) : ($row->answer ? 'refused: '.$row->answer : 'not yet') }}</td></tr>
        @empty<tr><td colspan="5">Nothing to tell yet: canonicals, redirects and noindex that are released appear here.</td></tr>@endforelse
        </tbody>
    </table>
@endsection
