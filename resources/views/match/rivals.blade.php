@extends('frame')
@section('title', 'Pages that take turns')
@section('content')
    <div class="head"><h1>Pages that take turns</h1></div>
    @include('match.tabs')
    <p class="hint">Two pages for one term. Where the results show now the one and now the other, somebody should say which it shall be. Two pages side by side in one result are often good, and are left alone here.</p>
    <div class="filters"><a href="{{ route('match.rivals', [$store] + $filter->query()) }}" @if (! $isAll) aria-current="true" @endif>take turns <b>@n((int) $counts->turns)</b></a><a href="{{ route('match.rivals', [$store, 'show' => 'all'] + $filter->query()) }}" @if ($isAll) aria-current="true" @endif>all that share a term <b>@n((int) $counts->n)</b></a></div>
    <table class="ledger tight" id="rivals">
        <thead><tr><th scope="col">Term</th><th scope="col">Page shown more</th><th scope="col" class="num">Impressions</th><th scope="col" class="num">Position</th><th scope="col">Other page</th><th scope="col" class="num">Impressions</th><th scope="col" class="num">Position</th><th scope="col" class="num" title="Days apart, beyond what chance explains; 0 is side by side">Apart</th><th scope="col" class="num" title="Clicks in four weeks that go missing on days with the lower page alone">Lost</th><th scope="col">Decided</th></tr></thead>
        <tbody>
        @forelse ($rows as $row)
            <tr><td class="clip g-title"><a href="{{ route('match.term', [$store, $row->term_id]) }}" data-beside>{{ $row->term }}</a></td>
                <td class="clip g-title">{{ $pages[(int) $row->page_id]['name'] ?? '' }}</td><td class="num">@n($row->impressions)</td><td class="num">{{ App\Platform\Web\Forms::number($row->position_milli / 1000, 1) }}</td>
                <td class="clip g-title">{{ $pages[(int) $row->rival_id]['name'] ?? '' }}</td><td class="num">@n($row->rival_impressions)</td><td class="num">{{ App\Platform\Web\Forms::number($row->rival_position_milli / 1000, 1) }}</td>
                <td class="num">{{ round(100 * $row->turns) }}%</td><td class="num">{{ $row->lost_clicks < 0.05 ? '' : App\Platform\Web\Forms::number((float) $row->lost_clicks, 1) }}</td><td class="nowrap">@if ($row->decision){{ App\Match\Rivalries\Verdict::from($row->decision)->label() }}@if ($row->review_on), <span class="soft">again {{ App\Platform\Web\Forms::day($row->review_on) }}</span>@endif @elseif ($row->takes_turns)<b class="hand">open</b>@endif</td></tr>
        @empty
            <tr><td colspan="10">No pages take turns. This needs search rows by page, query and day.</td></tr>
        @endforelse
        </tbody>
    </table>
    @include('pager')
@endsection
