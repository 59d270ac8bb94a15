@extends('frame')
@section('title', 'Untangle')
@section('content')
    <div class="head"><h1>Untangle</h1><span class="soft">@if ($state)@n($safe->sum('urls') + $yours->sum('urls') + $decided->sum('urls') + $fine->sum('urls')) addresses beside or wrong about their keeper, found {{ Illuminate\Support\Carbon::parse($state->found_at)->setTimezone($store->timezone)->format('D j M, H:i') }}@endif</span>
        <div class="tools">@if ($ready > 0)<a href="{{ route('release', $store) }}"><b>@n($ready)</b> changes ready under Release</a>@can('write', $store)<form method="post" action="{{ route('untangle.drop', $store) }}">@csrf<button class="button">Take them back</button></form>@endcan @endif @can('write', $store)<form method="post" action="{{ route('untangle.find', $store) }}">@csrf<button class="button">Search anew</button></form>@endcan <span>As <a href="{{ route('untangle.export', [$store, 'csv']) }}">CSV</a> <a href="{{ route('untangle.export', [$store, 'xlsx']) }}">XLSX</a></span></div></div>
    @include('untangle.tabs')
    @include('untangle.progress')
    @if (! $state)
        <p>Nothing has been searched yet. The search begins by itself after each crawl; @can('write', $store)with “Search anew” it begins now.@endcan</p>
    @else
        @if ($drifts)
            <div class="note is-hand"><p><b>@n(count($drifts))</b> {{ count($drifts) === 1 ? 'address no longer shows' : 'addresses no longer show' }} what was released: {{ preg_replace('~^https?://[^/]+~', '', $drifts[0]->url) }} shows “{{ mb_strimwidth($drifts[0]->drifted === '' ? 'nothing' : $drifts[0]->drifted, 0, 80, '…') }}” instead of “{{ mb_strimwidth($drifts[0]->shown, 0, 80, '…') }}”.</p>
                @can('write', $store)<form method="post" action="{{ route('untangle.drifts', $store) }}">@csrf<button class="button" name="do" value="back">Put all back</button> <button class="button" name="do" value="accept">Take what shows as meant</button></form>@endcan</div>
        @endif
        <section>
            <div class="head tight-head"><h2>Safe now</h2><span class="soft">sure, and no address with clicks goes to an unlike page</span>
                @can('write', $store)@if ($safe->isNotEmpty())<form method="post" action="{{ route('untangle.carry-safe', $store) }}" class="tools">@csrf<button class="button is-growth">Make all @n($safe->sum('to_do') - $safe->sum('exceptions')) ready for release</button></form>@endif @endcan</div>
            @if ($safe->isEmpty())<p class="soft">Nothing is left here.</p>@else @include('untangle.causes', ['causes' => $safe])@endif
        </section>
        <section>
            <div class="head tight-head"><h2>Your call</h2><span class="soft">decide once, for all of its addresses and those that will come</span></div>
            @if ($yours->isEmpty())<p class="soft">Nothing waits for a decision.</p>@else @include('untangle.causes', ['causes' => $yours])@endif
        </section>
        @if ($picture)
            <section><div class="head tight-head"><h2>For example</h2><span class="soft">{{ App\Untangle\Lists\CauseWords::of($example->name, App\Untangle\Deciding\CauseSort::from($example->sort)) }}: <a href="{{ route('untangle.tangle', [$store, $picture->tangle]) }}">this tangle</a></span></div>
            @include('untangle.picture')</section>
        @endif
        @if ($decided->isNotEmpty())<section><h2>Decided</h2>@include('untangle.causes', ['causes' => $decided])</section>@endif
        @if ($fine->isNotEmpty())<section><h2>In order as they are</h2>@include('untangle.causes', ['causes' => $fine])</section>@endif
    @endif
@endsection
