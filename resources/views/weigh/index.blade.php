@extends('frame')
@section('title', 'What is worth most')
@push('scripts')<script src="{{ app(App\Platform\Web\Assets::class)->url('weigh.js') }}" type="module"></script>@endpush
@php
    use App\Weigh\Lists\WeighedPages;
    $money = static fn (mixed $value): string => App\Weigh\Numbers\Units::shown((float) $value);
    $to = static fn (array $changes): string => route('weigh', [$store] + array_filter(array_key_exists('sort', $changes) ? ['sort' => $changes['sort']] : ['sort' => $sort === $usual ? null : $sort]) + $lens->query(array_diff_key($changes, ['sort' => 1])));
    $units = App\Weigh\Numbers\Units::of($store);
    $currency = $units->unit($lens->market);
    $isMoney = $units->isMoney($lens->market);
    $active = $work?->isActive() ?? false;
    $previous = null;
@endphp
@section('content')
    <div class="head">
        <h1>What is worth most</h1>
        <div class="tools">
            @if ($window)<span class="soft">{{ $window->isPeriod ? $window->inWords() : $lens->weeks.' weeks to '.App\Platform\Web\Forms::day($window->lastDay) }}@if ($scoredAt), calculated {{ App\Platform\Web\Forms::moment($scoredAt, $store->timezone) }}@endif</span>@endif
            <a href="{{ route('weigh.export', [$store, 'csv']) }}">CSV</a> <a href="{{ route('weigh.export', [$store, 'xlsx']) }}">XLSX</a>
            @can('write', $store)@if ($window)<form method="post" action="{{ route('weigh.score', $store) }}">@csrf<button class="button" data-once>Calculate again</button></form>@endif @endcan
        </div>
    </div>
    @include('weigh.tabs')
    @if ($active)<p class="note" role="status">The upside of all pages is being calculated{{ $scoredAt ? ' again; the last result is shown.' : ' for the first time.' }}</p>@endif
    @if ($work?->problem)<p class="note is-hand" role="alert">{{ $work->problem }}</p>@endif
    @if (! $isSeen)
        <div class="note"><p>{{ $window === null ? 'There are no clicks and impressions yet, so the upside cannot be calculated.' : ($scoredAt || ! $window ? 'There are no clicks and impressions of the last weeks, so the upside cannot be calculated.' : 'The upside has not been calculated yet.') }} Until then, start with the core pages: home, then the collections and products that {{ $window ? 'sell best' : 'most pages link to' }}.</p>
            <a href="{{ route('gather.files', $store) }}">Import search data</a> <a href="{{ route('gather.feed', $store) }}">Connect a feed</a></div>
        @if ($core !== [])
        <form method="post" action="{{ route('worklists.add', $store) }}">@csrf
            <table class="ledger tight">
                <thead><tr><th scope="col" class="tick"><input type="checkbox" data-tick-all="[name='pages[]']" aria-label="Tick all"></th><th scope="col">Core page</th><th scope="col">Kind</th><th scope="col" class="num">Orders</th><th scope="col" class="num">Revenue</th><th scope="col" class="num">Links in</th></tr></thead>
                <tbody>@foreach ($core as $row)<tr><td class="tick"><input type="checkbox" name="pages[]" value="{{ $row->pageId }}" aria-label="Tick {{ $row->url }}"></td><td class="clip g-title"><a href="{{ route('page', [$store, $row->pageId]) }}" data-beside>{{ $row->title ?? $row->url }}</a></td><td>{{ App\Stores\Kinds\PageKind::from($row->kind)->label() }}</td><td class="num">@n($row->orders)</td><td class="num">@n($row->revenue)</td><td class="num">@n($row->linksIn)</td></tr>@endforeach</tbody>
            </table>
            @include('weigh.send')
        </form>
        @endif
    @else
        @if (! $isMoney)<p class="note is-hand">No sales data for these days: all sums are extra clicks in 28 days. Import sales to see money.</p>@endif
        <div class="figures">
            <span><span class="big-number">{{ $money($total->upside) }}</span> {{ $currency }} <x-own-word of="upside">upside</x-own-word> in 28 days</span>
            <span><b>{{ $money($total->wording) }}</b> from better texts <span class="soft" title="The rest is estimated from similar pages">({{ $total->wording > 0 ? round(100 * $total->shown / $total->wording) : 0 }}% proved by the pages’ own clicks)</span></span>
            <span><b>{{ $money($total->lift) }}</b> from better positions, in 3 to 6 months</span>
        </div>
        @include('weigh.breaks')
        @include('weigh.lens', ['at' => 'weigh', 'keep' => $sort === $usual ? [] : ['sort' => $sort], 'more' => $isMoney ? ['Sort by extra clicks', $to(['sort' => 'extra_clicks']), $sort === 'extra_clicks'] : null])
        <form method="post" action="{{ route('worklists.add', $store) }}">@csrf
        <table class="ledger tight weighed" id="weighed" data-wide>
            <thead><tr><th scope="col" class="tick"><input type="checkbox" data-tick-all="[name='pages[]']" aria-label="Tick all rows"></th><th scope="col">Page</th><th scope="col" class="num" @if ($sort === 'clicks') aria-sort="descending" @endif><a href="{{ $to(['sort' => 'clicks' === $usual ? null : 'clicks']) }}">Clicks</a></th><th scope="col" class="num" title="Compared with {{ $lens->against === 'year' ? 'the same weeks a year earlier' : 'the weeks before' }}">Change</th><th scope="col" class="num" @if ($sort === 'impressions') aria-sort="descending" @endif><a href="{{ $to(['sort' => 'impressions' === $usual ? null : 'impressions']) }}">Impressions</a></th><th scope="col" class="num" title="Clicks by impressions">CTR</th><th scope="col" class="num" title="Average position, weighted by impressions">Position</th><th scope="col" class="num" @if ($sort === 'revenue') aria-sort="descending" @endif><a href="{{ $to(['sort' => 'revenue' === $usual ? null : 'revenue']) }}">Revenue</a></th>
                <th scope="col" class="num" title="{{ $isMoney ? 'Expected extra revenue' : 'Expected extra clicks' }} in 28 days{{ $isMoney ? ', '.$currency : '' }}" @if ($sort === 'upside') aria-sort="descending" @endif><a href="{{ $to(['sort' => $usual === 'upside' ? null : 'upside']) }}">{{ $isMoney ? 'Upside' : 'Extra clicks' }}</a></th><th scope="col" class="num" title="The upside lies in this range four times in five">Range</th><th scope="col" class="num" title="Upside from better texts at the same positions, within about 4 weeks">Texts</th><th scope="col" class="num" title="Upside from better positions, in 3 to 6 months">Positions</th><th scope="col">Why</th></tr></thead>
            <tbody>
            @forelse ($rows as $row)
                @php
                    $alike = $sort === 'upside' && $previous !== null && $row->isAlike($previous);
                    $rate = $row->sums->now->rate();
                    $position = $row->sums->now->position();
                    $spread = $row->spreadMilli / 1000;
                @endphp
                <tr id="page-{{ $row->pageId }}">
                    <td class="tick"><input type="checkbox" name="pages[]" value="{{ $row->pageId }}" data-worth="{{ round((float) $row->upside, 2) }}" data-minutes="{{ $effort->minutes($row->pageKind->value) }}" aria-label="Tick {{ App\Stores\Http\ShownUrl::of($store, $row->url) }}"></td>
                    <td class="clip w-page"><a href="{{ route('weigh.why', [$store, $row->pageId] + $lens->query()) }}" title="{{ $row->url }}" data-beside>{{ $row->title ?? App\Stores\Http\ShownUrl::of($store, $row->url) }}</a></td>
                    <td class="num">@n($row->sums->now->clicks)</td><td class="num">@include('weigh.change', ['now' => $row->sums->beside->clicks, 'then' => $row->sums->then->clicks])</td><td class="num">@n($row->sums->now->impressions)</td>
                    <td class="num" @if ($rate) title="Four times in five between {{ App\Platform\Web\Forms::number(100 * $rate->low, 2) }}% and {{ App\Platform\Web\Forms::number(100 * $rate->high, 2) }}%" @endif>{{ $rate ? App\Platform\Web\Forms::number(100 * $rate->rate, 1).'%' : '–' }}</td>
                    <td class="num" @if ($position !== null) title="Its queries lie about {{ App\Platform\Web\Forms::number($spread, 1) }} positions around this average" @endif>{{ $position === null ? '–' : App\Platform\Web\Forms::number($position, 1) }}@if ($spread > max(3, 0.8 * ($position ?? 0)))<span class="soft">±{{ round($spread) }}</span>@endif</td>
                    <td class="num">@if ($isMoney)@n($row->sums->now->revenue)@else–@endif</td>
                    <td class="num"><b>{{ $money($row->upside) }}</b><span class="alike" @if ($alike) title="Not measurably different from the page above" @endif>{{ $alike ? '≈' : '' }}</span></td>
                    <td class="num soft">{{ $money($row->low) }}–{{ $money($row->high) }}</td><td class="num">{{ $money($row->wording) }}</td><td class="num">{{ $money($row->lift) }}</td>
                    <td class="clip w-why" title="{{ $row->reason }}@if ($row->lead) – lead term: {{ $row->lead }}@endif @if ($row->worklist) – in “{{ $row->worklist }}”@endif">@if ($row->worklist)<span class="state is-growth" title="In the worklist “{{ $row->worklist }}”">listed</span> @endif @if ($row->touched !== null)<span class="soft @if (App\Changes\LastTouched::isSettling($row->touched)) is-settling @endif" title="{{ App\Changes\LastTouched::isSettling($row->touched) ? 'Released less than 6 weeks ago: wait for the effect before you change it again' : 'When its texts were last released from here' }}">released {{ App\Platform\Web\Forms::day($row->touched) }}</span> @endif{{ $row->reason }}</td>
                </tr>
                @php($previous = $row)
            @empty
                <tr><td colspan="13">No page matches. <a href="{{ route('weigh', $store) }}">Show all</a></td></tr>
            @endforelse
            </tbody>
        </table>
        @include('weigh.send')
        </form>
        <p class="pager">@if ($after)<a href="{{ $to([]) }}">Back to the first</a>@endif @if ($next)<a href="{{ $to(['after' => $next]) }}" rel="next">Next {{ WeighedPages::PAGE }}</a>@endif</p>
        <section class="under-list" hx-get="{{ route('weigh.curve', [$store] + $lens->query()) }}" hx-select="#curve-box" hx-trigger="intersect once" hx-swap="innerHTML"><p class="soft">Position and CTR …</p></section>
        <p class="hint">@if (! $lens->holdsWithheld())Clicks of {{ App\Weigh\Numbers\Lens::className($lens->class) }} come from query rows alone, without withheld clicks. @endif Clicks, impressions, CTR, position and revenue follow the filters above; upside always uses the last {{ App\Facts\NumberWindow::WEEKS }} weeks.</p>
    @endif
@endsection
