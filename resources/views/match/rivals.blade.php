@extends('frame')
@section('title', 'Pages that take turns')
@section('content')
    <div class="head"><h1>Pages that take turns</h1></div>
    @include('match.tabs')
    <p class="hint">Two pages for one term. Where the results show now the one and now the other, somebody should say which it shall be. Two pages side by side in one result are often good, and are left alone here.</p>
    <div class="filters"><a href="{{ route('match.rivals', [$store] + $filter->query()) }}" @if (! $isAll) aria-current="true" @endif>take turns <b>@n($counts['turns'])</b></a><a href="{{ route('match.rivals', [$store, 'show' => 'all'] + $filter->query()) }}" @if ($isAll) aria-current="true" @endif>all that share a term <b>@n($counts['all'])</b></a></div>
    <table class="ledger tight" id="rivals">
        <thead><tr><th scope="col">Term</th><th scope="col">Page shown more</th><th scope="col" class="num">Impressions</th><th scope="col" class="num">Position</th><th scope="col">Other page</th><th scope="col" class="num">Impressions</th><th scope="col" class="num">Position</th><th scope="col" class="num" title="Days apart, beyond what chance explains; 0 is side by side">Apart</th><th scope="col" class="num" title="Clicks in four weeks that go missing on days with the lower page alone">Lost</th><th scope="col">Decided</th></tr></thead>
        <tbody>
        @forelse ($rows as $row)
            <tr><td class="clip g-title"><a href="{{ route('match.term', [$store, $row->termId]) }}" data-beside>{{ $row->term }}</a></td>
                <td class="clip g-title">{{ $pages[$row->pageId]['name'] ?? '' }}</td><td class="num">@n($row->impressions)</td><td class="num">{{ App\Platform\Web\Forms::number($row->positionMilli / 1000, 1) }}</td>
                <td class="clip g-title">{{ $pages[$row->rivalId]['name'] ?? '' }}</td><td class="num">@n($row->rivalImpressions)</td><td class="num">{{ App\Platform\Web\Forms::number($row->rivalPositionMilli / 1000, 1) }}</td>
                <td class="num">{{ round(100 * $row->turns) }}%</td><td class="num">{{ $row->lostClicks < 0.05 ? '' : App\Platform\Web\Forms::number($row->lostClicks, 1) }}</td><td class="nowrap">@if ($row->decision){{ $row->decision->label() }}@if ($row->reviewOn), <span class="soft">again {{ App\Platform\Web\Forms::day($row->reviewOn) }}</span>@endif @elseif ($row->takesTurns)<b class="hand">open</b>@endif</td></tr>
        @empty
            <tr><td colspan="10">No pages take turns. This needs search rows by page, query and day.</td></tr>
        @endforelse
        </tbody>
    </table>
    @include('pager')
@endsection
