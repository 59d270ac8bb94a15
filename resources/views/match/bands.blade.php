@php
    // Columns by week: bands from the first places upward, what was not seen open on top.
    $step = 980 / max(1, count($bands));
    $most = max(1, $all, ...array_values(array_map(array_sum(...), $bands)));
@endphp
<svg class="weeks wide-weeks" viewBox="0 0 980 122" role="img" aria-label="Tracked terms by band of positions, {{ count($bands) }} weeks from {{ array_key_first($bands) }}">
    <line x1="0" x2="980" y1="96.5" y2="96.5" class="axis"/>
    @foreach (array_keys($bands) as $nth => $week)
        @php
            $at = 96.0;
            $x = round($nth * $step + 0.1 * $step, 1);
            $wide = round(0.8 * $step, 1);
            $unseen = max(0, $all - array_sum($bands[$week]));
            $words = implode(', ', array_filter(array_map(static fn ($band): string => ($bands[$week][$band->value] ?? 0) > 0 ? $bands[$week][$band->value].' at '.$band->label() : '', $cases)));
        @endphp
        <g><title>Week of {{ App\Platform\Web\Forms::day($week) }}: {{ $words === '' ? 'none seen' : $words }}{{ $unseen > 0 ? ', '.$unseen.' not seen' : '' }}</title>
        @foreach ($cases as $band)
            @php
                $tall = round(90 * ($bands[$week][$band->value] ?? 0) / $most, 1);
                $at -= $tall;
            @endphp
            @if ($tall > 0)<rect class="is-band-{{ $band->value }}" x="{{ $x }}" y="{{ round($at, 1) }}" width="{{ $wide }}" height="{{ $tall }}"/>@endif
        @endforeach
        @if ($unseen > 0)<rect class="is-band-0" x="{{ $x + 0.5 }}" y="{{ round($at - 90 * $unseen / $most + 0.5, 1) }}" width="{{ max(1, $wide - 1) }}" height="{{ max(0.5, round(90 * $unseen / $most - 1, 1)) }}"/>@endif</g>
        @php($in = array_values(array_filter($marks, static fn ($mark): bool => $mark->isIn($week))))
        @if ($in)<g class="time-marks"><title>{{ implode('; ', array_map(static fn ($mark): string => $mark->words(), $in)) }}</title>@if (array_filter($in, static fn ($mark): bool => $mark->isRelease))<path class="released" d="M{{ $x + $wide / 2 }} 98l4 7h-8z"/>@endif @if ($events = array_filter($in, static fn ($mark): bool => ! $mark->isRelease))<line class="{{ array_filter($events, static fn ($mark): bool => $mark->isBreak) ? 'break' : 'event' }}" x1="{{ $x }}" x2="{{ $x + $wide }}" y1="108" y2="108"/>@endif</g>@endif
        @if ($nth % max(1, (int) ceil(count($bands) / 9)) === 0)<text class="event-name" x="{{ $x }}" y="120">{{ App\Platform\Web\Forms::day($week) }}</text>@endif
    @endforeach
</svg>
@if ($marks)<p class="legend"><svg width="10" height="9" aria-hidden="true"><path class="released" d="M5 1l4 7h-8z"/></svg> a release <span class="line-key is-event"></span> an event of the calendar</p>@endif
<details><summary>The same as a table</summary>
    <table class="ledger tight"><thead><tr><th scope="col">Week of</th>@foreach ($cases as $band)<th scope="col" class="num">{{ $band->label() }}</th>@endforeach<th scope="col" class="num">not seen</th><th scope="col">In that week</th></tr></thead><tbody>
    @foreach (array_reverse($bands) as $week => $some)<tr><td>{{ App\Platform\Web\Forms::day($week) }}</td>@foreach ($cases as $band)<td class="num">@n($some[$band->value] ?? 0)</td>@endforeach<td class="num">@n(max(0, $all - array_sum($some)))</td><td>{{ implode('; ', array_map(static fn ($mark): string => $mark->words(), array_filter($marks, static fn ($mark): bool => $mark->isIn($week)))) }}</td></tr>@endforeach
    </tbody></table>
</details>
