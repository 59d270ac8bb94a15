@php
    $phases = ['robots' => 'reading robots.txt', 'sync' => 'reading products and collections from the shop’s API', 'sitemaps' => 'reading sitemaps', 'pages' => 'crawling pages', 'index' => 'sorting pages by kind', 'depth' => 'counting links and click depth', 'texts' => 'comparing stored and shown texts', 'tidy' => 'cleaning up', 'done' => 'done'];
    $active = $work?->isActive() ?? false;
@endphp
<div id="crawl-progress" @if ($active) hx-get="{{ route('gather.progress', $store) }}" hx-trigger="every 1s" hx-swap="outerHTML" @endif>
    @if (! $work)
        <p>No crawl has run yet.</p>
    @else
        <div class="figures" role="status">
            <span><span class="big-number">@n($crawl?->fetched ?? 0)</span> pages crawled</span>
            <span><b>@n($queued)</b> in the queue</span>
            <span><b>@n($crawl?->barred ?? 0)</b> blocked by robots.txt</span>
            <span @if ($crawl?->failed) class="state is-hand" @endif><b>@n($crawl?->failed ?? 0)</b> failed</span>
            @if ($active && ($work->progress['rate'] ?? null))<span><b>{{ $work->progress['rate'] }}</b> pages a second, {{ $work->number('allowed') }} at a time</span>@endif
        </div>
        <p>The crawl is <b>{{ $work->stateInWords() }}</b>@if ($active): {{ $phases[$crawl?->phase ?? 'robots'] ?? $crawl?->phase }}@endif.
            @if ($active && $crawl?->phase === 'pages' && $crawl->fetched + $queued > 0)
                <progress class="bar" max="{{ $crawl->fetched + $queued }}" value="{{ $crawl->fetched }}" aria-label="Pages crawled of those known so far"></progress>
                @if (($work->progress['rate'] ?? 0) > 0)<span class="soft">about {{ max(1, (int) ceil($queued / $work->progress['rate'])) }} seconds for the queue</span>@endif
            @endif
        </p>
        @if ($active && $work->number('waits') > 0)<p class="note">It waits for the hours set for crawling ({{ $store->options()->crawlHours }}).</p>@endif
        @if ($crawl?->doubt)<p class="note is-hand" role="alert">{{ $crawl->doubt }} This crawl marks no page as gone.</p>@endif
        @if ($crawl?->syncProblem)<p class="note is-hand" role="alert">{{ $crawl->syncProblem }} Check the address of the shop’s API in the settings.</p>@endif
        @if ($work->problem)<p class="note is-hand" role="alert">{{ $work->problem }}</p>@endif
    @endif
    @can('write', $store)
        <div class="filters">
            @if ($active && ! $work->stopAsked)
                <form method="post" action="{{ route('gather.crawl.stop', $store) }}">@csrf<button class="button is-hand">Pause</button></form>
            @elseif (! $active)
                @if ($work && in_array($work->state, ['stopped', 'failed'], true))
                    <form method="post" action="{{ route('gather.crawl.resume', $store) }}">@csrf<button class="button is-growth" data-once>Continue</button></form>
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
