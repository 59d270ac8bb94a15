@extends('frame')
@section('title', 'Before and after script')
@section('content')
    <div class="head"><h1>Gather</h1></div>
    @include('gather.tabs')
    <p>What pages say in the HTML that the shop sends, and what they say once their scripts have run in a browser. Where the two differ, a search engine may read either.</p>
    @if (! $hasBrowser)<p class="note is-hand">No page can be shown: on the server Chromium is missing (Debian’s package <b>chromium</b>), or its sandbox does not start. <code>bin/orchard start</code> tells which.</p>@endif
    @can('write', $store)@if ($hasBrowser)<form method="post" action="{{ route('gather.render', $store) }}" class="form-end">@csrf<button class="button is-growth" data-once>Show a sample of each kind</button> <span class="soft">three of each, the most seen first, and pages that only script fills</span></form>@endif @endcan
    <div id="render-state" @if ($work?->isActive()) hx-get="{{ route('gather.rendered', $store) }}" hx-trigger="every 3s" hx-select="#render-state" hx-target="#render-state" hx-swap="outerHTML" @endif>
        @if ($work?->isActive())<p role="status">@n(count((array) ($work->progress['left'] ?? []))) pages are still to be shown.</p>@endif
        <table class="ledger">
            <thead><tr><th scope="col">Page</th><th scope="col">What</th><th scope="col">As sent</th><th scope="col">After script</th></tr></thead>
            <tbody>
            @forelse ($renders as $render)
                @php($raw = (array) json_decode((string) $render->raw, true))
                @php($shown = (array) json_decode((string) $render->shown, true))
                @php($words = static fn (mixed $value): string => is_array($value) ? (implode('; ', array_map(static fn ($one) => is_scalar($one) ? (string) $one : '', $value)) ?: 'none') : ((string) $value === '' ? 'none' : (string) $value))
                @php($differing = array_filter(array_keys($shown), static fn (string $key): bool => ($raw[$key] ?? null) !== $shown[$key]))
                @if ($render->problem || $differing === [])
                    <tr><td class="clip"><a href="{{ route('page', [$store, $render->page_id]) }}" data-beside>{{ preg_replace('~^https?://[^/]+~', '', $render->url) }}</a></td><td colspan="3">@if ($render->problem)<span class="state is-hand">{{ $render->problem }}</span>@else<span class="soft">says the same</span>@endif</td></tr>
                @else
                    @foreach ($differing as $key)
                        <tr><td class="clip">@if ($loop->first)<a href="{{ route('page', [$store, $render->page_id]) }}" data-beside>{{ preg_replace('~^https?://[^/]+~', '', $render->url) }}</a>@endif</td><td>{{ $key }}</td><td class="wrap-any"><del>{{ $words($raw[$key] ?? '') }}</del></td><td class="wrap-any"><ins>{{ $words($shown[$key]) }}</ins></td></tr>
                    @endforeach
                @endif
            @empty
                <tr><td colspan="4">No page has been shown yet.</td></tr>
            @endforelse
            </tbody>
        </table>
    </div>
@endsection
