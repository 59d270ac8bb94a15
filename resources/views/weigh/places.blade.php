@extends('frame')
@section('title', 'Positions')
@php
    use App\Weigh\Numbers\PlaceBands;
    $columns = array_keys($weeks);
    $n = max(1, count($columns));
    $step = 960 / $n;
    $most = max([1, ...array_map(static fn (array $one): int => array_sum(array_column($one, 'pairs')), array_values($weeks))]);
@endphp
@section('content')
    <div class="head"><h1>Positions</h1>@if ($window)<div class="tools"><span class="soft">{{ $window->inWords() }}</span></div>@endif</div>
    @include('weigh.tabs')
    @include('weigh.lens', ['at' => 'weigh.places', 'parts' => ['kind', 'market']])
    @include('weigh.breaks')
    <p class="hint">Queries by position, week by week. A band ends where the CTR has halved in this store, so one band higher doubles the clicks.</p>
    @if ($weeks === [])
        <p class="note">No query data by week yet.</p>
    @else
    <svg class="weeks wide-weeks bands" viewBox="0 0 980 190" role="img" aria-label="Queries by band of positions, week by week; the table below says the same">
        @foreach ($columns as $i => $week)
            @php($y = 176.0)
            @foreach ($weeks[$week] as $band => $sum)
                @php($height = 166 * $sum['pairs'] / $most)
                @php($y -= $height)
                <rect class="band-{{ $band }}" x="{{ round($i * $step + 0.1 * $step, 1) }}" width="{{ round(0.8 * $step, 1) }}" y="{{ round($y, 1) }}" height="{{ round(max(0, $height - 0.6), 1) }}"><title>Week of {{ $week }}, {{ PlaceBands::label($bands[$band]) }}: {{ App\Platform\Web\Forms::number($sum['pairs']) }} queries, {{ App\Platform\Web\Forms::number($sum['impressions']) }} impressions, {{ App\Platform\Web\Forms::number($sum['clicks']) }} clicks</title></rect>
            @endforeach
            <text class="event-name" x="{{ round($i * $step + 0.1 * $step, 1) }}" y="188">{{ (new DateTimeImmutable($week))->format('j M') }}</text>
        @endforeach
    </svg>
    @foreach ($events as $event)<span class="soft">{{ $event['name'] }}, {{ $event['first'] }} to {{ $event['last'] }}{{ $event['is_break'] ? ' (a break in the data)' : '' }}{{ $loop->last ? '' : ' · ' }}</span>@endforeach
    <table class="ledger tight" id="places">
        <thead><tr><th scope="col">Position</th>@foreach ($columns as $week)<th scope="col" class="num">{{ (new DateTimeImmutable($week))->format('j M') }}</th>@endforeach<th scope="col" class="num">Change</th></tr></thead>
        <tbody>
        @foreach ($bands as $nth => $band)
            <tr><th scope="row"><span class="swatch band-{{ $nth }}"></span>{{ PlaceBands::label($band) }}</th>@foreach ($columns as $week)<td class="num">@n($weeks[$week][$nth]['pairs'])</td>@endforeach<td class="num">@include('weigh.change', ['now' => $weeks[$columns[count($columns) - 1]][$nth]['pairs'], 'then' => $weeks[$columns[0]][$nth]['pairs']])</td></tr>
        @endforeach
        </tbody>
        <tfoot><tr><th scope="row">All</th>@foreach ($columns as $week)<td class="num"><b>{{ App\Platform\Web\Forms::number(array_sum(array_column($weeks[$week], 'pairs'))) }}</b></td>@endforeach<td></td></tr></tfoot>
    </table>
    <p class="hint">Each query counts once per page and device. Open a page in the list of pages to see its own bands.</p>
    @endif
@endsection
