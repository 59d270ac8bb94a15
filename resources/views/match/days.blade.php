@php
    $line = App\Match\Tracking\Line::of(array_map(static fn (string $day): ?float => isset($history->rows[$day]) ? $history->rows[$day]->positionMilli / 1000 : null, $history->days), 380, 110);
    $clicks = max([1, ...array_column($history->rows, 'clicks')]);
    $step = 380 / max(1, count($history->days) - 1);
@endphp
<h3>Day by day</h3>
@if ($history->days === [])
<p class="soft">Positions need search rows by query and day.</p>
@else
<svg class="term-days" viewBox="-24 0 408 152" role="img" aria-label="Position day by day; seen on {{ count($history->rows) }} of {{ count($history->days) }} days">
    @foreach ([1, 3, 10, 20, 50] as $mark)<line class="axis" x1="0" x2="380" y1="{{ App\Match\Tracking\Line::y($mark, 110) }}" y2="{{ App\Match\Tracking\Line::y($mark, 110) }}"/><text class="event-name" x="-6" y="{{ App\Match\Tracking\Line::y($mark, 110) + 4 }}" text-anchor="end">{{ $mark }}</text>@endforeach
    @foreach ($history->days as $nth => $day)@isset($history->rows[$day])@if ($history->rows[$day]->clicks > 0)<rect class="mark is-faint" x="{{ round($nth * $step - $step * 0.35, 1) }}" width="{{ round(max(1, $step * 0.7), 1) }}" y="{{ round(138 - 22 * $history->rows[$day]->clicks / $clicks, 1) }}" height="{{ round(22 * $history->rows[$day]->clicks / $clicks, 1) }}"/>@endif @endisset @endforeach
    <path d="{{ $line['path'] }}"/>@foreach ($line['dots'] as [$x, $y])<circle cx="{{ $x }}" cy="{{ $y }}" r="2"/>@endforeach
    <text class="event-name" x="0" y="151">{{ App\Platform\Web\Forms::day($history->days[0]) }}</text><text class="event-name" x="380" y="151" text-anchor="end">{{ App\Platform\Web\Forms::day($history->days[count($history->days) - 1]) }}</text>
</svg>
<p class="soft">Position above, clicks below (at most {{ App\Platform\Web\Forms::number($clicks) }} a day). Where the line breaks, the term was not seen: on {{ App\Platform\Web\Forms::number(count($history->days) - count($history->rows)) }} of {{ App\Platform\Web\Forms::number(count($history->days)) }} days.</p>
<details><summary>The same as a table</summary><table class="ledger tight"><thead><tr><th scope="col">Day</th><th scope="col" class="num">Position</th><th scope="col" class="num">Clicks</th><th scope="col" class="num">Impressions</th></tr></thead><tbody>
@foreach (array_reverse($history->days) as $day)
    @php
        $row = $history->rows[$day] ?? null;
    @endphp
    <tr><td>{{ App\Platform\Web\Forms::day($day) }}</td>@if ($row)<td class="num">{{ App\Platform\Web\Forms::number($row->positionMilli / 1000, 1) }}</td><td class="num">@n($row->clicks)</td><td class="num">@n($row->impressions)</td>@else<td class="num soft" colspan="3">not seen</td>@endif</tr>
@endforeach
</tbody></table></details>
@endif
