@extends('frame')
@section('title', 'Queries')
@php($end = $lens->against === 'year' ? '_year' : '_before')
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
            @php($rate = Orchard\Core\Demand\RateRange::of((int) $row->clicks, (int) $row->impressions))
            <tr><td class="clip g-title"><a href="{{ route('weigh.query', [$store, $row->query_id] + $lens->query()) }}" data-beside>{{ $row->text }}</a></td><td class="nowrap soft">{{ Orchard\Core\Demand\QueryClass::from((int) $row->class)->label() }}</td>
                <td class="num">@n($row->clicks)</td><td class="num">@include('weigh.change', ['now' => (int) $row->{'clicks_beside'.$end}, 'then' => (int) $row->{'clicks'.$end}])</td><td class="num">@n($row->impressions)</td><td class="num">@include('weigh.change', ['now' => (int) $row->{'impressions_beside'.$end}, 'then' => (int) $row->{'impressions'.$end}])</td>
                <td class="num" @if ($rate) title="Four times in five between {{ App\Platform\Web\Forms::number(100 * $rate->low, 2) }}% and {{ App\Platform\Web\Forms::number(100 * $rate->high, 2) }}%" @endif>{{ $rate ? App\Platform\Web\Forms::number(100 * $rate->rate, 1).'%' : '–' }}</td>
                <td class="num">{{ $row->impressions > 0 && $row->position_sum > 0 ? App\Platform\Web\Forms::number($row->position_sum / $row->impressions / 1000, 1) : '–' }}@if ($row->spread_milli > 2000) <span class="soft">±{{ round($row->spread_milli / 1000) }}</span>@endif</td><td class="num">@n($row->pages)</td><td class="num">{{ $row->volume === null ? '' : App\Platform\Web\Forms::number((int) $row->volume) }}</td><td class="num">{{ $row->difficulty === null ? '' : App\Platform\Web\Forms::number((float) $row->difficulty) }}</td></tr>
        @empty
            <tr><td colspan="11">No queries match, or none have been imported yet.</td></tr>
        @endforelse
        </tbody>
    </table>
    <p class="pager">@if ($after)<a href="{{ route('weigh.queries', [$store] + ($sort === 'clicks' ? [] : ['sort' => $sort]) + $lens->query()) }}">Back to the first</a>@endif @if ($next)<a href="{{ route('weigh.queries', [$store, 'after' => $next] + ($sort === 'clicks' ? [] : ['sort' => $sort]) + $lens->query()) }}" rel="next">Next {{ App\Weigh\Lists\QueryList::PAGE }}</a>@endif</p>
@endsection
