@extends('frame')
@section('title', 'Weigh')
@php
    $money = static fn (mixed $value): string => App\Weigh\Scoring\Scores::shown((float) $value);
    $to = static fn (array $changes): string => route('weigh', [$store] + array_filter($changes + ['sort' => $sort === 'upside' ? null : $sort, 'kind' => $kind?->key(), 'market' => $market === null ? null : (string) $market], static fn (?string $value): bool => $value !== null));
    $currency = $markets->first()->currency;
    $active = $work?->isActive() ?? false;
    $previous = null;
@endphp
@section('content')
    <div class="head">
        <h1>Weigh</h1>
        <div class="tools">
            @if ($window)<span class="soft">{{ $window->inWords() }}@if ($model), weighed {{ Illuminate\Support\Carbon::parse($model->scored_at)->setTimezone($store->timezone)->format('j M, H:i') }}@endif</span>@endif
            <a href="{{ route('weigh.export', [$store, 'csv']) }}">CSV</a> <a href="{{ route('weigh.export', [$store, 'xlsx']) }}">XLSX</a>
            @can('write', $store)@if ($window)<form method="post" action="{{ route('weigh.score', $store) }}">@csrf<button class="button" data-once>Weigh anew</button></form>@endif @endcan
        </div>
    </div>
    @if (! $window)
        <div class="note"><p>Nothing can be weighed yet: no file and no feed has told clicks and impressions of this store. Until then the core pages come first: home, the collections that sell best, the products that sell best.</p>
            <a href="{{ route('gather.files', $store) }}">Bring in search rows</a> <a href="{{ route('gather.feed', $store) }}">Connect a feed</a></div>
    @elseif ($rows === [] && ! $model)
        <div class="note"><p>{{ $active ? 'The pages are being weighed for the first time.' : 'The pages have not been weighed yet.' }}</p>@can('write', $store)@if (! $active)<form method="post" action="{{ route('weigh.score', $store) }}">@csrf<button class="button is-growth" data-once>Weigh them now</button></form>@endif @endcan</div>
    @else
        @if ($active)<p class="note" role="status">The pages are being weighed anew; what stands here is the last result.</p>@endif
        @if ($work?->problem)<p class="note is-hand" role="alert">{{ $work->problem }}</p>@endif
        @if ((int) $total->orders === 0)<p class="note is-hand">No orders are known, so nothing can be told in money: every sum is 0 until sales rows are brought in. What works and what could be are told by clicks and impressions meanwhile.</p>@endif
        <div class="figures">
            <span><span class="big-number">{{ $money($total->upside) }}</span> {{ $currency }} in four weeks, about, could be earned more</span>
            <span><b>{{ $money($total->wording) }}</b> by better texts at the same positions</span>
            <span><b>{{ $money($total->lift) }}</b> by better positions, in three to six months</span>
        </div>
        <div class="filters">
            <span class="of">What could be:</span>
            <a href="{{ $to(['sort' => null]) }}" @if ($sort === 'upside') aria-current="true" @endif>upside</a> <a href="{{ $to(['sort' => 'impressions']) }}" @if ($sort === 'impressions') aria-current="true" @endif>impressions</a>
            <span class="of">What works:</span>
            <a href="{{ $to(['sort' => 'clicks']) }}" @if ($sort === 'clicks') aria-current="true" @endif>clicks</a> <a href="{{ $to(['sort' => 'revenue']) }}" @if ($sort === 'revenue') aria-current="true" @endif>revenue</a>
            <span class="of">Kind</span>
            <a href="{{ $to(['kind' => null]) }}" @if (! $kind) aria-current="true" @endif>all</a>
            @foreach ([App\Store\Kinds\PageKind::Home, App\Store\Kinds\PageKind::Collection, App\Store\Kinds\PageKind::Product, App\Store\Kinds\PageKind::Article, App\Store\Kinds\PageKind::Plain] as $one)<a href="{{ $to(['kind' => $one->key()]) }}" @if ($kind === $one) aria-current="true" @endif>{{ $one->plural() }}</a>@endforeach
            @if (count($markets->all()) > 1)<span class="of">Market</span><a href="{{ $to(['market' => null]) }}" @if ($market === null) aria-current="true" @endif>all</a>@foreach ($markets->all() as $one)<a href="{{ $to(['market' => (string) $one->id]) }}" @if ($market === $one->id) aria-current="true" @endif>{{ $one->name }}</a>@endforeach @endif
        </div>
        <table class="ledger" id="weighed">
            <thead><tr><th scope="col">Page</th><th scope="col">Kind</th><th scope="col" class="num">Clicks</th><th scope="col" class="num">Impressions</th><th scope="col" class="num">Position</th><th scope="col" class="num">Revenue</th><th scope="col" class="num" title="Expected extra revenue in 28 days, {{ $currency }}">Upside</th><th scope="col" class="num" title="Four times in five it lies between these">Range</th><th scope="col" class="num">Texts</th><th scope="col" class="num">Positions</th><th scope="col">Why</th></tr></thead>
            <tbody>
            @forelse ($rows as $row)
                @php($alike = $sort === 'upside' && $previous !== null && (float) $row->high >= (float) $previous->upside && (float) $row->upside > 0)
                <tr>
                    <td class="clip g-page"><a href="{{ route('weigh.why', [$store, $row->page_id]) }}" title="{{ $row->title ?? $row->url }}" data-beside>{{ preg_replace('~^https?://[^/]+~', '', $row->url) }}</a></td>
                    <td class="nowrap">{{ App\Store\Kinds\PageKind::from((int) $row->kind)->label() }}</td>
                    <td class="num">@n($row->clicks)</td><td class="num">@n($row->impressions)</td><td class="num">{{ (int) $row->position_milli === 0 ? '–' : number_format($row->position_milli / 1000, 1) }}</td><td class="num">@n($row->revenue)</td>
                    <td class="num"><b>{{ $money($row->upside) }}</b>@if ($alike)<span title="Cannot be told apart from the page above"> ≈</span>@endif</td>
                    <td class="num soft">{{ $money($row->low) }}–{{ $money($row->high) }}</td><td class="num">{{ $money($row->wording) }}</td><td class="num">{{ $money($row->lift) }}</td>
                    <td class="clip g-title" title="{{ $row->reason }}">{{ $row->reason }}</td>
                </tr>
                @php($previous = $row)
            @empty
                <tr><td colspan="11">No page fits. <a href="{{ route('weigh', $store) }}">Show all</a></td></tr>
            @endforelse
            </tbody>
        </table>
        <p class="pager">@if ($after)<a href="{{ $to([]) }}">First pages</a>@endif @if ($next)<a href="{{ $to(['after' => $next]) }}" rel="next">Next {{ App\Weigh\Scoring\Scores::PAGE }} pages</a>@endif</p>
    @endif
@endsection
