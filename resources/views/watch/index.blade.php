@extends('frame')
@section('title', 'Watch')
@php
    use App\Platform\Web\Forms;
    use App\Watch\Lists\Figure;
    use App\Watch\Lists\GainBar;
    $today = $store->today();
    $bar = GainBar::of($rows);
@endphp
@section('content')
    <div class="head"><h1>Watch</h1><span class="soft">Did it pay?</span>
        <div class="tools">@if ($rows)<a href="{{ route('watch.export', [$store, 'csv']) }}">CSV</a> <a href="{{ route('watch.export', [$store, 'xlsx']) }}">XLSX</a>@endif @can('write', $store)<form method="post" action="{{ route('watch.judge', $store) }}">@csrf<button class="button" data-once>Judge again</button></form>@endcan</div>
    </div>
    @include('watch.tabs')
    @include('watch.progress')
    <div id="watch-list" @follows('watch-list', 'results')>
    @if ($isFirst)@include('watch.sum')@endif
    @if ($rows === [])
        <p class="note">Nothing has been changed yet whose result could be judged.</p>
        <p>What is released is judged by itself: about six weeks after it went live, when search engines have fetched the pages again and four whole weeks have passed. Each result is set against pages of the same kind that were left alone, so that the season, outages and luck are not taken for success.</p>
        @can('write', $store)<p>A change that a theme, a campaign or another tool made can be judged the same way: <a class="in-text" href="{{ route('watch.mark', $store) }}">mark it with its day and pages</a>.</p>@endcan
        @if ($window === null)<p class="soft">Search numbers are needed, too: <a class="in-text" href="{{ route('gather', $store) }}">bring them in under Gather</a>.</p>@endif
    @else
    @if ($window?->isPeriod)<p class="note is-hand">The search numbers tell a period as a whole and no weeks; nothing can be judged by them. Bring in rows by day.</p>@endif
    <div class="scroll"><table class="ledger" id="results">
        <thead><tr><th scope="col">Change</th><th scope="col">Live</th><th scope="col" class="num">Pages</th><th scope="col" class="num">Clicks in 28 days</th><th scope="col">Range, 9 times in 10</th><th scope="col" class="num">Worth</th><th scope="col" class="num">Promised</th><th scope="col">What can be said</th><th scope="col">Decided</th></tr></thead>
        <tbody>
        @foreach ($rows as $row)<tr>
            <th scope="row" class="name"><a href="{{ route('watch.change', [$store, $row->id]) }}">{{ $row->name }}</a>@if ($row->source !== App\Watch\Changed\ChangeSource::Release) <span class="soft">{{ $row->source->label() }}</span>@endif</th>
            <td class="nowrap">{{ Forms::day($row->day) }}</td>
            <td class="num">@n($row->pages)</td>
            <td class="num">@if ($row->gain)<b>{{ Figure::signed($row->gain['clicks']) }}</b>@else<span class="soft">–</span>@endif</td>
            <td>@if ($row->gain)@include('watch.bar', ['gain' => $row->gain, 'verdict' => $row->verdict])@endif</td>
            <td class="num">@if ($row->money() !== null && $row->gain){{ Figure::rough($row->money()) }} {{ $row->currency }}@else<span class="soft">–</span>@endif</td>
            <td class="num">@if ($row->promised !== null && $row->clickValue !== null){{ Figure::rough($row->promised) }}@else<span class="soft">–</span>@endif</td>
            <td><span class="verdict is-{{ $row->verdictKey() }}">{{ $row->words($today) }}</span></td>
            <td>@if ($row->waits())<a class="in-text" href="{{ route('watch.change', [$store, $row->id]) }}">to be read</a>@elseif ($row->decision->value > 0){{ $row->decision->label() }}@endif</td>
        </tr>@endforeach
        </tbody>
    </table></div>
    @if ($next)<p class="pager"><a href="{{ route('watch', [$store, 'after' => $next]) }}">Earlier changes</a></p>@endif
    @if ($across)
    <h2>Over all changes</h2>
    <div class="scroll"><table class="ledger tight" id="across">
        <thead><tr><th scope="col">Work</th><th scope="col" class="num">Changes</th><th scope="col" class="num">Pages</th><th scope="col" class="num">Clicks in 28 days</th><th scope="col" class="num">9 times in 10 between</th><th scope="col" class="num">Of what would have come</th></tr></thead>
        @foreach ($across as $by => $some)<tbody><tr class="is-group"><th scope="rowgroup" colspan="6">{{ $by }}</th></tr>@foreach ($some as $one)<tr><td>{{ $one->name }}</td><td class="num">@n($one->changes)</td><td class="num">@n($one->pages)</td><td class="num">@if ($one->isTold())<b>{{ Figure::signed($one->clicks->value) }}</b>@else{{ Figure::signed($one->clicks->value) }}@endif</td><td class="num">{{ Figure::whole($one->clicks->low()) }} and {{ Figure::whole($one->clicks->high()) }}</td><td class="num">{{ $one->share() === null ? '' : ($one->share() >= 0 ? '+' : '−').Forms::number(abs(100 * $one->share()), 1).'%' }}</td></tr>@endforeach</tbody>@endforeach
    </table></div>
    @endif
    @if ($learned)<p class="note">Of the gap in CTR that {{ $learned->kept->changes === 1 ? 'one release' : Forms::number($learned->kept->changes).' releases' }} meant to close, about <b>{{ Forms::number(100 * $learned->share()) }}%</b> was closed ({{ Figure::whole(100 * $learned->kept->low()) }}% to {{ Figure::whole(100 * $learned->kept->high()) }}%, 9 times in 10). Weigh assumes {{ Forms::number(100 * $learned->assumed) }}%.@if ($learned->differs()) <a class="in-text" href="{{ route('weigh.what-if', [$store, 'share' => $learned->share()]) }}">See what {{ Forms::number(100 * $learned->share()) }}% would change</a>; it can be taken over there, and back.@endif</p>@endif
    <p class="hint">Clicks are those beyond what would have come, as pages of the same kind went that were left alone; revenue is these clicks at what a click of such pages is worth. “Promised” is what Weigh said of their wording on the day they went out.</p>
    @endif
    </div>
@endsection
