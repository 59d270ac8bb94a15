@extends('frame')
@section('title', 'Pages')
@php
    $keep = $filter->query();
    $hidden = static fn (string $name, array $query): string => implode('', array_map(static fn (string $key, string $value): string => '<input type="hidden" name="'.e("{$name}[$key]").'" value="'.e($value).'">', array_keys($query), $query));
@endphp
@section('content')
    <div class="head">
        <h1>Pages</h1>
        <div class="tools">
            @if ($crawl)<span class="soft">Last crawl {{ App\Platform\Web\Forms::moment($crawl->startedAt, $store->timezone) }}, {{ $crawl->state }}@if ($window); numbers of {{ $window->inWords() }}@endif</span>@endif
            @can('write', $store)<form method="post" action="{{ route('gather.crawl.start', $store) }}">@csrf<button class="button" data-once>Crawl now</button></form>@endcan
        </div>
    </div>
    @include('gather.tabs')
    @if (! $crawl && $rows === [] && ! $filter->asksForSome())
        <div class="note">
            <p>No pages are known yet. A crawl reads every page that can be reached by links or sitemaps, and what the shop’s API tells, where one is connected.</p>
            @can('write', $store)<form method="post" action="{{ route('gather.crawl.start', $store) }}">@csrf<button class="button is-growth" data-once>Start the first crawl</button></form>@endcan
        </div>
    @elseif ($arriving !== [])
        <div @follows('arriving', 'pages', 'work')>
        <p class="note" role="status">The first crawl is under way: @n($crawl->fetched) pages so far. Kinds, links and duplicates follow when it is done. <a href="{{ route('gather.crawl', $store) }}">Progress</a></p>
        <table class="ledger"><thead><tr><th scope="col">Page</th><th scope="col">Title</th><th scope="col" class="num">Status</th></tr></thead><tbody>@foreach ($arriving as $row)<tr><td class="clip g-page"><a href="{{ route('page', [$store, $row->id]) }}">{{ App\Stores\Http\ShownUrl::of($store, $row->url) }}</a></td><td class="clip g-title">{{ $row->title }}</td><td class="num">{{ $row->status }}</td></tr>@endforeach</tbody></table>
        </div>
    @else
        <div hx-get="{{ route('gather.counts', [$store] + $keep) }}" hx-trigger="load" hx-swap="outerHTML" class="filters two-lines"><span class="soft">Counting …</span></div>
        <div class="filters">
            <form class="filters" method="get" action="{{ route('gather', $store) }}" role="search">
                @foreach ($filter->query(['q' => null, 'exact' => null]) as $key => $value)<input type="hidden" name="{{ $key }}" value="{{ $value }}">@endforeach
                <label for="q">Find</label>
                <input class="input" id="q" name="q" size="22" maxlength="100" value="{{ $filter->search }}" placeholder="words in title or URL">
                <label><input type="checkbox" name="exact" value="1" @checked($filter->exact)> exact part of the URL</label>
                <button class="button">Find</button>
            </form>
            <details class="drop">
                <summary>Filters and columns</summary>
                <form method="get" action="{{ route('gather.ask', $store) }}" class="drop-sheet">
                    {!! $hidden('keep', array_diff_key($keep, $filter->asked, ['columns' => 1])) !!}
                    <table class="ledger tight">
                        <thead><tr><th scope="col">Show</th><th scope="col">Column</th><th scope="col">Filter</th></tr></thead>
                        <tbody>
                        @foreach (App\Gather\Pages\PageColumn::cases() as $column)
                            @continue($column->needsNumbers() && ! $window)
                            @php($asked = $filter->asked[$column->value] ?? '')
                            <tr>
                                <td><input type="checkbox" name="show[]" value="{{ $column->value }}" id="s-{{ $column->value }}" @checked(in_array($column, $columns, true)) aria-label="Show {{ $column->label() }}"></td>
                                <td><label for="s-{{ $column->value }}">{{ $column->label() }}</label></td>
                                <td>
                                @if ($column->isNumber())
                                    @php([$from, $to] = explode('..', $asked) + ['', ''])
                                    <input class="input" size="6" inputmode="decimal" pattern="-?\d{1,10}(\.\d{1,2})?" name="by[{{ $column->value }}][from]" value="{{ $from }}" aria-label="{{ $column->label() }} from"> to <input class="input" size="6" inputmode="decimal" pattern="-?\d{1,10}(\.\d{1,2})?" name="by[{{ $column->value }}][to]" value="{{ $to }}" aria-label="{{ $column->label() }} to">
                                @elseif ($column->choices() === [])
                                    <input class="input" size="6" inputmode="numeric" pattern="\d{1,3}" name="by[{{ $column->value }}]" value="{{ $asked }}" aria-label="{{ $column->label() }}">
                                @else
                                    <span class="select"><select name="by[{{ $column->value }}]" aria-label="{{ $column->label() }}"><option value="">anything</option>@foreach ($column->choices() as $key => $label)<option value="{{ $key }}" @selected($asked === (string) $key)>{{ $label }}</option>@endforeach</select></span>
                                @endif
                                </td>
                            </tr>
                        @endforeach
                        </tbody>
                    </table>
                    <p><button class="button is-growth">Apply</button></p>
                </form>
            </details>
            <details class="drop">
                <summary>Saved views</summary>
                <div class="drop-sheet">
                    @forelse ($views as $view)
                        <p class="line"><a href="{{ route('gather', $store) }}?{{ $view->query }}">{{ $view->name }}</a> @if ($view->isShared)<span class="soft">shared</span>@endif
                            @if ($view->userId === auth()->id())<form method="post" action="{{ route('gather.view.drop', [$store, $view->id]) }}">@csrf<button class="button" aria-label="Delete the view {{ $view->name }}">Delete</button></form>@endif</p>
                    @empty
                        <p class="soft">No saved views yet.</p>
                    @endforelse
                    @if ($selections !== [])<h2>Lists</h2>@foreach ($selections as $list)<p class="line"><a href="{{ route('gather', [$store, 'selection' => $list->id]) }}">{{ $list->name }}</a> <span class="soft">@n($list->pages) pages</span></p>@endforeach @endif
                    <form method="post" action="{{ route('gather.views', $store) }}">@csrf {!! $hidden('filter', $keep) !!}
                        <label class="label-line" for="view-name">Save this view as</label>
                        <input class="input" id="view-name" name="name" maxlength="80" required> <label><input type="checkbox" name="shared" value="1"> for everybody</label> <button class="button">Save</button>
                    </form>
                </div>
            </details>
            <details class="drop">
                <summary>Paste URLs</summary>
                <form method="post" action="{{ route('gather.paste', $store) }}" class="drop-sheet">@csrf
                    <label class="label-line" for="addresses">One URL per line, complete or from the first slash</label>
                    <textarea class="textarea wide" id="addresses" name="addresses" rows="8" required>{{ old('addresses') }}</textarea>
                    <p><button class="button is-growth">Show these pages</button></p>
                </form>
            </details>
            <details class="drop" id="by-folder">
                <summary>By folder</summary>
                <div class="drop-sheet" hx-get="{{ route('gather.folders', [$store] + $keep) }}" hx-trigger="intersect once"><p class="soft">Adding up …</p></div>
            </details>
            @if (count($markets) > 1)
                <span class="of">Market</span>
                @foreach ($markets as $market)<a href="{{ route('gather', [$store] + $filter->query(['market' => $filter->market === $market->id ? null : (string) $market->id])) }}" @if ($filter->market === $market->id) aria-current="true" @endif>{{ $market->name }}</a>@endforeach
            @endif
        </div>
        @if ($filter->asksForSome())
            <div class="filters asked">
                <span class="of">Only</span>
                @foreach ($filter->asked as $key => $asked)
                    <a href="{{ route('gather', [$store] + $filter->query([$key => null])) }}" title="Remove this filter">{{ App\Gather\Pages\PageFilter::words(App\Gather\Pages\PageColumn::from($key), $asked) }} ✕</a>
                @endforeach
                @if ($filter->search !== '')<a href="{{ route('gather', [$store] + $filter->query(['q' => null, 'exact' => null])) }}" title="Remove this filter">“{{ $filter->search }}” ✕</a>@endif
                @if ($filter->folder !== '')<a href="{{ route('gather', [$store] + $filter->query(['folder' => null])) }}" title="Remove this filter">under {{ $filter->folder }} ✕</a>@endif
                @if ($selection)<a href="{{ route('gather', [$store] + $filter->query(['selection' => null])) }}" title="Remove this filter">{{ $selection->name !== '' ? 'list “'.$selection->name.'”' : 'selected pages' }} ✕</a>@endif
                @if ($filter->market !== null)<a href="{{ route('gather', [$store] + $filter->query(['market' => null])) }}" title="Remove this filter">one market ✕</a>@endif
                <span hx-get="{{ route('gather.count', [$store] + $keep) }}" hx-trigger="load" hx-swap="outerHTML" class="soft">…</span>
            </div>
        @endif
        <form method="post" action="{{ route('gather.send', $store) }}" id="picked">
            @csrf
            {!! $hidden('filter', $filter->query()) !!}
            @include('gather.rows')
            <div class="filters send">
                <label><input type="checkbox" name="all" value="1"> all that match, not only the ticked</label>
                <span class="of">send to</span>
                <button class="button" name="to" value="desk">the writing desk</button>
                <button class="button" name="to" value="csv">CSV</button>
                <button class="button" name="to" value="xlsx">XLSX</button>
                <label for="list-name">or save as list</label> <input class="input" id="list-name" name="name" size="16" maxlength="120"> <button class="button" name="to" value="list">Save</button>
            </div>
        </form>
        @if ($selection && $selection->name !== '')@can('write', $store)<form method="post" action="{{ route('gather.selection.drop', [$store, $selection->id]) }}">@csrf<button class="button">Delete the list “{{ $selection->name }}”</button></form>@endcan @endif
    @endif
@endsection
