@extends('frame')
@section('title', 'Crawls')
@section('content')
    <div class="head"><h1>Crawls</h1></div>
    @include('gather.tabs')
    @include('gather.progress')
    @if ($patterns !== [])
        <h2>URL traps</h2>
        <p class="hint">URLs of these patterns may be endless. The crawl takes only some of each (Settings, trap budget); pages it knew before stay as they are.</p>
        <table class="ledger">
            <thead><tr><th scope="col">URL pattern</th><th scope="col" class="num">Crawled</th><th scope="col" class="num">Left out</th></tr></thead>
            <tbody>@foreach ($patterns as $pattern)<tr><td class="wrap-any">{{ $pattern->pattern }}</td><td class="num">@n($pattern->taken)</td><td class="num">@n($pattern->cut)</td></tr>@endforeach</tbody>
        </table>
    @endif
    @if ($sitemaps !== [])
        <h2>Sitemaps of the last crawl</h2>
        <table class="ledger">
            <thead><tr><th scope="col">File</th><th scope="col" class="num">Status</th><th scope="col" class="num">Entries</th><th scope="col" class="num">Pages</th><th scope="col" class="num">Images</th><th scope="col" class="num">With hreflang</th><th scope="col">Problems</th></tr></thead>
            <tbody>
            @foreach ($sitemaps as $file)
                @php($problems = $file->problems())
                <tr>
                    <td class="wrap-any">{{ App\Stores\Http\ShownUrl::of($store, $file->url) }}</td><td class="num">{{ $file->status ?: '–' }}</td><td class="num">@n($file->entries){{ $file->isIndex ? ' files' : '' }}</td><td class="num">@n($file->pages)</td><td class="num">@n($file->images)</td><td class="num">@n($file->alternates)</td>
                    <td>@if ($problems)<details><summary class="state is-hand">@n(count($problems)) {{ count($problems) === 1 ? 'problem' : 'problems' }}</summary><ul>@foreach ($problems as [$entry, $text, $wrong])<li class="wrap-any">@if ($entry)entry {{ $entry }}, “{{ $text }}”: @endif{{ $wrong }}</li>@endforeach</ul></details>@elseif ($file->status === 404)<span class="soft">no file</span>@else<span class="soft">none</span>@endif</td>
                </tr>
            @endforeach
            </tbody>
        </table>
    @endif
    <h2>All crawls</h2>
    <table class="ledger">
        <thead><tr><th scope="col">Started</th><th scope="col">State</th><th scope="col" class="num">Crawled</th><th scope="col" class="num">Unchanged</th><th scope="col" class="num">Failed</th><th scope="col" class="num">Blocked by robots.txt</th><th scope="col">Remark</th></tr></thead>
        <tbody>
        @forelse ($crawls as $one)
            <tr><td class="nowrap">{{ App\Platform\Web\Forms::moment($one->startedAt, $store->timezone) }}</td><td>{{ $one->state }}</td><td class="num">@n($one->fetched)</td><td class="num">@n($one->unchanged)</td><td class="num">@n($one->failed)</td><td class="num">@n($one->barred)</td><td>{{ $one->remark }}@if ($one->doubt) <span class="state is-hand">{{ $one->doubt }}</span>@endif @if (! $one->validators) The shop reports changed pages as unchanged, so all pages were fetched completely.@endif</td></tr>
        @empty
            <tr><td colspan="7">None yet.</td></tr>
        @endforelse
        </tbody>
    </table>
@endsection
