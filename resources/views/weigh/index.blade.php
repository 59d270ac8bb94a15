@extends('frame')
@section('title', 'Weigh')
@push('scripts')<script src="{{ app(App\Store\Http\Assets::class)->url('weigh.js') }}" type="module"></script>@endpush
@php
    use App\Weigh\Lists\WeighedPages;
    $money = static fn (mixed $value): string => App\Weigh\Scoring\Scores::shown((float) $value);
    $to = static fn (array $changes): string => route('weigh', [$store] + array_filter(array_key_exists('sort', $changes) ? ['sort' => $changes['sort']] : ['sort' => $sort === $usual ? null : $sort]) + $lens->query(array_diff_key($changes, ['sort' => 1])));
    $units = App\Weigh\Numbers\Units::of($store);
    $currency = $units->unit($lens->market);
    $isMoney = $units->isMoney($lens->market);
    $active = $work?->isActive() ?? false;
    $previous = null;
    $end = $lens->against === 'year' ? '_year' : '_before';
@endphp
@section('content')
    <div class="head">
        <h1>Weigh</h1>
        <div class="tools">
            @if ($window)<span class="soft">{{ $window->isPeriod ? $window->inWords() : $lens->weeks.' weeks to '.(new DateTimeImmutable($window->lastDay))->format('j M Y') }}@if ($model), weighed {{ Illuminate\Support\Carbon::parse($model->scored_at)->setTimezone($store->timezone)->format('j M, H:i') }}@endif</span>@endif
            <a href="{{ route('weigh.export', [$store, 'csv']) }}">CSV</a> <a href="{{ route('weigh.export', [$store, 'xlsx']) }}">XLSX</a>
            @can('write', $store)@if ($window)<form method="post" action="{{ route('weigh.score', $store) }}">@csrf<button class="button" data-once>Weigh anew</button></form>@endif @endcan
        </div>
    </div>
    @include('weigh.tabs')
    @if ($active)<p class="note" role="status">The pages are being weighed {{ $model ? 'anew; what stands here is the last result.' : 'for the first time.' }}</p>@endif
    @if ($work?->problem)<p class="note is-hand" role="alert">{{ $work->problem }}</p>@endif
    @if (! $isSeen)
        <div class="note"><p>{{ $window === null ? 'Nothing can be weighed yet: no file and no feed has told clicks and impressions of this store.' : ($model || ! $window ? 'No clicks and impressions are known of the last weeks, so nothing can be weighed by what is searched.' : 'The pages have not been weighed yet.') }} Until then the core pages come first: home, then the collections and the products that {{ $window ? 'sell best' : 'most pages link to' }}.</p>
            <a href="{{ route('gather.files', $store) }}">Bring in search rows</a> <a href="{{ route('gather.feed', $store) }}">Connect a feed</a></div>
        @if ($core !== [])
        <form method="post" action="{{ route('worklists.add', $store) }}">@csrf
            <table class="ledger tight">
                <thead><tr><th scope="col" class="tick"><input type="checkbox" data-tick-all="[name='pages[]']" aria-label="Tick all"></th><th scope="col">Core page</th><th scope="col">Kind</th><th scope="col" class="num">Orders</th><th scope="col" class="num">Revenue</th><th scope="col" class="num">Links in</th></tr></thead>
                <tbody>@foreach ($core as $row)<tr><td class="tick"><input type="checkbox" name="pages[]" value="{{ $row->page_id }}" aria-label="Pick {{ $row->url }}"></td><td class="clip g-title"><a href="{{ route('page', [$store, $row->page_id]) }}" data-beside>{{ $row->title ?? $row->url }}</a></td><td>{{ App\Store\Kinds\PageKind::from((int) $row->kind)->label() }}</td><td class="num">@n($row->orders)</td><td class="num">@n($row->revenue)</td><td class="num">@n($row->links_in)</td></tr>@endforeach</tbody>
            </table>
            @include('weigh.send')
        </form>
        @endif
    @else
        @if (! $isMoney)<p class="note is-hand">No sales are known of these days, so nothing can be told in money: until sales rows are brought in, all sums here are clicks, those that could come more in four weeks.</p>@endif
        <div class="figures">
            <span><span class="big-number">{{ $money($total->upside) }}</span> {{ $currency }} in four weeks, about, could {{ $isMoney ? 'be earned' : 'come' }} more</span>
            <span><b>{{ $money($total->wording) }}</b> by better texts <span class="soft">({{ (float) $total->wording > 0 ? round(100 * $total->shown / $total->wording) : 0 }}% shown by the pages’ own clicks)</span></span>
            <span><b>{{ $money($total->lift) }}</b> by better positions, in three to six months</span>
        </div>
        @include('weigh.breaks')
        @include('weigh.lens', ['at' => 'weigh', 'keep' => $sort === $usual ? [] : ['sort' => $sort]])
        <div class="filters">
            <span class="of">What could be:</span>
            <a href="{{ $to(['sort' => null]) }}" @if ($sort === 'upside') aria-current="true" @endif>upside</a>@if ($isMoney) <a href="{{ $to(['sort' => 'extra_clicks']) }}" @if ($sort === 'extra_clicks') aria-current="true" @endif>extra clicks</a>@endif <a href="{{ $to(['sort' => 'impressions']) }}" @if ($sort === 'impressions') aria-current="true" @endif>impressions</a>
            <span class="of">What works:</span>
            <a href="{{ $to(['sort' => 'clicks']) }}" @if ($sort === 'clicks') aria-current="true" @endif>clicks</a> <a href="{{ $to(['sort' => 'revenue']) }}" @if ($sort === 'revenue') aria-current="true" @endif>revenue</a>
        </div>
        <form method="post" action="{{ route('worklists.add', $store) }}">@csrf
        <table class="ledger tight weighed" id="weighed">
            <thead><tr><th scope="col" class="tick"><input type="checkbox" data-tick-all="[name='pages[]']" aria-label="Tick all of this screen"></th><th scope="col">Page</th><th scope="col" class="num">Clicks</th><th scope="col" class="num" title="Beside {{ $lens->against === 'year' ? 'the same weeks a year earlier' : 'as many weeks before' }}">±</th><th scope="col" class="num">Impr.</th><th scope="col" class="num" title="Click rate; its uncertainty is told where you point at it">Rate</th><th scope="col" class="num" title="Mean over impressions; ± how far its queries lie from it">Pos.</th><th scope="col" class="num">Revenue</th>
                <th scope="col" class="num" title="{{ $isMoney ? 'Expected extra revenue' : 'Expected extra clicks' }} in 28 days{{ $isMoney ? ', '.$currency : '' }}">{{ $isMoney ? 'Upside' : 'Clicks more' }}</th><th scope="col" class="num" title="Four times in five it lies between these">Range</th><th scope="col" class="num" title="By better texts at the same positions, within about four weeks">Texts</th><th scope="col" class="num" title="By better positions, in three to six months">Pos’ns</th><th scope="col" title="When we last changed its texts in the shop">Touched</th><th scope="col">Why</th></tr></thead>
            <tbody>
            @forelse ($rows as $row)
                @php
                    $alike = $sort === 'upside' && $previous !== null && (float) $row->high >= (float) $previous->upside && (float) $row->upside > 0;
                    $rate = Orchard\Core\Demand\RateRange::of((int) $row->clicks, (int) $row->impressions);
                    $position = (int) $row->position_sum > 0 ? $row->position_sum / max(1, $row->impressions) / 1000 : null;
                    $spread = (int) $row->spread_milli / 1000;
                @endphp
                <tr>
                    <td class="tick"><input type="checkbox" name="pages[]" value="{{ $row->page_id }}" data-worth="{{ round((float) $row->upside, 2) }}" data-minutes="{{ $effort->minutes((int) $row->page_kind) }}" aria-label="Pick {{ preg_replace('~^https?://[^/]+~', '', $row->url) }}"></td>
                    <td class="clip w-page"><a href="{{ route('weigh.why', [$store, $row->page_id] + $lens->query()) }}" title="{{ $row->title ?? $row->url }}" data-beside>{{ preg_replace('~^https?://[^/]+~', '', $row->url) }}</a></td>
                    <td class="num">@n($row->clicks)</td><td class="num">@include('weigh.change', ['now' => (int) $row->{'clicks_beside'.$end}, 'then' => (int) $row->{'clicks'.$end}])</td><td class="num">@n($row->impressions)</td>
                    <td class="num" @if ($rate) title="Four times in five between {{ number_format(100 * $rate->low, 2) }}% and {{ number_format(100 * $rate->high, 2) }}%" @endif>{{ $rate ? number_format(100 * $rate->rate, 1).'%' : '–' }}</td>
                    <td class="num" @if ($position !== null) title="Positions lie about {{ number_format($spread, 1) }} around it{{ $spread > max(3, 0.8 * $position) ? ': near ones and far ones' : '' }}" @endif>{{ $position === null ? '–' : number_format($position, 1) }}@if ($spread > max(3, 0.8 * ($position ?? 0)))<span class="soft">±{{ round($spread) }}</span>@endif</td>
                    <td class="num">@if ($isMoney)@n($row->revenue)@else–@endif</td>
                    <td class="num"><b>{{ $money($row->upside) }}</b>@if ($alike)<span title="Cannot be told apart from the page above"> ≈</span>@endif</td>
                    <td class="num soft">{{ $money($row->low) }}–{{ $money($row->high) }}</td><td class="num">{{ $money($row->wording) }}</td><td class="num">{{ $money($row->lift) }}</td>
                    <td class="nowrap @if (App\Changes\LastTouched::isSettling($row->touched)) is-settling @endif" @if (App\Changes\LastTouched::isSettling($row->touched)) title="Changed less than six weeks ago: left to settle" @endif>{{ $row->touched === null ? '' : (new DateTimeImmutable($row->touched))->format('j M') }}{{ App\Changes\LastTouched::isSettling($row->touched) ? ' …' : '' }}</td>
                    <td class="clip w-why" title="{{ $row->reason }}@if ($row->worklist) – in “{{ $row->worklist }}”@endif">@if ($row->worklist)<span class="state is-growth" title="In the worklist “{{ $row->worklist }}”">listed</span> @endif{{ $row->reason }}</td>
                </tr>
                @php($previous = $row)
            @empty
                <tr><td colspan="14">No page fits. <a href="{{ route('weigh', $store) }}">Show all</a></td></tr>
            @endforelse
            </tbody>
        </table>
        @include('weigh.send')
        </form>
        <p class="pager">@if ($after)<a href="{{ $to([]) }}">First pages</a>@endif @if ($next)<a href="{{ $to(['after' => $next]) }}" rel="next">Next {{ WeighedPages::PAGE }} pages</a>@endif</p>
        <p class="hint">@if (! $lens->holdsWithheld())Of {{ App\Weigh\Numbers\Lens::className($lens->class) }} only what query rows tell is counted; what is withheld is in none of them. @endif Clicks, impressions, rate, position and revenue are those of what is chosen above; upside is always reckoned from the last {{ App\Store\Facts\NumberWindow::WEEKS }} weeks.</p>
    @endif
@endsection
