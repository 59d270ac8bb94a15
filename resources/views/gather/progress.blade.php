@php
    $phases = ['robots' => 'reading robots.txt', 'sync' => 'asking the shop for its products and collections', 'sitemaps' => 'reading sitemaps', 'pages' => 'fetching pages', 'index' => 'sorting pages by kind', 'depth' => 'counting links and clicks', 'texts' => 'comparing stored and shown texts', 'tidy' => 'putting older links away', 'done' => 'done'];
    $active = $work?->isActive() ?? false;
@endphp
<div id="crawl-progress" @if ($active) hx-get="{{ route('gather.progress', $store) }}" hx-trigger="every 1s" hx-swap="outerHTML" @endif>
    @if (! $work)
        <p>No crawl has run yet.</p>
    @else
        <div class="figures" role="status">
            <span><span class="big-number">@n($crawl?->fetched ?? 0)</span> pages fetched</span>
            <span><b>@n($queued)</b> known and waiting</span>
            <span><b>@n($crawl?->barred ?? 0)</b> barred by robots.txt</span>
            <span @if ($crawl?->failed) class="state is-hand" @endif><b>@n($crawl?->failed ?? 0)</b> failed</span>
            @if ($active && ($work->progress['rate'] ?? null))<span><b>{{ $work->progress['rate'] }}</b> pages a second, {{ $work->number('allowed') }} at a time</span>@endif
        </div>
        <p>The crawl is <b>{{ $work->stateInWords() }}</b>@if ($active): {{ $phases[$crawl?->phase ?? 'robots'] ?? $crawl?->phase }}@endif.
            @if ($active && $crawl?->phase === 'pages' && (int) $crawl->fetched + $queued > 0)
                <progress class="bar" max="{{ (int) $crawl->fetched + $queued }}" value="{{ (int) $crawl->fetched }}" aria-label="Pages fetched of those known so far"></progress>
                @if (($work->progress['rate'] ?? 0) > 0)<span class="soft">about {{ max(1, (int) ceil($queued / $work->progress['rate'])) }} seconds for those known so far</span>@endif
            @endif
        </p>
        @if ($active && $work->number('waits') > 0)<p class="note">It waits for the hours in which it may fetch ({{ $store->options()->crawlHours }}).</p>@endif
        @if ($crawl?->doubt)<p class="note is-hand" role="alert">{{ $crawl->doubt }} Nothing is called gone by this crawl.</p>@endif
        @if ($crawl?->sync_problem)<p class="note is-hand" role="alert">{{ $crawl->sync_problem }} The address of the shop’s API stands in the settings.</p>@endif
        @if ($work->problem)<p class="note is-hand" role="alert">{{ $work->problem }}</p>@endif
    @endif
    @can('write', $store)
        <div class="filters">
            @if ($active && ! $work->stopAsked)
                <form method="post" action="{{ route('gather.crawl.stop', $store) }}">@csrf<button class="button is-hand">Pause</button></form>
            @elseif (! $active)
                @if ($work && in_array($work->state, ['stopped', 'failed'], true))
                    <form method="post" action="{{ route('gather.crawl.resume', $store) }}">@csrf<button class="button is-growth" data-once>Go on where it paused</button></form>
                @endif
                <form method="post" action="{{ route('gather.crawl.start', $store) }}">@csrf<button class="button" data-once>Start a new crawl</button></form>
            @endif
        </div>
    @endcan
    @if (count($failures))
        <h2>What failed</h2>
        <table class="ledger"><tbody>@foreach ($failures as $failure)<tr><td class="wrap-any">{{ $failure->url }}</td><td>{{ $failure->problem }}</td></tr>@endforeach</tbody></table>
    @endif
</div>
