@extends('frame')
@section('title', 'Terms without a page')
@php
    $unit = $state && $state->money ? $market->currency : 'clicks';
@endphp
@section('content')
    <div class="head"><h1>Terms without a page</h1><div class="tools">@if ($show === 'planned' && ($counts[3] ?? 0) > 0)@can('write', $store)<form method="post" action="{{ route('match.write', $store) }}" class="inline">@csrf<button class="button is-growth">Write the planned pages</button></form>@endcan @endif</div></div>
    @include('match.tabs')
    <p class="hint">What people look for and no page of yours goes for. Where enough products in stock have all its words, a collection could be made of them; questions want an article.</p>
    <div class="filters">@foreach (['open' => ['open', 0], 'planned' => ['planned', 3], 'left' => ['left without a page', 4], 'not-stocked' => ['not stocked', 2]] as $key => [$label, $served])@if ($key === $show || ($counts[$served] ?? 0) > 0)<a href="{{ route('match.open', [$store] + ($key === 'open' ? [] : ['show' => $key]) + $filter->query()) }}" @if ($key === $show) aria-current="true" @endif>{{ $label }} <b>@n($counts[$served])@if ($counts[$served] >= App\Platform\Web\Pager::MOST)+@endif</b></a>@endif @endforeach</div>
    <table class="ledger tight" id="open-terms">
        <thead><tr><th scope="col">Term</th><th scope="col">Proposed</th><th scope="col" class="num">Searches</th><th scope="col" class="num">Difficulty</th><th scope="col" class="num">Products in stock</th><th scope="col" class="num" title="What a page made for it could earn in four weeks, and how far that could be off">{{ $unit }} in four weeks</th>@can('write', $store)<th scope="col"><span class="sr">Decide</span></th>@endcan</tr></thead>
        <tbody>
        @forelse ($rows as $row)
            @php
                $kind = $row->kind();
                [$low, $high] = $row->range($reach);
            @endphp
            <tr><td class="clip g-title"><a href="{{ route('match.term', [$store, $row->id]) }}" data-beside>{{ $row->term }}</a></td><td @class(['clip' => $show === 'planned', 'nowrap' => $show !== 'planned'])>@if ($show === 'planned')<b>{{ $row->planName }}</b> <span class="soft">{{ $row->planUrl ? App\Stores\Http\ShownUrl::of($store, $row->planUrl) : 'no address yet' }}@if ($row->written > 0), {{ $row->written }} {{ $row->written === 1 ? 'text' : 'texts' }} written @endif</span>@elseif ($kind === Orchard\Core\Terms\AskedFor::Article)an article @elseif ($row->products >= 3)a collection @elseif ($row->products > 0)<span class="soft">{{ $row->products === 1 ? 'one product has all its words' : 'few products have all its words' }}</span>@else<span class="soft">no product has all its words</span>@endif @if ($row->reason)<span class="soft">{{ $row->reason }}</span>@endif @if ($row->reviewOn)<span class="soft">again {{ App\Platform\Web\Forms::day($row->reviewOn) }}</span>@endif</td>
                <td class="num">{{ $row->volume === null ? '' : App\Platform\Web\Forms::number($row->volume) }}</td><td class="num">{{ $row->difficulty === null ? '' : App\Platform\Web\Forms::number($row->difficulty) }}</td><td class="num">{{ $row->products === null ? '' : App\Platform\Web\Forms::number($row->products) }}</td>
                <td class="num nowrap"><b>{{ App\Platform\Web\Forms::rough($row->potential) }}</b> <span class="soft">{{ App\Platform\Web\Forms::rough($low) }} to {{ App\Platform\Web\Forms::rough($high) }}</span></td>
                @can('write', $store)<td class="nowrap"><form method="post" action="{{ route('match.plan', [$store, $row->id]) }}" class="inline">@csrf @if ($show === 'open' || $show === 'not-stocked')<button class="button" name="plan" value="planned" title="At the address where such pages stand; the term’s panel lets you choose another">Plan a page<span class="sr"> for {{ $row->term }}</span></button> <button class="button" name="plan" value="left">Leave<span class="sr"> {{ $row->term }} without a page</span></button>@else @if ($row->planPage)<button class="button" formaction="{{ route('match.write', [$store, 'page' => $row->planPage]) }}">Write<span class="sr"> {{ $row->planName }}</span></button> @endif<button class="button" name="plan" value="open">Open again<span class="sr"> {{ $row->term }}</span></button>@endif</form></td>@endcan</tr>
        @empty
            <tr><td colspan="7">{{ $state === null ? 'Nothing has been matched yet.' : 'No term is like that.' }}</td></tr>
        @endforelse
        </tbody>
    </table>
    @include('pager')
@endsection
