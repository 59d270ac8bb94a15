@php
    // Bars by week, with what people know of those weeks beneath: events as a line, breaks as a broken one.
    $n = max(1, count($bars));
    $step = 980 / $n;
    $most = max([1, ...array_column($bars, 'value')]);
    $first = $bars[0]['week'] ?? null;
    $at = static fn (string $day): float => $first === null ? 0.0 : max(0.0, min(980.0, (new DateTimeImmutable($first))->diff(new DateTimeImmutable($day))->format('%r%a') / 7 * $step));
@endphp
<svg class="weeks wide-weeks" viewBox="0 0 980 {{ $events === [] ? 88 : 112 }}" role="img" aria-label="{{ $label }} by week, {{ $n }} weeks from {{ $first }}; at most {{ App\Platform\Web\Forms::number($most) }}">
    <line x1="0" x2="980" y1="84.5" y2="84.5" class="axis"/>
    @foreach ($bars as $i => $bar)<rect class="mark @if ($bar['faint'] ?? false) is-faint @endif" x="{{ round($i * $step + 0.08 * $step, 1) }}" width="{{ round(0.84 * $step, 1) }}" y="{{ round(84 - 76 * $bar['value'] / $most, 1) }}" height="{{ round(76 * $bar['value'] / $most, 1) }}"><title>{{ $bar['title'] }}</title></rect>@endforeach
    @foreach ($events as $event)
        @php([$x, $w] = [$at($event['first']), max(3, $at((new DateTimeImmutable($event['last']))->modify('+1 day')->format('Y-m-d')) - $at($event['first']))])
        <line class="{{ $event['is_break'] ? 'break' : 'event' }}" x1="{{ round($x, 1) }}" x2="{{ round($x + $w, 1) }}" y1="90" y2="90"><title>{{ $event['name'] }}, {{ $event['first'] }} to {{ $event['last'] }}{{ $event['is_break'] ? ': a break in the data' : '' }}</title></line>
        @if ($event['is_break'])<line class="break" x1="{{ round($x, 1) }}" x2="{{ round($x, 1) }}" y1="4" y2="90"/>@endif
        <text class="event-name" x="{{ round(min($x, 880), 1) }}" y="{{ $loop->even ? 110 : 101 }}">{{ Illuminate\Support\Str::limit($event['name'], 18) }}</text>
    @endforeach
</svg>
