@extends('frame')
@section('title', 'Ahead')
@push('scripts')<script src="{{ app(App\Store\Http\Assets::class)->url('weigh.js') }}" type="module"></script>@endpush
@php($money = static fn (mixed $value): string => App\Weigh\Scoring\Scores::shown((float) $value))
@section('content')
    <div class="head"><h1>Ahead</h1></div>
    @include('weigh.tabs')
    <div class="filters">
        <span class="of">The next</span>@foreach ([4, 13, 26] as $weeks)<a href="{{ route('weigh.ahead', array_filter([$store, 'ahead' => $weeks, 'only' => $seasons ? 'seasons' : null]) + $lens->query()) }}" @if ($ahead === $weeks) aria-current="true" @endif>{{ $weeks }} weeks</a>@endforeach
        <span class="of">Show</span><a href="{{ route('weigh.ahead', [$store, 'ahead' => $ahead] + $lens->query()) }}" @if (! $seasons) aria-current="true" @endif>all pages</a> <a href="{{ route('weigh.ahead', [$store, 'ahead' => $ahead, 'only' => 'seasons'] + $lens->query()) }}" @if ($seasons) aria-current="true" @endif>those whose season comes</a>
    </div>
    @include('weigh.lens', ['at' => 'weigh.ahead', 'keep' => ['ahead' => $ahead] + ($seasons ? ['only' => 'seasons'] : []), 'parts' => ['kind', 'market']])
    <p class="hint">What a page could earn more over the weeks ahead, if they stand to the last {{ App\Store\Facts\NumberWindow::WEEKS }} as they did a year earlier: its own rows leaned on its collection’s, these on the store’s. A season comes in the first week that was seen one and a half times as often as the weeks of the window; work is best done six to ten weeks before.</p>
    @if ($window?->isPeriod)<p class="note">The rows tell one period and no weeks, so nothing is known of seasons: every factor is 1.</p>@endif
    <form method="post" action="{{ route('worklists.add', $store) }}">@csrf
    <table class="ledger tight">
        <thead><tr><th scope="col" class="tick"><input type="checkbox" data-tick-all="[name='pages[]']" aria-label="Tick all"></th><th scope="col">Page</th><th scope="col" class="num">Upside, 4 weeks</th><th scope="col" class="num" title="These weeks beside those of the window">Factor</th><th scope="col" class="num">Upside, {{ $ahead }} weeks</th><th scope="col">Season from</th><th scope="col" class="num">Peak</th><th scope="col">Work by</th><th scope="col">Why</th></tr></thead>
        <tbody>
        @forelse ($rows as $row)
            <tr><td class="tick"><input type="checkbox" name="pages[]" value="{{ $row->page_id }}" data-worth="{{ round((float) $row->ahead, 2) }}" aria-label="Pick {{ $row->url }}"></td>
                <td class="clip g-page"><a href="{{ route('weigh.why', [$store, $row->page_id]) }}" title="{{ $row->title ?? $row->url }}" data-beside>{{ preg_replace('~^https?://[^/]+~', '', $row->url) }}</a></td>
                <td class="num">{{ $money($row->upside) }}</td><td class="num">×{{ number_format((float) $row->{"ahead_$ahead"}, 2) }}</td><td class="num"><b>{{ $money($row->ahead) }}</b></td>
                <td class="nowrap">{{ $row->season_week === null ? '' : (new DateTimeImmutable($row->season_week))->format('j M Y') }}</td><td class="num">{{ $row->season_week === null ? '' : '×'.number_format((float) $row->season_peak, 1) }}</td>
                <td class="nowrap">@if ($row->work_by)<span class="state @if ($row->work_by < $today) is-hand @endif">{{ $row->work_by < $today ? 'now: '.(new DateTimeImmutable($row->work_by))->format('j M').' is past' : (new DateTimeImmutable($row->work_by))->format('j M Y') }}</span>@endif</td>
                <td class="clip w-why" title="{{ $row->reason }}">{{ $row->reason }}</td></tr>
        @empty
            <tr><td colspan="9">{{ $seasons ? 'No collection’s season begins in the next half year, as far as a year earlier tells.' : 'No page has an upside.' }}</td></tr>
        @endforelse
        </tbody>
    </table>
    @include('weigh.send')
    </form>
@endsection
