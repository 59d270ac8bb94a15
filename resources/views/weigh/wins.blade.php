@extends('frame')
@section('title', 'Quick wins')
@push('scripts')<script src="{{ app(App\Platform\Web\Assets::class)->url('weigh.js') }}" type="module"></script>@endpush
@php($money = static fn (mixed $value): string => App\Weigh\Numbers\Units::shown((float) $value))
@section('content')
    <div class="head"><h1>Quick wins</h1></div>
    @include('weigh.tabs')
    <div class="filters">
        @foreach (['near' => 'Positions 2 to 8', 'far' => 'Positions 9 to 15', 'question' => 'Questions', 'rivals' => 'Several pages for one query'] as $key => $label)<a href="{{ route('weigh.wins', [$store, 'sort' => $key] + $lens->query()) }}" @if ($sort === $key) aria-current="true" @endif>{{ $label }}</a>@endforeach
    </div>
    @if ($sort === 'rivals')
        <p class="hint">Queries for which two or more pages of the store rank, each with at least 10% of the impressions.</p>
        <table class="ledger tight">
            <thead><tr><th scope="col">Query</th><th scope="col" class="num">Impressions</th><th scope="col">Pages, most impressions first</th></tr></thead>
            <tbody>
            @forelse ($rivals as $row)
                <tr><td class="w-query"><a href="{{ route('weigh.query', [$store, $row->queryId]) }}" data-beside>{{ $row->text }}</a>@if ($row->class > 0) <span class="soft">{{ Orchard\Core\Demand\QueryClass::from($row->class)->label() }}</span>@endif</td><td class="num">@n($row->impressions)</td>
                    <td>@foreach ($row->pages as $page)<div class="two-parts"><span class="num-lead">{{ App\Platform\Web\Forms::number($page->position, 1) }}</span> <span class="num-lead wide-lead">@n($page->impressions)</span> <span class="wrap-any">{{ App\Stores\Http\ShownUrl::of($store, $page->url) }}</span></div>@endforeach</td></tr>
            @empty
                <tr><td colspan="3">No query has several pages of this store.</td></tr>
            @endforelse
            </tbody>
        </table>
        <p class="hint">Before each page: position and impressions.</p>
    @else
        @include('weigh.lens', ['at' => 'weigh.wins', 'keep' => ['sort' => $sort], 'parts' => ['kind', 'market']])
        <p class="hint">{{ ['near' => 'Queries at position 1.5 to 8.5 for which the page is the store’s best: the most clicks for the least work.', 'far' => 'Queries at position 8.5 to 15.5: on or near the second page of results.', 'question' => 'Queries that are questions: a direct answer near the top of the page could win them.'][$sort] }} Extra clicks are expected in 28 days, weighted by the probability of reaching the better position.</p>
        <form method="post" action="{{ route('worklists.add', $store) }}">@csrf
        <table class="ledger tight">
            <thead><tr><th scope="col" class="tick"><input type="checkbox" data-tick-all="[name='pages[]']" aria-label="Tick all of this screen"></th><th scope="col">Page</th><th scope="col" class="num">Queries</th><th scope="col" class="num">Extra clicks</th><th scope="col" class="num">Value</th><th scope="col">Its queries, with position and impressions</th></tr></thead>
            <tbody>
            @forelse ($rows as $row)
                <tr><td class="tick"><input type="checkbox" name="pages[]" value="{{ $row->pageId }}" data-worth="{{ round($row->gain * $row->clickValue, 2) }}" aria-label="Tick {{ $row->url }}"></td>
                    <td class="clip g-page"><a href="{{ route('weigh.why', [$store, $row->pageId]) }}" title="{{ $row->title ?? $row->url }}" data-beside>{{ App\Stores\Http\ShownUrl::of($store, $row->url) }}</a></td>
                    <td class="num">@n($row->queries)</td><td class="num"><b>{{ App\Platform\Web\Forms::number($row->gain, $row->gain < 10 ? 1 : 0) }}</b></td><td class="num">{{ $money($row->gain * $row->clickValue) }}</td>
                    <td>@foreach ($row->best as $one)<span class="query-of">{{ $one->text }} <span class="soft">{{ App\Platform\Web\Forms::number($one->position, 1) }} · @n($one->impressions)@if ($one->rivals > 1) · {{ $one->rivals }} pages @endif</span></span>@if (! $loop->last), @endif @endforeach @if ($row->queries > count($row->best))<span class="soft">and {{ $row->queries - count($row->best) }} more</span>@endif</td></tr>
            @empty
                <tr><td colspan="6">No page has such queries.</td></tr>
            @endforelse
            </tbody>
        </table>
        @include('weigh.send')
        </form>
        <p class="pager">@if ($next)<a href="{{ route('weigh.wins', [$store, 'sort' => $sort, 'after' => $next] + $lens->query()) }}" rel="next">Next {{ App\Weigh\Lists\Findings::PAGE }} pages</a>@endif</p>
    @endif
@endsection
