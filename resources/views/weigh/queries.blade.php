@extends('frame')
@section('title', 'Queries')
@section('content')
    <div class="head"><h1>Queries</h1>@if ($window)<div class="tools"><span class="soft">{{ $window->isPeriod ? $window->inWords() : $lens->weeks.' weeks to '.App\Platform\Web\Forms::day($window->lastDay) }}</span></div>@endif</div>
    @include('weigh.tabs')
    @include('weigh.lens', ['at' => 'weigh.queries', 'keep' => $sort === 'clicks' ? [] : ['sort' => $sort], 'parts' => ['weeks', 'against', 'class', 'market']])
    @include('weigh.breaks')
    <div class="filters"><span class="of">Sort by what works:</span><a href="{{ route('weigh.queries', [$store] + $lens->query()) }}" @if ($sort === 'clicks') aria-current="true" @endif>clicks</a> <span class="of">by what could be:</span><a href="{{ route('weigh.queries', [$store, 'sort' => 'impressions'] + $lens->query()) }}" @if ($sort === 'impressions') aria-current="true" @endif>impressions</a></div>
    <table class="ledger tight" id="queries">
        <thead><tr><th scope="col">Query</th><th scope="col">Type</th><th scope="col" class="num">Clicks</th><th scope="col" class="num">Change</th><th scope="col" class="num">Impressions</th><th scope="col" class="num">Change</th><th scope="col" class="num">CTR</th><th scope="col" class="num" title="Average position, weighted by impressions">Position</th><th scope="col" class="num">Pages</th><th scope="col" class="num">Volume</th><th scope="col" class="num">Difficulty</th></tr></thead>
        <tbody>
        @forelse ($rows as $row)
            @php($rate = $row->sums->now->rate())
            <tr><td class="clip g-title"><a href="{{ route('weigh.query', [$store, $row->queryId] + $lens->query()) }}" data-beside>{{ $row->text }}</a></td><td class="nowrap soft">{{ $row->class->label() }}</td>
                <td class="num">@n($row->sums->now->clicks)</td><td class="num">@include('weigh.change', ['now' => $row->sums->beside->clicks, 'then' => $row->sums->then->clicks])</td><td class="num">@n($row->sums->now->impressions)</td><td class="num">@include('weigh.change', ['now' => $row->sums->beside->impressions, 'then' => $row->sums->then->impressions])</td>
                <td class="num" @if ($rate) title="Four times in five between {{ App\Platform\Web\Forms::number(100 * $rate->low, 2) }}% and {{ App\Platform\Web\Forms::number(100 * $rate->high, 2) }}%" @endif>{{ $rate ? App\Platform\Web\Forms::number(100 * $rate->rate, 1).'%' : '–' }}</td>
                <td class="num">{{ $row->sums->now->position() === null ? '–' : App\Platform\Web\Forms::number($row->sums->now->position(), 1) }}@if ($row->spreadMilli > 2000) <span class="soft">±{{ round($row->spreadMilli / 1000) }}</span>@endif</td><td class="num">@n($row->pages)</td><td class="num">{{ $row->volume === null ? '' : App\Platform\Web\Forms::number($row->volume) }}</td><td class="num">{{ $row->difficulty === null ? '' : App\Platform\Web\Forms::number($row->difficulty) }}</td></tr>
        @empty
            <tr><td colspan="11">No queries match, or none have been imported yet.</td></tr>
        @endforelse
        </tbody>
    </table>
    <p class="pager">@if ($after)<a href="{{ route('weigh.queries', [$store] + ($sort === 'clicks' ? [] : ['sort' => $sort]) + $lens->query()) }}">Back to the first</a>@endif @if ($next)<a href="{{ route('weigh.queries', [$store, 'after' => $next] + ($sort === 'clicks' ? [] : ['sort' => $sort]) + $lens->query()) }}" rel="next">Next {{ App\Weigh\Lists\QueryList::PAGE }}</a>@endif</p>
@endsection
