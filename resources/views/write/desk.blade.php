@extends('frame')
@section('title', 'Writing desk')
@push('scripts')<script src="{{ app(App\Platform\Web\Assets::class)->url('desk.js') }}" type="module"></script>@endpush
@section('content')
    <h1 class="sr">Writing desk</h1>
    <div class="tabs-row">
    @include('write.tabs')
    <form class="filters" method="get" action="{{ route('write', $store) }}" role="search">
        @foreach ($filter->query(['q' => null]) as $key => $value)<input type="hidden" name="{{ $key }}" value="{{ $value }}">@endforeach
        <label for="q" class="sr">Find by name</label>
        <input class="input" id="q" name="q" size="22" maxlength="100" value="{{ $filter->search }}" placeholder="name">
        <button class="button">Find</button>
        @if ($filter->search !== '')<a href="{{ route('write', [$store] + $filter->query(['q' => null])) }}">clear</a>@endif
        @if ($filter->selection !== null)<a href="{{ route('write', [$store] + $filter->query(['selection' => null])) }}" title="Remove this filter">selected pages ✕</a>@endif
        <span class="of">Sort by</span>
        @foreach (array_diff_key(App\Write\Desk\DeskFilter::SORTS, $window ? [] : ['seen' => 1], $filter->selection ? [] : ['picked' => 1]) as $key => $label)
            <a href="{{ route('write', [$store] + $filter->query(['sort' => $key === 'name' ? null : $key])) }}" @if ($filter->sort === $key) aria-current="true" @endif>{{ $label }}</a>
        @endforeach
        <span class="saved-line soft" id="saved-line" role="status" aria-live="polite">All saved</span>
    </form>
    </div>
    <div hx-get="{{ route('write.counts', [$store] + $filter->query()) }}" hx-trigger="load, texts-saved from:body delay:1s" class="filters counts-box" id="desk-counts"><span class="soft">Counting …</span></div>
    @cannot('write', $store)<p class="note">You can read this desk, but not write: your role here is viewer. The store’s owner can change that.</p>@endcannot
    <div class="desk" id="desk" data-save="{{ url('/s/'.$store->slug.'/write/texts') }}" data-widths="{{ app(App\Platform\Web\Assets::class)->url('widths.json') }}" data-limits="{{ json_encode($limits) }}" data-may-write="{{ Gate::allows('write', $store) ? 'yes' : 'no' }}">
        <form method="post" action="{{ route('write.ready', [$store] + $filter->query()) }}" id="ready-form">
            @csrf
            <table class="desk-rows">
                <colgroup>@can('write', $store)<col class="c-pick">@endcan<col class="c-page">@if ($window)<col class="c-seen">@endif<col><col class="c-room"><col><col class="c-room"><col class="c-state"></colgroup>
                <thead><tr>
                    @can('write', $store)<th scope="col"><input type="checkbox" data-tick-all=".pick" aria-label="All rows"></th>@endcan<th scope="col">Page</th>@if ($window)<th scope="col" class="num" title="Clicks, and below them impressions, over {{ $window->inWords() }}">Clicks</th>@endif<th scope="col" title="Live now, and below it your text">Title</th><th scope="col" class="num" title="Characters, and below them pixels left before it is cut off">px left</th><th scope="col" title="Live now, and below it your text">Description</th><th scope="col" class="num" title="Characters, and below them pixels left before it is cut off">px left</th><th scope="col">State</th>
                </tr></thead>
                <tbody>
                @include('write.rows', ['mayWrite' => Gate::allows('write', $store), 'pageUrl' => url('/s/'.$store->slug.'/gather/pages').'/'])
                @if ($rows === [])
                    <tr><td colspan="8">@if ($filter->query() === [])No products or collections yet. <a href="{{ route('gather.crawl', $store) }}">Crawl the store</a> first: each product, collection, article and plain page that it finds becomes a row here.@else No page matches. <a href="{{ route('write', $store) }}">Show all</a>@endif</td></tr>
                @endif
                </tbody>
            </table>
            <p class="pager">
                @if ($filter->after)<a href="{{ route('write', [$store] + $filter->query()) }}">Back to the first</a>@endif
                @if ($next)<a href="{{ route('write', [$store] + $filter->query(['after' => $next])) }}" rel="next">Next {{ App\Write\Desk\DeskList::PAGE }}</a>@endif
            </p>
            <p class="filters"><span class="of">Download this view:</span><a href="{{ route('write.export', [$store, 'xlsx'] + $filter->query()) }}">XLSX</a><a href="{{ route('write.export', [$store, 'csv'] + $filter->query()) }}">CSV</a>@can('write', $store)<button class="button" formmethod="get" formaction="{{ route('write.export', [$store, 'xlsx']) }}">Download the ticked</button>@endcan</p>
            @can('write', $store)
                <div class="filters">
                    <input type="hidden" name="mark" value="ready">
                    <button class="button is-growth" name="scope" value="rows">Mark the ticked as ready</button>
                    <button class="button" name="scope" value="filter">Mark all drafts of this view as ready</button>
                    @if ($recipes->isNotEmpty())<label>Recipe <span class="select"><select name="recipe">@foreach ($recipes as $one)<option value="{{ $one->id }}">{{ $one->name }}</option>@endforeach</select></span></label><button class="button" name="scope" value="ticked" formaction="{{ route('write.recipe.try', $store) }}">Try on the ticked</button> <button class="button" name="scope" value="view" formaction="{{ route('write.recipe.try', [$store] + $filter->query()) }}">Try on this view</button>@endif
                </div>
            @endcan
        </form>
        <aside class="desk-side" aria-label="Result card">
            <h2 id="side-name">Result card</h2>
            <div id="side-card"><p class="hint">Click into a title or description to see how it looks in search results.</p></div>
            @can('write', $store)<p class="keys"><kbd>Enter</kbd> or <kbd>↓</kbd> next row · <kbd>↑</kbd> row before · <kbd>Tab</kbd> next field · <kbd>Ctrl</kbd> <kbd>S</kbd> save · <kbd>Esc</kbd> undo since the last save · <kbd>Alt</kbd> <kbd>Backspace</kbd> back to the shop’s text · <kbd>Ctrl</kbd> <kbd>Enter</kbd> save and tick</p>@endcan
        </aside>
    </div>
@endsection
