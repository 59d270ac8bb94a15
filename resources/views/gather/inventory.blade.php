@extends('frame')
@section('title', 'Inventory')
@section('content')
    <div class="head">
        <h1>Gather</h1>
        <div class="tools">
            @if ($crawl)<span class="soft">Last crawl {{ Illuminate\Support\Carbon::parse($crawl->started_at)->setTimezone($store->timezone)->format('D j M, H:i') }}, {{ $crawl->state }}@if ($window); numbers over {{ $window->inWords() }}@endif</span>@endif
            <a href="{{ route('gather.export', [$store, 'csv']) }}">CSV</a> <a href="{{ route('gather.export', [$store, 'xlsx']) }}">XLSX</a>
            @can('write', $store)<form method="post" action="{{ route('gather.crawl.start', $store) }}">@csrf<button class="button" data-once>Crawl now</button></form>@endcan
        </div>
    </div>
    @include('gather.tabs')
    @if (! $crawl)
        <div class="note">
            <p>Nothing is known of this store yet. A crawl reads every page that links lead to, and what the shop’s admin API tells of products and collections.</p>
            @can('write', $store)<form method="post" action="{{ route('gather.crawl.start', $store) }}">@csrf<button class="button is-growth" data-once>Start the first crawl</button></form>@endcan
        </div>
    @else
        <div hx-get="{{ route('gather.counts', [$store] + $filter->query()) }}" hx-trigger="load" hx-swap="outerHTML" class="filters"><span class="soft">Counting …</span></div>
        <form class="filters" method="get" action="{{ route('gather', $store) }}" role="search">
            @foreach ($filter->query(['q' => null, 'exact' => null]) as $key => $value)<input type="hidden" name="{{ $key }}" value="{{ $value }}">@endforeach
            <label for="q">Find</label>
            <input class="input" id="q" name="q" size="30" maxlength="100" value="{{ $filter->search }}" placeholder="beginnings of words">
            <label><input type="checkbox" name="exact" value="1" @checked($filter->exact)> exactly so in the address</label>
            <button class="button">Find</button>
            @if ($filter->search !== '')<a href="{{ route('gather', [$store] + $filter->query(['q' => null, 'exact' => null])) }}">all again</a>@endif
            <span class="of">Sorted by</span>
            @foreach (array_diff_key(App\Gather\Inventory\PageFilter::SORTS, $window ? [] : ['clicks' => 1, 'impressions' => 1, 'revenue' => 1]) as $key => $label)
                <a href="{{ route('gather', [$store] + $filter->query(['sort' => $key === 'address' ? null : $key])) }}" @if ($filter->sort === $key) aria-current="true" @endif>{{ $label }}</a>
            @endforeach
        </form>
        @include('gather.rows')
    @endif
@endsection
