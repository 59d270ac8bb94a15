@php
    $round = App\Weigh\Numbers\Units::shown(...);
    $money = static fn (float $value): string => App\Platform\Web\Forms::number($value, 2);
    $rate = static fn (float $value): string => App\Platform\Web\Forms::number(100 * $value, 1).'%';
    $byQuery = [];
    foreach ($pairs as $pair) {
        $known = $byQuery[$pair->query] ?? ['clicks' => 0, 'impressions' => 0, 'place' => 0.0, 'class' => $pair->class, 'best' => $pair->isBest];
        $byQuery[$pair->query] = ['clicks' => $known['clicks'] + $pair->clicks, 'impressions' => $known['impressions'] + $pair->impressions, 'place' => $known['place'] + $pair->position * $pair->impressions] + $known;
    }
    $sums = $upside->queries;
    uasort($sums, static fn (array $a, array $b): int => $b['wording'] + $b['position'] <=> $a['wording'] + $a['position']);
    $shown = array_slice($sums, 0, 20, true);
    $rest = array_slice($sums, 20, null, true);
@endphp
@if ($lead)<p>Lead term: <a href="{{ route('match', [$store, 'words' => $lead]) }}">{{ $lead }}</a></p>@endif
@if ($score->contradicts)<p class="note is-hand">The query data holds more clicks than the page’s total on the same days, so the imported files contradict each other. This calculation uses the queries.</p>@endif
<p>Expected extra {{ $currency === App\Weigh\Numbers\Units::CLICKS ? 'clicks' : 'revenue' }} in 28 days: <b>{{ App\Weigh\Numbers\Units::shown($upside->total()) }} {{ $currency }}</b> <span class="soft">(range: {{ App\Weigh\Numbers\Units::shown($score->low) }} to {{ App\Weigh\Numbers\Units::shown($score->high) }}, four times in five)</span></p>
@if ($why)<p class="note is-hand">It counts as 0: {{ $why }}.</p>@endif
<dl class="facts">
    <dt>CTR</dt><dd>{{ $rate($row->impressions > 0 ? $row->clicks / $row->impressions : 0) }} ; expected at its positions: {{ $rate($upside->expectedRate) }}, without brand queries. Allowing for how little data there is, it gets <b>{{ App\Platform\Web\Forms::number($upside->ratio, 2) }}</b> times the expected clicks.</dd>
    <dt>Texts</dt><dd><b>{{ $round($upside->wording) }}</b> <span class="soft">({{ $round($upside->wordingRange->low) }} to {{ $round($upside->wordingRange->high) }})</span>, within about 4 weeks. The gap to the expected CTR is {{ App\Platform\Web\Forms::number($upside->fullGapClicks, 1) }} clicks in 28 days; better texts are assumed to close {{ $rate($assumptions->shareClosed) }} of it. {{ $rate($upside->ownPart) }} of the gap is proved by the page’s own clicks, the rest is estimated from similar pages.</dd>
    <dt>Positions</dt><dd><b>{{ $round($upside->position) }}</b> <span class="soft">({{ $round($upside->positionRange->low) }} to {{ $round($upside->positionRange->high) }})</span>, in 3 to 6 months: {{ App\Platform\Web\Forms::number($upside->positionClicks, 1) }} clicks, from queries down to position {{ App\Platform\Web\Forms::number($assumptions->deepest) }} for which it is the store’s best page, each times the probability of getting there (an assumption: {{ $rate($assumptions->liftProbability) }} at difficulty 0, half of that for every {{ App\Platform\Web\Forms::number($assumptions->liftFalloff) }} points more).</dd>
    @if ($upside->topClicks >= 0.5)<dt>Position 1</dt><dd>About {{ App\Platform\Web\Forms::number($upside->topClicks, 1) }} extra clicks if its queries at position {{ App\Platform\Web\Forms::number($assumptions->target) }} or better reached position 1. Less likely, so not part of the upside.</dd>@endif
    @if ($currency === App\Weigh\Numbers\Units::CLICKS)<dt>Value of a click</dt><dd>Not known: there are no sales on days with clicks, so sums are clicks.</dd>@else<dt>Value of a click</dt><dd><b>{{ $money($upside->clickValue) }} {{ $currency }}</b> <span class="soft">({{ $money($upside->valueRange->low) }} to {{ $money($upside->valueRange->high) }})</span>: from @n($row->soldOrders) orders and {{ $money($row->soldRevenue) }} {{ $currency }} from @n($row->soldClicks) clicks, on days with both, averaged with its collection, the words of its URL and its kind where data is thin.</dd>@endif
    @if (abs($season['factors'][4] - 1) > 0.02)<dt>Season</dt><dd>Demand in the next 4 weeks: {{ App\Platform\Web\Forms::number($season['factors'][4], 2) }} times the last 13 weeks, going by last year.</dd>@endif
</dl>
<table class="ledger">
    <thead><tr><th scope="col">Query</th><th scope="col" class="num">Clicks</th><th scope="col" class="num">Impressions</th><th scope="col" class="num">Position</th><th scope="col" class="num">Texts</th><th scope="col" class="num">Positions</th></tr></thead>
    <tbody>
    @foreach ($shown as $id => $sum)
        @php($seen = $byQuery[$id])
        <tr>
            <td class="clip g-title" title="{{ $names[$id] ?? '' }}">{{ $id === 0 ? 'withheld' : ($names[$id] ?? '') }} @if ($seen['class'] !== Orchard\Core\Demand\QueryClass::Generic)<span class="soft">{{ $seen['class']->label() }}</span>@endif</td>
            <td class="num">@n($seen['clicks'])</td><td class="num">@n($seen['impressions'])</td><td class="num">{{ App\Platform\Web\Forms::number($seen['place'] / max(1, $seen['impressions']), 1) }}</td>
            <td class="num">{{ $money($sum['wording']) }}</td><td class="num" @if ($sum['target'] !== null) title="to position {{ App\Platform\Web\Forms::number($sum['target']) }}, at {{ $rate($sum['probability']) }}" @elseif ($id > 0 && ! $seen['best']) title="Another page of the store ranks better" @endif>{{ $sum['target'] === null && $id > 0 && ! $seen['best'] ? 'another page' : $money($sum['position']) }}</td>
        </tr>
    @endforeach
    @if ($rest !== [])<tr><td class="soft">@n(count($rest)) more queries</td><td></td><td></td><td></td><td class="num">{{ $money(array_sum(array_column($rest, 'wording'))) }}</td><td class="num">{{ $money(array_sum(array_column($rest, 'position'))) }}</td></tr>@endif
    @php($brand = array_filter($byQuery, static fn (array $one): bool => $one['class'] === Orchard\Core\Demand\QueryClass::OwnBrand))
    @if ($brand !== [])<tr><td class="soft">own brand, @n(count($brand)) queries, not counted</td><td class="num">@n(array_sum(array_column($brand, 'clicks')))</td><td class="num">@n(array_sum(array_column($brand, 'impressions')))</td><td></td><td></td><td></td></tr>@endif
    </tbody>
    <tfoot><tr><th scope="row">Sum</th><td class="num">@n($row->clicks)</td><td class="num">@n($row->impressions)</td><td></td><td class="num"><b>{{ $money($upside->wording) }}</b></td><td class="num"><b>{{ $money($upside->position) }}</b></td></tr></tfoot>
</table>
@include('weigh.standing')
