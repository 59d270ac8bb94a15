@php
    $round = App\Weigh\Scoring\Scores::shown(...);
    $money = static fn (float $value): string => number_format($value, 2);
    $rate = static fn (float $value): string => number_format(100 * $value, 1).'%';
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
@if ($score->contradicts)<p class="note is-hand">Rows by query hold more than the page’s own figures on the days that both tell, which cannot be: their files contradict each other. The sum goes by the queries.</p>@endif
<p>Expected extra {{ $currency === App\Weigh\Numbers\Units::CLICKS ? 'clicks' : 'revenue' }} in 28 days: <b>{{ App\Weigh\Scoring\Scores::shown($upside->total()) }} {{ $currency }}</b> <span class="soft">(four times in five between {{ App\Weigh\Scoring\Scores::shown((float) $score->low) }} and {{ App\Weigh\Scoring\Scores::shown((float) $score->high) }})</span></p>
@if ($why)<p class="note is-hand">Nothing of it counts: {{ $why }}.</p>@endif
<dl class="facts">
    <dt>Click rate</dt><dd>{{ $rate($row->impressions > 0 ? $row->clicks / $row->impressions : 0) }} of impressions; its positions earn {{ $rate($upside->expectedRate) }} in this store (own brand left out). Leaned on other pages by how little is known, it earns <b>{{ number_format($upside->ratio, 2) }}</b> times what it should.</dd>
    <dt>Texts</dt><dd><b>{{ $round($upside->wording) }}</b> <span class="soft">({{ $round($upside->wordingRange->low) }} to {{ $round($upside->wordingRange->high) }})</span>, within about four weeks. The whole gap is {{ number_format($upside->fullGapClicks, 1) }} clicks in 28 days; {{ $rate($assumptions->shareClosed) }} of it counts. {{ $rate($upside->ownPart) }} of this is shown by the page’s own clicks, the rest is assumed from pages like it.</dd>
    <dt>Positions</dt><dd><b>{{ $round($upside->position) }}</b> <span class="soft">({{ $round($upside->positionRange->low) }} to {{ $round($upside->positionRange->high) }})</span>, in three to six months. {{ number_format($upside->positionClicks, 1) }} clicks, for queries down to position {{ number_format($assumptions->deepest) }} of which it is the store’s best page, each at the probability of getting there: an assumption, {{ $rate($assumptions->liftProbability) }} at difficulty 0, half as much for every {{ number_format($assumptions->liftFalloff) }} points.</dd>
    @if ($upside->topClicks >= 0.5)<dt>First place</dt><dd>About {{ number_format($upside->topClicks, 1) }} clicks more, were its queries that stand at position {{ number_format($assumptions->target) }} or better to come to the top: another promise at a lower chance, in no sum and in no order.</dd>@endif
    @if ($currency === App\Weigh\Numbers\Units::CLICKS)<dt>A click is worth</dt><dd>not known: no sales are told on days of which clicks are told, so the sums are clicks.</dd>@else<dt>A click is worth</dt><dd><b>{{ $money($upside->clickValue) }} {{ $currency }}</b> <span class="soft">({{ $money($upside->valueRange->low) }} to {{ $money($upside->valueRange->high) }})</span>: from @n($row->sold_orders) orders and {{ $money((float) $row->sold_revenue) }} {{ $currency }} over @n($row->sold_clicks) clicks, on the days that both are told, leaned on its collection, the words of its address and its kind.</dd>@endif
    @if (abs($season['factors'][4] - 1) > 0.02)<dt>Season</dt><dd>The next four weeks are reckoned at {{ number_format($season['factors'][4], 2) }} times the window, as a year earlier stood in its collection and on the page.</dd>@endif
</dl>
<table class="ledger">
    <thead><tr><th scope="col">Query</th><th scope="col" class="num">Clicks</th><th scope="col" class="num">Impr.</th><th scope="col" class="num">Pos.</th><th scope="col" class="num">Texts</th><th scope="col" class="num">Positions</th></tr></thead>
    <tbody>
    @foreach ($shown as $id => $sum)
        @php($seen = $byQuery[$id])
        <tr>
            <td class="clip g-title" title="{{ $names[$id] ?? '' }}">{{ $id === 0 ? 'withheld' : ($names[$id] ?? '') }} @if ($seen['class'] !== Orchard\Core\Demand\QueryClass::Generic)<span class="soft">{{ $seen['class']->label() }}</span>@endif</td>
            <td class="num">@n($seen['clicks'])</td><td class="num">@n($seen['impressions'])</td><td class="num">{{ number_format($seen['place'] / max(1, $seen['impressions']), 1) }}</td>
            <td class="num">{{ $money($sum['wording']) }}</td><td class="num" @if ($sum['target'] !== null) title="to position {{ number_format($sum['target']) }}, at {{ $rate($sum['probability']) }}" @elseif ($id > 0 && ! $seen['best']) title="another page of the store stands better" @endif>{{ $sum['target'] === null && $id > 0 && ! $seen['best'] ? 'another page' : $money($sum['position']) }}</td>
        </tr>
    @endforeach
    @if ($rest !== [])<tr><td class="soft">@n(count($rest)) more queries</td><td></td><td></td><td></td><td class="num">{{ $money(array_sum(array_column($rest, 'wording'))) }}</td><td class="num">{{ $money(array_sum(array_column($rest, 'position'))) }}</td></tr>@endif
    @php($brand = array_filter($byQuery, static fn (array $one): bool => $one['class'] === Orchard\Core\Demand\QueryClass::OwnBrand))
    @if ($brand !== [])<tr><td class="soft">own brand, @n(count($brand)) queries, left out</td><td class="num">@n(array_sum(array_column($brand, 'clicks')))</td><td class="num">@n(array_sum(array_column($brand, 'impressions')))</td><td></td><td></td><td></td></tr>@endif
    </tbody>
    <tfoot><tr><th scope="row">Together</th><td class="num">@n($row->clicks)</td><td class="num">@n($row->impressions)</td><td></td><td class="num"><b>{{ $money($upside->wording) }}</b></td><td class="num"><b>{{ $money($upside->position) }}</b></td></tr></tfoot>
</table>
@include('weigh.standing')
