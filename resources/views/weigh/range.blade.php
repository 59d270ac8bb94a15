@extends('frame')
@section('title', 'Other dates')
@section('content')
    <div class="head"><h1>{{ App\Platform\Web\Forms::day($range->firstDay) }} to {{ App\Platform\Web\Forms::day($range->lastDay) }}</h1><div class="tools"><a href="{{ route('weigh.numbers', $store) }}">Numbers</a> <a href="{{ route('weigh.range.export', [$store, $range->id, 'csv']) }}">CSV</a> <a href="{{ route('weigh.range.export', [$store, $range->id, 'xlsx']) }}">XLSX</a></div></div>
    @include('weigh.tabs')
    @if ($range->state === 'summing')<p class="note" role="status" hx-get="{{ route('weigh.range', [$store, $range->id]) }}" hx-trigger="every 2s" hx-select="#content" hx-target="#content" hx-swap="outerHTML">The sums of these dates are being calculated.</p>@endif
    @if ($range->state === 'failed')<p class="note is-hand">The calculation failed; these sums are incomplete.</p>@endif
    @if ($remarks !== [])<p class="note is-hand">{{ implode(' ', $remarks) }}</p>@endif
    @if ($isStale)<p class="note is-hand">Data was imported since these sums were calculated.</p>@endif
    @can('write', $store)<form method="post" action="{{ route('weigh.ranges', $store) }}" class="filters">@csrf<input type="hidden" name="first" value="{{ $range->firstDay }}"><input type="hidden" name="last" value="{{ $range->lastDay }}"><button class="button" data-once>Calculate again</button></form>@endcan
    <div class="figures"><span><b>@n($total->clicks)</b> clicks</span> <span><b>@n($total->impressions)</b> impressions</span> <span><b>@n($total->orders)</b> orders</span> <span>@foreach ($revenue as $currency => $sum){{ $loop->first ? '' : ', ' }}<b>@n($sum)</b> {{ $currency }}@endforeach</span> <span>on @n($total->pages) pages</span></div>
    <div class="filters"><span class="of">By</span>@foreach (App\Weigh\Ranges\Ranges::SORTS as $key)<a href="{{ route('weigh.range', [$store, $range->id, 'sort' => $key]) }}" @if ($sort === $key) aria-current="true" @endif>{{ $key }}</a>@endforeach</div>
    <table class="ledger tight" id="range">
        <thead><tr><th scope="col">Page</th><th scope="col" class="num">Clicks</th><th scope="col" class="num">Impressions</th><th scope="col" class="num">CTR</th><th scope="col" class="num">Position</th><th scope="col" class="num">Orders</th><th scope="col" class="num">Revenue</th></tr></thead>
        <tbody>
        @forelse ($rows as $row)
            @php($rate = Orchard\Core\Demand\RateRange::of($row->clicks, $row->impressions))
            <tr><td class="clip g-title"><a href="{{ route('weigh.why', [$store, $row->pageId]) }}" title="{{ $row->title ?? $row->url }}" data-beside>{{ App\Stores\Http\ShownUrl::of($store, $row->url) }}</a></td><td class="num">@n($row->clicks)</td><td class="num">@n($row->impressions)</td><td class="num" @if ($rate) title="Four times in five between {{ App\Platform\Web\Forms::number(100 * $rate->low, 2) }}% and {{ App\Platform\Web\Forms::number(100 * $rate->high, 2) }}%" @endif>{{ $rate ? App\Platform\Web\Forms::number(100 * $rate->rate, 1).'%' : '–' }}</td><td class="num">{{ $row->impressions > 0 && $row->positionSum > 0 ? App\Platform\Web\Forms::number($row->positionSum / $row->impressions / 1000, 1) : '–' }}</td><td class="num">@n($row->orders)</td><td class="num">@n($row->revenue)@if (count($revenue) > 1) {{ $markets->find($row->marketId)->currency }}@endif</td></tr>
        @empty
            <tr><td colspan="7">No data for these dates{{ $range->state === 'summing' ? ' yet' : '' }}.</td></tr>
        @endforelse
        </tbody>
    </table>
    <p class="pager">@if ($next)<a href="{{ route('weigh.range', [$store, $range->id, 'sort' => $sort, 'after' => $next]) }}" rel="next">Next {{ App\Weigh\Ranges\Ranges::PAGE }} pages</a>@endif</p>
@endsection
