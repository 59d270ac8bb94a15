@extends('frame')
@section('title', 'Coming season')
@push('scripts')<script src="{{ app(App\Platform\Web\Assets::class)->url('weigh.js') }}" type="module"></script>@endpush
@php($money = static fn (mixed $value): string => App\Weigh\Numbers\Units::shown((float) $value))
@section('content')
    <div class="head"><h1>Coming season</h1></div>
    @include('weigh.tabs')
    <div class="filters">
        <span class="of">The next</span>@foreach ([4, 13, 26] as $weeks)<a href="{{ route('weigh.ahead', array_filter([$store, 'ahead' => $weeks, 'only' => $seasons ? 'seasons' : null]) + $lens->query()) }}" @if ($ahead === $weeks) aria-current="true" @endif>{{ $weeks }} weeks</a>@endforeach
        <span class="of">Show</span><a href="{{ route('weigh.ahead', [$store, 'ahead' => $ahead] + $lens->query()) }}" @if (! $seasons) aria-current="true" @endif>all pages</a> <a href="{{ route('weigh.ahead', [$store, 'ahead' => $ahead, 'only' => 'seasons'] + $lens->query()) }}" @if ($seasons) aria-current="true" @endif>only pages with a season ahead</a>
    </div>
    @include('weigh.lens', ['at' => 'weigh.ahead', 'keep' => ['ahead' => $ahead] + ($seasons ? ['only' => 'seasons'] : []), 'parts' => ['kind', 'market']])
    <p class="hint">Upside over the weeks ahead, if demand develops as it did a year earlier. A season starts in the first week with 1.5 times the impressions of the last {{ App\Facts\NumberWindow::WEEKS }} weeks; finish the work 6 to 10 weeks before.</p>
    @if ($window?->isPeriod)<p class="note">The data covers one period without weeks, so seasons are not known.</p>@endif
    <form method="post" action="{{ route('worklists.add', $store) }}">@csrf
    <table class="ledger tight" data-sortable>
        <thead><tr><th scope="col" class="tick"><input type="checkbox" data-tick-all="[name='pages[]']" aria-label="Tick all"></th><th scope="col">Page</th><th scope="col" class="num">Upside, 4 weeks</th><th scope="col" class="num" title="Demand in these weeks compared with the last 13">Factor</th><th scope="col" class="num">Upside, {{ $ahead }} weeks</th><th scope="col">Season from</th><th scope="col" class="num">Peak</th><th scope="col">Work by</th><th scope="col">Why</th></tr></thead>
        <tbody>
        @forelse ($rows as $row)
            <tr><td class="tick"><input type="checkbox" name="pages[]" value="{{ $row->pageId }}" data-worth="{{ round($row->ahead, 2) }}" aria-label="Tick {{ $row->url }}"></td>
                <td class="clip g-page"><a href="{{ route('weigh.why', [$store, $row->pageId]) }}" title="{{ $row->title ?? $row->url }}" data-beside>{{ App\Stores\Http\ShownUrl::of($store, $row->url) }}</a></td>
                <td class="num">{{ $money($row->upside) }}</td><td class="num">×{{ App\Platform\Web\Forms::number($row->factor, 2) }}</td><td class="num"><b>{{ $money($row->ahead) }}</b></td>
                <td class="nowrap">{{ $row->seasonWeek === null ? '' : App\Platform\Web\Forms::day($row->seasonWeek) }}</td><td class="num">{{ $row->seasonWeek === null ? '' : '×'.App\Platform\Web\Forms::number($row->seasonPeak, 1) }}</td>
                <td class="nowrap">@if ($row->workBy)<span class="state @if ($row->workBy < $today) is-hand @endif">{{ $row->workBy < $today ? 'overdue since '.App\Platform\Web\Forms::day($row->workBy) : App\Platform\Web\Forms::day($row->workBy) }}</span>@endif</td>
                <td class="clip w-why" title="{{ $row->reason }}">{{ $row->reason }}</td></tr>
        @empty
            <tr><td colspan="9">{{ $seasons ? 'No season starts in the next half year, going by last year.' : 'No page has an upside.' }}</td></tr>
        @endforelse
        </tbody>
    </table>
    @include('weigh.send')
    </form>
@endsection
