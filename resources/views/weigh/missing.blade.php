@extends('frame')
@section('title', 'Out of stock')
@php($money = static fn (mixed $value): string => App\Weigh\Numbers\Units::shown((float) $value))
@section('content')
    <div class="head"><h1>In demand, out of stock</h1><div class="tools"><span class="soft">For the buyers:</span> <a href="{{ route('weigh.missing.sheet', [$store, 'csv']) }}">CSV</a> <a href="{{ route('weigh.missing.sheet', [$store, 'xlsx']) }}">XLSX</a></div></div>
    @include('weigh.tabs')
    @include('weigh.lens', ['at' => 'weigh.missing', 'parts' => ['kind', 'market']])
    <p class="hint">Pages that get clicks from search although the product cannot be bought. Missed revenue in 28 days: their clicks times the value of a click on similar pages.</p>
    <table class="ledger tight">
        <thead><tr><th scope="col">Page</th><th scope="col">SKU</th><th scope="col">Manufacturer</th><th scope="col">Availability</th><th scope="col">Back on</th><th scope="col" class="num">Impressions</th><th scope="col" class="num">Clicks in 28 days</th><th scope="col" class="num">Missed revenue</th></tr></thead>
        <tbody>
        @forelse ($rows as $row)
            <tr><td class="clip g-title"><a href="{{ route('page', [$store, $row->pageId]) }}" title="{{ $row->url }}" data-beside>{{ $row->title ?? $row->url }}</a></td><td>{{ $row->number }}</td><td>{{ $row->maker }}</td><td>{{ Orchard\Core\StructuredData\LifeState::from($row->life)->label() }}@if ((string) $row->replacedBy !== '') <span class="soft">by {{ $row->replacedBy }}</span>@endif</td><td>{{ App\Platform\Web\Forms::day($row->backOn) }}</td><td class="num">@n($row->impressions)</td><td class="num"><b>{{ App\Platform\Web\Forms::number($row->missedClicks, $row->missedClicks < 10 ? 1 : 0) }}</b></td><td class="num">{{ $money($row->missed) }}</td></tr>
        @empty
            <tr><td colspan="8">Everything that is searched for can be bought.</td></tr>
        @endforelse
        </tbody>
    </table>
    <p class="pager">@if ($next)<a href="{{ route('weigh.missing', [$store, 'after' => $next] + $lens->query()) }}" rel="next">Next {{ App\Weigh\Lists\Findings::PAGE }} pages</a>@endif</p>
@endsection
