@php
    $here = fn (array $more = []) => route('gather.changed', [$store, 'before' => $before, 'after' => $after] + $more);
    $told = static fn (object $one): string => App\Gather\Changed\Aspect::from($one->aspect)->words();
    $kind = static fn (object $one): string => $one->kind === 0 ? 'page' : App\Stores\Kinds\PageKind::from($one->kind)->label();
@endphp
<div id="changed" @if ($comparison && $comparison->state === 'running') hx-get="{{ $here() }}" hx-trigger="every 1s" hx-swap="outerHTML" @endif>
@if (! $comparison)
@elseif ($comparison->state === 'running')
    <p role="status">Comparing the two crawls …</p>
@elseif ($comparison->state !== 'done')
    <p class="note is-hand" role="alert">The comparison {{ $comparison->state }}.</p>
@elseif ($cause)
    <p><a href="{{ $here() }}">All causes</a></p>
    <h2>@n($cause->pages) {{ $kind($cause) }}{{ $cause->pages == 1 ? '' : 's' }}: {{ $told($cause) }}</h2>
    <table class="ledger">
        <thead><tr><th scope="col">Page</th><th scope="col">Before</th><th scope="col">After</th><th scope="col" class="num">Clicks</th></tr></thead>
        <tbody>
        @foreach ($rows as $row)
            <tr>
                <td class="clip g-page"><a href="{{ route('page', [$store, $row->pageId]) }}" data-beside title="{{ $row->url }}">{{ App\Stores\Http\ShownUrl::of($store, $row->url) }}</a></td>
                <td>@if ($row->beforeText !== null && $row->beforeText !== '')<del>{{ $row->beforeText }}</del>@else<span class="soft">nothing</span>@endif</td>
                <td>@if ($row->afterText !== null && $row->afterText !== '')<ins>{{ $row->afterText }}</ins>@else<span class="soft">nothing</span>@endif</td>
                <td class="num">@n($row->clicks)</td>
            </tr>
        @endforeach
        </tbody>
    </table>
    <p class="pager">@if ($next)<a href="{{ $here(['cause' => $hex, 'from' => $next]) }}" rel="next">Next {{ App\Gather\Changed\Comparisons::PAGE }}</a>@endif</p>
@elseif ($causes === [])
    <p class="note">Nothing changed between the two crawls: no page is new or gone, and no status, title, description, H1, canonical, redirect or robots rule differs.</p>
@else
    <table class="ledger">
        <thead><tr><th scope="col" class="num">Pages</th><th scope="col">What changed</th><th scope="col">How</th><th scope="col" class="num">Clicks affected</th></tr></thead>
        <tbody>
        @foreach ($causes as $one)
            <tr>
                <td class="num">@n($one->pages)</td>
                <td class="nowrap"><a href="{{ $here(['cause' => bin2hex($one->cause)]) }}">{{ $kind($one) }}{{ $one->pages == 1 ? '' : 's' }}: {{ $told($one) }}</a></td>
                <td>
                    @if ($one->folder)<span class="soft">nearly all under</span> {{ $one->folder }}<span class="soft">,</span> @endif
                    @if (! $one->isOne && $one->pages > 1)<span class="soft">each differently</span>
                    @elseif ($one->removed !== null || $one->added !== null)
                        @if ($one->isOne && $one->pages > 1)all alike: @endif
                        @if ($one->removed !== null && $one->removed !== '')<del>{{ $one->removed }}</del>@endif @if ($one->added !== null && $one->added !== '')<ins>{{ $one->added }}</ins>@endif
                    @endif
                </td>
                <td class="num">@n($one->clicks)</td>
            </tr>
        @endforeach
        </tbody>
    </table>
@endif
</div>
