@extends('frame')
@section('title', 'Quick wins')
@push('scripts')<script src="{{ app(App\Store\Http\Assets::class)->url('weigh.js') }}" type="module"></script>@endpush
@php($money = static fn (mixed $value): string => App\Weigh\Scoring\Scores::shown((float) $value))
@section('content')
    <div class="head"><h1>Quick wins</h1></div>
    @include('weigh.tabs')
    <div class="filters">
        @foreach (['near' => 'just off the top: 2 to 8', 'far' => 'within reach: 9 to 15', 'question' => 'questions', 'rivals' => 'two pages for one query'] as $key => $label)<a href="{{ route('weigh.wins', [$store, 'sort' => $key] + $lens->query()) }}" @if ($sort === $key) aria-current="true" @endif>{{ $label }}</a>@endforeach
    </div>
    @if ($sort === 'rivals')
        <p class="hint">Queries for which two or more of the store’s pages stand, each with a tenth of the impressions or more. Which page is to keep the query is settled in Match.</p>
        <table class="ledger tight">
            <thead><tr><th scope="col">Query</th><th scope="col" class="num">Impressions</th><th scope="col">Pages, most seen first</th></tr></thead>
            <tbody>
            @forelse ($rivals as $row)
                <tr><td class="w-query"><a href="{{ route('weigh.query', [$store, $row->query_id]) }}" data-beside>{{ $row->text }}</a>@if ((int) $row->class > 0) <span class="soft">{{ Orchard\Core\Demand\QueryClass::from((int) $row->class)->label() }}</span>@endif</td><td class="num">@n($row->impressions)</td>
                    <td>@foreach ($row->pages as $page)<div class="two-parts"><span class="num-lead">{{ number_format((float) $page->position, 1) }}</span> <span class="num-lead wide-lead">@n($page->impressions)</span> <span class="wrap-any">{{ preg_replace('~^https?://[^/]+~', '', $page->url) }}</span></div>@endforeach</td></tr>
            @empty
                <tr><td colspan="3">No query has two pages of this store.</td></tr>
            @endforelse
            </tbody>
        </table>
        <p class="hint">Before each page: its position, and its impressions.</p>
    @else
        @include('weigh.lens', ['at' => 'weigh.wins', 'keep' => ['sort' => $sort], 'parts' => ['kind', 'market']])
        <p class="hint">{{ ['near' => 'Queries at 1.5 to 8.5 of which the page is the store’s best placed: the least work for the most clicks.', 'far' => 'Queries at 8.5 to 15.5: on the second page of results or close to it.', 'question' => 'Queries that ask something: an answer near the top of the page, in the question’s own words, could win them.'][$sort] }} Clicks are those that lifting them is expected to bring in 28 days, at the probability of getting there.</p>
        <form method="post" action="{{ route('worklists.add', $store) }}">@csrf
        <table class="ledger tight">
            <thead><tr><th scope="col" class="tick"><input type="checkbox" data-tick-all="[name='pages[]']" aria-label="Tick all of this screen"></th><th scope="col">Page</th><th scope="col" class="num">Queries</th><th scope="col" class="num">Clicks more</th><th scope="col" class="num">Worth</th><th scope="col">Its queries, with position and impressions</th></tr></thead>
            <tbody>
            @forelse ($rows as $row)
                <tr><td class="tick"><input type="checkbox" name="pages[]" value="{{ $row->page_id }}" data-worth="{{ round((float) $row->gain * (float) $row->click_value, 2) }}" aria-label="Pick {{ $row->url }}"></td>
                    <td class="clip g-page"><a href="{{ route('weigh.why', [$store, $row->page_id]) }}" title="{{ $row->title ?? $row->url }}" data-beside>{{ preg_replace('~^https?://[^/]+~', '', $row->url) }}</a></td>
                    <td class="num">@n($row->queries)</td><td class="num"><b>{{ number_format((float) $row->gain, (float) $row->gain < 10 ? 1 : 0) }}</b></td><td class="num">{{ $money($row->gain * $row->click_value) }}</td>
                    <td>@foreach ($row->best as $one)<span class="query-of">{{ $one->text }} <span class="soft">{{ number_format((float) $one->position, 1) }} · @n($one->impressions)@if ((int) $one->rivals > 1) · {{ $one->rivals }} pages @endif</span></span>@if (! $loop->last), @endif @endforeach @if ((int) $row->queries > count($row->best))<span class="soft">and {{ (int) $row->queries - count($row->best) }} more</span>@endif</td></tr>
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
