@php
    $change = (int) ($compared->now ?? 0) - (int) ($compared->then ?? 0);
    $parts = array_reduce($changes, static fn ($sum, array $one) => $sum->plus($one['parts']), new Orchard\Core\Demand\ChangeParts);
    $signed = static fn (float $value): string => abs($value) < 0.05 ? '·' : ($value > 0 ? '+' : '−').App\Platform\Web\Forms::number(abs($value), abs($value) < 10 ? 1 : 0);
    $first = array_slice($changes, 0, 15);
    $others = array_reduce(array_slice($changes, 15), static fn ($sum, array $one) => $sum->plus($one['parts']), new Orchard\Core\Demand\ChangeParts);
@endphp
<h2>Positions of its queries</h2>
<p class="hint"><a href="{{ route('weigh.curve', [$store, 'page' => $page]) }}">Its queries on the CTR curve</a></p>
<table class="ledger tight">
    <thead><tr><th scope="col">Position</th><th scope="col" class="num">Last 4 weeks</th><th scope="col" class="num">The 4 before</th><th scope="col" class="num">The 5 before</th></tr></thead>
    <tbody>@foreach ($bands as $nth => $band)<tr><td>{{ App\Weigh\Numbers\PlaceBands::label($band) }}</td>@foreach ([0, 1, 2] as $span)<td class="num">@n($counts[$span][$nth])</td>@endforeach</tr>@endforeach</tbody>
</table>
@if ($compared !== null && ($changes !== [] || $change !== 0))
    <h2>What changed</h2>
    <p>{{ $compared->weeks === $weeks ? "$weeks weeks" : "$compared->weeks of $weeks weeks with data on both sides" }} compared with {{ $lens->against === 'year' ? 'a year earlier' : 'the weeks before' }}: <b>{{ $signed($change) }}</b> clicks, from @n($compared->then) to @n($compared->now).@if (! $compared->hasParts) There is no query data on both sides, so the reasons are not known.@endif</p>
    @if ($compared->hasParts)
    <table class="ledger tight" id="changes">
        <thead><tr><th scope="col">Query</th><th scope="col" class="num">Searches</th><th scope="col" class="num">Position</th><th scope="col" class="num">CTR</th><th scope="col" class="num">Change</th></tr></thead>
        <tbody>
        @foreach ($first as $one)<tr><td class="clip g-title" title="{{ $names[$one['query']] ?? '' }}">{{ $names[$one['query']] ?? '' }} @if ($one['before'] === null)<span class="soft">new</span>@elseif ($one['now'] === null)<span class="soft">lost</span>@endif</td><td class="num">{{ $signed($one['parts']->demand) }}</td><td class="num" @if ($one['before'] && $one['now']) title="from {{ App\Platform\Web\Forms::number($one['before']['position'], 1) }} to {{ App\Platform\Web\Forms::number($one['now']['position'], 1) }}" @endif>{{ $signed($one['parts']->position) }}</td><td class="num">{{ $signed($one['parts']->rate) }}</td><td class="num">{{ $signed($one['parts']->total()) }}</td></tr>@endforeach
        @if (count($changes) > 15)<tr><td class="soft">@n(count($changes) - 15) more queries</td><td class="num">{{ $signed($others->demand) }}</td><td class="num">{{ $signed($others->position) }}</td><td class="num">{{ $signed($others->rate) }}</td><td class="num">{{ $signed($others->total()) }}</td></tr>@endif
        <tr><td class="soft">withheld</td><td></td><td></td><td></td><td class="num">{{ $signed($change - $parts->total()) }}</td></tr>
        </tbody>
        <tfoot><tr><th scope="row">Sum</th><td class="num">{{ $signed($parts->demand) }}</td><td class="num">{{ $signed($parts->position) }}</td><td class="num">{{ $signed($parts->rate) }}</td><td class="num"><b>{{ $signed($change) }}</b></td></tr></tfoot>
    </table>
    @endif
@endif
