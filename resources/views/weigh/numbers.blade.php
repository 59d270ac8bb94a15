@extends('frame')
@section('title', 'Sums')
@php
    use App\Weigh\Numbers\GroupSums;
    use App\Weigh\Numbers\Lens;
    $isTold = array_filter($rows, static fn ($row): bool => (! in_array($by, ['device', 'class'], true) || (int) $row->group->name !== Lens::ALL) && $row->group->sums->then->impressions > 0) !== [];
    $isWhole = $lens->device === Lens::ALL && $lens->class === Lens::ALL;
@endphp
@section('content')
    <div class="head"><h1>Sums</h1>@if ($window)<div class="tools"><span class="soft">{{ $window->isPeriod ? $window->inWords() : $lens->weeks.' weeks to '.App\Platform\Web\Forms::day($window->lastDay) }}</span></div>@endif</div>
    @include('weigh.tabs')
    @include('weigh.lens', ['at' => 'weigh.numbers', 'keep' => $by === 'kind' ? [] : ['by' => $by], 'parts' => in_array($by, ['folder', 'collection'], true) ? ['weeks', 'against', 'device', 'class', 'market'] : ['weeks', 'against', 'device', 'class', 'kind', 'market']])
    @include('weigh.breaks')
    @if ($weeks !== [])
        @php($from = max(0, count($weeks) - 2 * max(13, $lens->weeks)))
        @include('weigh.axis', ['label' => 'Clicks', 'events' => $events = array_values(array_filter($events, static fn ($one) => $one['last'] >= $weeks[$from]->week)), 'bars' => array_map(static fn (int $i): array => ['week' => $weeks[$i]->week, 'value' => $weeks[$i]->sums->clicks, 'faint' => $i < count($weeks) - $lens->weeks, 'title' => "Week of {$weeks[$i]->week}: ".App\Platform\Web\Forms::number($weeks[$i]->sums->clicks).' clicks of '.App\Platform\Web\Forms::number($weeks[$i]->sums->impressions).' impressions'.($isWhole ? ', '.App\Platform\Web\Forms::number($weeks[$i]->sums->orders).' orders' : '').(isset($partWeeks[$weeks[$i]->week]) ? '; '.$partWeeks[$weeks[$i]->week].' of 7 days have data' : '')], range($from, count($weeks) - 1))])
        <p class="hint">Clicks by week, {{ $lens->holdsWithheld() && $lens->device === Lens::ALL ? 'all pages' : 'from query rows alone' }}; the last {{ $lens->weeks }} in full colour. @if ($events === []) <a href="{{ route('calendar', $store) }}">Enter sales, holidays and breaks in the data</a> to see them marked here. @endif</p>
    @endif
    <div class="filters"><span class="of">By</span>@foreach (GroupSums::SORTS as $key => $label)<a href="{{ route('weigh.numbers', [$store, 'by' => $key] + $lens->query()) }}" @if ($by === $key) aria-current="true" @endif>{{ mb_strtolower($label) }}</a>@endforeach <a href="{{ route('weigh.queries', [$store] + $lens->query()) }}">query</a> <a href="{{ route('weigh', [$store, 'sort' => 'clicks'] + $lens->query()) }}">page</a></div>
    @can('write', $store)@if ($window && ! $window->isPeriod)
        <form method="post" action="{{ route('weigh.ranges', $store) }}" class="filters">@csrf<span class="of">Other dates</span> <label>from <input class="input" type="date" name="first" required value="{{ old('first') }}"></label><label>to <input class="input" type="date" name="last" required value="{{ old('last') }}"></label><button class="button" data-once>Show</button>
            @foreach ($ranges as $range)<a href="{{ route('weigh.range', [$store, $range->id]) }}">{{ App\Platform\Web\Forms::day($range->firstDay) }} to {{ App\Platform\Web\Forms::day($range->lastDay) }}</a>@endforeach</form>
    @endif @endcan
    @if ($by === 'week')
        <table class="ledger tight" data-sortable>
            <thead><tr><th scope="col">Week of</th><th scope="col" class="num">Clicks</th><th scope="col" class="num">Impressions</th><th scope="col" class="num">CTR</th><th scope="col" class="num">Position</th>@if ($isWhole)<th scope="col" class="num">Orders</th><th scope="col" class="num">Revenue</th>@endif</tr></thead>
            <tbody>@forelse (array_reverse($weeks) as $row)<tr><td data-value="{{ $row->week }}">{{ App\Platform\Web\Forms::day($row->week) }}@if (isset($partWeeks[$row->week])) <span class="soft">{{ $partWeeks[$row->week] }} of 7 days have data</span>@endif</td><td class="num">@n($row->sums->clicks)</td><td class="num">@n($row->sums->impressions)</td><td class="num">{{ $row->sums->rate() === null ? '–' : App\Platform\Web\Forms::number(100 * $row->sums->rate()->rate, 1).'%' }}</td><td class="num">{{ $row->sums->position() === null ? '–' : App\Platform\Web\Forms::number($row->sums->position(), 1) }}</td>@if ($isWhole)<td class="num">@n($row->sums->orders)</td><td class="num">@n($row->sums->revenue)</td>@endif</tr>@empty<tr><td colspan="7">No data yet.</td></tr>@endforelse</tbody>
        </table>
    @else
        <table class="ledger tight" id="groups" data-sortable>
            <thead><tr><th scope="col">{{ GroupSums::SORTS[$by] }}</th><th scope="col" class="num">Pages</th><th scope="col" class="num">Clicks</th><th scope="col" class="num">Change</th><th scope="col" class="num">Impressions</th><th scope="col" class="num">Change</th><th scope="col" class="num">CTR</th><th scope="col" class="num">Position</th>@if ($isWhole && ! in_array($by, ['device', 'class'], true))<th scope="col" class="num">Orders</th><th scope="col" class="num">Revenue</th>@endif</tr></thead>
            <tbody>
            @php($told = ['clicks' => 0, 'impressions' => 0])
            @forelse ($rows as $row)
                @php($now = $row->group->sums->now)
                @php($rate = $now->rate())
                @php($isTotal = $row->group->isTotal($by))
                @php($told = $isTotal ? $told : ['clicks' => $told['clicks'] + $now->clicks, 'impressions' => $told['impressions'] + $now->impressions])
                <tr @if ($isTotal) class="is-sum" @endif><td class="wrap-any">@if ($row->asked)<a href="{{ route('weigh', [$store, 'sort' => 'clicks'] + $lens->query($row->asked)) }}">{{ $row->label }}</a>@elseif ($by === 'collection')<a href="{{ route('page', [$store, $row->group->name]) }}">{{ $row->label }}</a>@elseif ($by === 'folder')<a href="{{ route('gather', [$store, 'folder' => $row->label, 'sort' => 'clicks']) }}">{{ $row->label }}</a>@else{{ $row->label }}@endif</td>
                    <td class="num">@n($row->group->pages)</td><td class="num">@n($now->clicks)</td><td class="num">@if ($isTold && $isCompared)@include('weigh.change', ['now' => $row->group->sums->beside->clicks, 'then' => $row->group->sums->then->clicks])@else<span class="soft" title="No data for those weeks">–</span>@endif</td><td class="num">@n($now->impressions)</td><td class="num">@if ($isTold && $isCompared)@include('weigh.change', ['now' => $row->group->sums->beside->impressions, 'then' => $row->group->sums->then->impressions])@else<span class="soft">–</span>@endif</td>
                    <td class="num" @if ($rate) title="Four times in five between {{ App\Platform\Web\Forms::number(100 * $rate->low, 2) }}% and {{ App\Platform\Web\Forms::number(100 * $rate->high, 2) }}%" @endif>{{ $rate ? App\Platform\Web\Forms::number(100 * $rate->rate, 1).'%' : '–' }}</td><td class="num">{{ $now->position() === null ? '–' : App\Platform\Web\Forms::number($now->position(), 1) }}</td>
                    @if ($isWhole && ! in_array($by, ['device', 'class'], true))<td class="num">@n($now->orders)</td><td class="num">@n($now->revenue)</td>@endif</tr>
            @empty
                <tr><td colspan="10">{{ $lens->device === Lens::ALL && $lens->class === Lens::ALL ? 'No page has numbers yet.' : 'No file tells rows by that device and class of query.' }}</td></tr>
            @endforelse
            @if ($by === 'class' && $rows !== [] && ($all = collect($rows)->first(static fn ($row): bool => (int) $row->group->name === Lens::ALL)?->group->sums->now) !== null)
                <tr><td class="soft"><x-own-word of="withheld">withheld</x-own-word></td><td></td><td class="num">{{ App\Platform\Web\Forms::number($all->clicks - $told['clicks']) }}</td><td></td><td class="num">{{ App\Platform\Web\Forms::number($all->impressions - $told['impressions']) }}</td><td></td><td></td><td></td></tr>
            @endif
            </tbody>
        </table>
        @if ($by === 'collection')<p class="hint">A product counts in every collection whose main content links to it, so these do not add up to the store.</p>@endif
        @if ($by === 'folder')<p class="hint">Folders of the first level, and of the second within them: the second are part of the first.</p>@endif
        @if ($by === 'device' && ($all = collect($rows)->first(static fn ($row): bool => (int) $row->group->name === Lens::ALL)?->group->sums->now) !== null)<p class="hint">{{ $all->clicks === $told['clicks'] ? 'The devices add up to all.' : 'Of '.App\Platform\Web\Forms::number($all->clicks).' clicks '.App\Platform\Web\Forms::number($told['clicks']).' are told by device.' }}</p>@endif
    @endif
@endsection
