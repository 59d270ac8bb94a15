@extends('frame')
@section('title', 'By hand or by recipe')
@php
    $money = static fn (mixed $value): string => App\Weigh\Numbers\Units::shown((float) $value);
    $currency = App\Weigh\Numbers\Units::of($store)->unit($lens->market);
    $n = count($cut->curve);
    $step = $n > 0 ? max(1, (int) ceil($cut->looked / 200)) : 1;
    $x = static fn (int $pages): float => round(10 + 960 * sqrt($pages / max(1, $cut->looked)), 1);
    $y = static fn (float $upside): float => round(190 - 176 * $upside / max(1e-9, $cut->total), 1);
@endphp
@section('content')
    <div class="head"><h1>By hand or by recipe</h1></div>
    @include('weigh.tabs')
    @include('weigh.lens', ['at' => 'weigh.cut', 'parts' => ['kind', 'market']])
    @if ($cut->looked === 0)
        <p class="note">No page has an upside in money yet.</p>
    @else
    <p class="hint">Pages by upside. A page is worth writing by hand if the part of its upside that a recipe would miss ({{ round(100 * $store->options()->assumed('hand_share')) }}%, an assumption) pays for the work within half a year, and as long as the month has hours left. A recipe writes the rest. Hours, costs and this part are in the <a href="{{ route('settings', [$store, 'money']) }}">settings</a>.</p>
    <svg class="weeks wide-weeks" viewBox="0 0 980 210" role="img" aria-label="Upside of the first pages together, up to {{ App\Platform\Web\Forms::number($cut->looked) }} pages; the table below says the same">
        <line class="axis" x1="10" x2="970" y1="190.5" y2="190.5"/>
        <path class="curve-line" d="M10 190 @foreach ($cut->curve as $i => $sum) L{{ $x($i * $step + 1) }} {{ $y($sum) }} @endforeach"/>
        @if ($chosen > 0)<line class="cut-line" x1="{{ $x($chosen) }}" x2="{{ $x($chosen) }}" y1="10" y2="190"/><text class="tick-text" x="{{ $x($chosen) > 860 ? $x($chosen) - 5 : $x($chosen) + 5 }}" text-anchor="{{ $x($chosen) > 860 ? 'end' : 'start' }}" y="182">{{ App\Platform\Web\Forms::number($chosen) }} by hand</text>@endif
        @foreach ([10, 50, 200, 1000, 3000] as $tick)@if ($tick < $cut->looked)<text class="tick-text" x="{{ $x($tick) }}" y="205" text-anchor="middle">{{ App\Platform\Web\Forms::number($tick) }}</text>@endif @endforeach
    </svg>
    <form method="get" action="{{ route('weigh.cut', $store) }}" class="filters">
        @foreach ($lens->query() as $key => $value)<input type="hidden" name="{{ $key }}" value="{{ $value }}">@endforeach
        <label>By hand: the first <input class="input short" name="pages" inputmode="numeric" value="{{ $chosen }}"></label> pages <button class="button">Apply</button> <span class="soft">proposed: @n($cut->proposed), for {{ $cut->fitting <= $cut->paying ? 'the month has no more hours; '.App\Platform\Web\Forms::number($cut->paying).' would pay' : 'the next page would not pay for the work' }}</span>
    </form>
    <table class="ledger tight" id="cut">
        <thead><tr><th scope="col" class="num">First pages</th><th scope="col" class="num">Total upside</th><th scope="col" class="num">Share</th><th scope="col" class="num">Upside of the last</th><th scope="col" class="num">Hours by hand</th><th scope="col" class="num">Cost</th><th scope="col"><span class="sr">Which is proposed</span></th></tr></thead>
        <tbody>@foreach ($cut->steps as $row)<tr @if ($row['pages'] === $chosen) class="is-sum" @endif><td class="num">@n($row['pages'])</td><td class="num">{{ $money($row['upside']) }} {{ $currency }}</td><td class="num">{{ round(100 * $row['part']) }}%</td><td class="num">{{ $money($row['marginal']) }}</td><td class="num">{{ App\Platform\Web\Forms::number($row['hours'], 1) }}</td><td class="num">{{ $money($row['cost']) }}</td><td>{{ $row['pages'] === $cut->proposed ? 'proposed' : '' }}</td></tr>@endforeach</tbody>
    </table>
    <p class="hint">Upside is in 28 days.</p>
    @can('write', $store)
    @if ($chosen > 0)
    <form method="post" action="{{ route('weigh.cut.take', [$store] + $lens->query()) }}" class="filters send">@csrf<input type="hidden" name="pages" value="{{ $chosen }}">
        @if ($worklists !== [])<label>Put the first @n($chosen) into <span class="select"><select name="to">@foreach ($worklists as $one)<option value="{{ $one->id }}">{{ $one->name }}</option>@endforeach</select></span></label><button class="button" data-once>Put in</button>@else<a href="{{ route('worklists', $store) }}">Make a worklist</a>@endif
    </form>
    <form method="post" action="{{ route('weigh.cut.take', [$store] + $lens->query()) }}" class="filters">@csrf<input type="hidden" name="pages" value="{{ $chosen }}"><button class="button" name="to" value="tail" data-once>Take the rest to the writing desk</button> <span class="soft">to apply a recipe</span></form>
    @endif
    @endcan
    @endif
@endsection
