@extends('frame')
@section('title', 'Rendered with JavaScript')
@section('content')
    <div class="head"><h1>Rendered with JavaScript</h1></div>
    @include('gather.tabs')
    <p>The HTML as the shop sends it, compared with the page after its JavaScript has run. Where they differ, search engines may index either.</p>
    @if (! $hasBrowser)<p class="note is-hand">Pages cannot be rendered: Chromium is missing on the server (Debian package <b>chromium</b>) or its sandbox does not start. <code>bin/orchard start</code> says which.</p>@endif
    @can('write', $store)@if ($hasBrowser)<form method="post" action="{{ route('gather.render', $store) }}" class="form-end">@csrf<button class="button is-growth" data-once>Render a sample</button> <span class="soft">three pages of each kind, most impressions first, and pages filled by JavaScript</span></form>@endif @endcan
    <div id="render-state" @if ($work?->isActive()) hx-get="{{ route('gather.rendered', $store) }}" hx-trigger="every 3s" hx-select="#render-state" hx-target="#render-state" hx-swap="outerHTML" @endif>
        @if ($work?->isActive())<p role="status">@n(count((array) ($work->progress['left'] ?? []))) pages left to render.</p>@endif
        <table class="ledger">
            <thead><tr><th scope="col">Page</th><th scope="col">Element</th><th scope="col">HTML</th><th scope="col">After JavaScript</th></tr></thead>
            <tbody>
            @forelse ($renders as $render)
                @if ($render->problem || $render->differences() === [])
                    <tr><td class="clip"><a href="{{ route('page', [$store, $render->pageId]) }}" data-beside>{{ App\Stores\Http\ShownUrl::of($store, $render->url) }}</a></td><td colspan="3">@if ($render->problem)<span class="state is-hand">{{ $render->problem }}</span>@else<span class="soft">no difference</span>@endif</td></tr>
                @else
                    @foreach ($render->differences() as $element => [$before, $after])
                        <tr><td class="clip">@if ($loop->first)<a href="{{ route('page', [$store, $render->pageId]) }}" data-beside>{{ App\Stores\Http\ShownUrl::of($store, $render->url) }}</a>@endif</td><td>{{ $element }}</td><td class="wrap-any"><del>{{ $before }}</del></td><td class="wrap-any"><ins>{{ $after }}</ins></td></tr>
                    @endforeach
                @endif
            @empty
                <tr><td colspan="4">No page has been rendered yet.</td></tr>
            @endforelse
            </tbody>
        </table>
    </div>
@endsection
