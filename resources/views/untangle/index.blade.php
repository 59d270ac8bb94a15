@extends('frame')
@section('title', 'Untangle')
@section('content')
    <div @follows('untangle', 'tangles', 'texts')>
    <div class="head"><h1>Duplicates by cause</h1><span class="soft">@if ($foundAt)@n($safe->sum('urls') + $yours->sum('urls') + $going->sum('urls') + $decided->sum('urls') + $fine->sum('urls')) duplicate URLs and wrong canonicals, found {{ App\Platform\Web\Forms::moment($foundAt, $store->timezone) }}@endif</span>
        <div class="tools">@if ($ready > 0)<a href="{{ route('release', $store) }}"><b>@n($ready)</b> {{ $ready === 1 ? 'change' : 'changes' }} ready for release</a>@can('write', $store)<form method="post" action="{{ route('untangle.drop', $store) }}">@csrf<button class="button">Withdraw them</button></form>@endcan @endif @can('write', $store)<form method="post" action="{{ route('untangle.find', $store) }}">@csrf<button class="button">Search again</button></form>@endcan <span>Download <a href="{{ route('untangle.export', [$store, 'csv']) }}">CSV</a> <a href="{{ route('untangle.export', [$store, 'xlsx']) }}">XLSX</a></span></div></div>
    @include('untangle.tabs')
    @include('untangle.progress')
    @if (! $foundAt)
        <p class="note">No search for duplicates has run yet. It starts by itself after each crawl{{ $crawled ? '' : ': crawl the store first' }}.@can('write', $store) @if ($crawled)“Search again” starts it now.@else <a href="{{ route('gather.crawl', $store) }}">Crawl the store</a>@endif @endcan</p>
    @else
        @if ($drifts)
            <div class="note is-hand"><p><b>@n(count($drifts))</b> {{ count($drifts) === 1 ? 'URL no longer shows' : 'URLs no longer show' }} what was released: {{ App\Stores\Http\ShownUrl::of($store, $drifts[0]->url) }} shows “{{ mb_strimwidth($drifts[0]->now === '' ? 'nothing' : $drifts[0]->now, 0, 80, '…') }}” instead of “{{ mb_strimwidth($drifts[0]->shown, 0, 80, '…') }}”.</p>
                @can('write', $store)<form method="post" action="{{ route('untangle.drifts', $store) }}">@csrf<button class="button" name="do" value="back">Set all again</button> <button class="button" name="do" value="accept">Accept what the pages show</button></form>@endcan</div>
        @endif
        <section>
            <div class="head tight-head"><h2>Safe now</h2><span class="soft">certain, and no URL with clicks is sent to a page with other content</span>
                @can('write', $store)@if ($safe->isNotEmpty())<form method="post" action="{{ route('untangle.carry-safe', $store) }}" class="tools">@csrf<button class="button is-growth">Make all @n(max(0, $safe->sum('toDo') - $safe->sum('exceptions') - $safe->sum('ready') - $safe->sum('live'))) ready for release</button></form>@endif @endcan</div>
            @if ($safe->isEmpty())<p class="soft">Nothing is left to do here.</p>@else @include('untangle.causes', ['causes' => $safe])@endif
        </section>
        <section>
            <div class="head tight-head"><h2>Your call</h2><span class="soft">decide once, for all URLs of the cause and those that later crawls find</span></div>
            @if ($yours->isEmpty())<p class="soft">No cause waits for a decision.</p>@else @include('untangle.causes', ['causes' => $yours])@endif
        </section>
        @if ($going->isNotEmpty())<section><div class="head tight-head"><h2>On the way</h2><span class="soft">all URLs are ready for release or live; the next crawl looks at them again</span></div>@include('untangle.causes', ['causes' => $going])</section>@endif
        @if ($picture)
            <section><div class="head tight-head"><h2>For example</h2><span class="soft">{{ $example->words() }}: <a href="{{ route('untangle.tangle', [$store, $picture->tangle]) }}">this tangle</a></span></div>
            @include('untangle.picture')</section>
        @endif
        @if ($decided->isNotEmpty())<section><h2>Decided</h2>@include('untangle.causes', ['causes' => $decided])</section>@endif
        @if ($fine->isNotEmpty())<section><h2>Nothing to do</h2>@include('untangle.causes', ['causes' => $fine])</section>@endif
    @endif
    </div>
@endsection
