@php
    $t = $numbers->total;
    $own = $numbers->ofQueryDays;
    $most = max([1, ...array_column($numbers->weeks, 'clicks')]);
    $rate = static fn (int $clicks, int $impressions): string => $impressions === 0 ? '–' : App\Platform\Web\Forms::number(100 * $clicks / $impressions, 1).'%';
    $place = static fn (?float $position): string => $position === null ? '–' : App\Platform\Web\Forms::number($position, 1);
@endphp
<h2 id="numbers">Numbers, {{ $numbers->window->inWords() }}</h2>
@if ($t['impressions'] === 0 && $t['clicks'] === 0 && $t['visits'] === 0 && $t['orders'] === 0)
<p class="soft">No search or sales data for this page in that time.</p>
@else
<div class="figures">
    <span><b>@n($t['clicks'])</b> clicks</span> <span><b>@n($t['impressions'])</b> impressions</span> <span><b>{{ $rate($t['clicks'], $t['impressions']) }}</b> CTR</span> <span>position <b>{{ $place($t['position']) }}</b></span>
    <span><b>@n($t['orders'])</b> orders</span> <span><b>{{ App\Platform\Web\Forms::number($t['revenue'], 2) }}</b> {{ $currency }}</span>
</div>
@if ($numbers->told['search'] < $numbers->told['days'] || ($numbers->told['sales'] > 0 && $numbers->told['sales'] < $numbers->told['days']))<p class="note is-hand">Of these {{ $numbers->told['days'] }} days, {{ $numbers->told['search'] }} have search data and {{ $numbers->told['sales'] }} have sales data.</p>@endif
@if ($numbers->weeks)
    <svg class="weeks" viewBox="0 0 390 64" role="img" aria-label="Clicks by week: {{ implode(', ', array_column($numbers->weeks, 'clicks')) }}">
        <line x1="0" x2="390" y1="60.5" y2="60.5" class="axis"/>
        @foreach (array_values($numbers->weeks) as $i => $week)<rect class="mark" x="{{ 30 * $i + 3 }}" width="24" y="{{ 60 - round(54 * $week['clicks'] / $most, 1) }}" height="{{ round(54 * $week['clicks'] / $most, 1) }}"><title>Week of {{ array_keys($numbers->weeks)[$i] }}: {{ $week['clicks'] }} clicks of {{ $week['impressions'] }} impressions at position {{ $place($week['position']) }}, {{ $week['orders'] }} orders{{ isset($numbers->partWeeks[array_keys($numbers->weeks)[$i]]) ? '; '.$numbers->partWeeks[array_keys($numbers->weeks)[$i]].' of 7 days have data' : '' }}</title></rect>@endforeach
        @foreach ($events as $event)
            @php($from = max(0, (new DateTimeImmutable(array_key_first($numbers->weeks)))->diff(new DateTimeImmutable($event['first']))->format('%r%a') / 7 * 30))
            <line class="{{ $event['is_break'] ? 'break' : 'event' }}" x1="{{ round($from, 1) }}" x2="{{ round(min(390, $from + max(5, (new DateTimeImmutable($event['first']))->diff(new DateTimeImmutable($event['last']))->days / 7 * 30)), 1) }}" y1="62.5" y2="62.5"><title>{{ $event['name'] }}, {{ $event['first'] }} to {{ $event['last'] }}</title></line>
        @endforeach
    </svg>
    <p class="hint">Clicks by week from {{ array_key_first($numbers->weeks) }}, at most {{ App\Platform\Web\Forms::number($most) }}.@foreach ($events as $event) {{ $event['name'] }}: {{ $event['first'] }}{{ $event['first'] === $event['last'] ? '' : ' to '.$event['last'] }}{{ $event['is_break'] ? ', a break in the data' : '' }}.@endforeach</p>
@endif
@if ($numbers->withheld !== null && min($numbers->withheld) < 0)<p class="note is-hand">The query data holds more than the page’s total: the imported files contradict each other.</p>@endif
@if ($numbers->withheld !== null)
    <table class="ledger">
        <thead><tr><th scope="col">Query</th><th scope="col" class="num">Clicks</th><th scope="col" class="num">Impressions</th><th scope="col" class="num">CTR</th><th scope="col" class="num">Position</th></tr></thead>
        <tbody>
        @foreach ($numbers->queries as $query)
            <tr><td class="clip g-title" title="{{ $query['text'] }}">{{ $query['text'] }}</td><td class="num">@n($query['clicks'])</td><td class="num">@n($query['impressions'])</td><td class="num">{{ $rate($query['clicks'], $query['impressions']) }}</td><td class="num">{{ $place($query['position']) }}</td></tr>
        @endforeach
        @if ($numbers->rest['queries'] > 0)<tr><td class="soft">@n($numbers->rest['queries']) more queries</td><td class="num">@n($numbers->rest['clicks'])</td><td class="num">@n($numbers->rest['impressions'])</td><td></td><td></td></tr>@endif
        <tr><td class="soft" title="Withheld: clicks and impressions that the search engine reports for no query, because they are rare">withheld</td><td class="num">@n($numbers->withheld['clicks'])</td><td class="num">@n($numbers->withheld['impressions'])</td><td></td><td></td></tr>
        </tbody>
        <tfoot><tr><th scope="row">The page</th><td class="num"><b>@n($own['clicks'])</b></td><td class="num"><b>@n($own['impressions'])</b></td><td class="num">{{ $rate($own['clicks'], $own['impressions']) }}</td><td class="num">{{ $place($own['position']) }}</td></tr></tfoot>
    </table>
    @if ($own['clicks'] !== $t['clicks'] || $own['impressions'] !== $t['impressions'])<p class="hint">Query data exists for {{ $own['days'] }} days; this table covers those alone.</p>@endif
@endif
@endif
