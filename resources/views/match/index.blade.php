@extends('frame')
@section('title', 'Match')
@push('scripts')<script src="{{ app(App\Platform\Web\Assets::class)->url('match.js') }}" type="module"></script>@endpush
@php
    $unit = $state && $state->money ? $market->currency : 'clicks';
    $to = static fn (array $changes): string => route('match', [$store] + $filter->query($changes));
@endphp
@section('content')
    <div class="head"><h1>Match</h1>
        <div class="tools">@if ($state)<span class="soft">@n($state->leads) of @n($state->pages) pages have a lead term, {{ App\Platform\Web\Forms::moment($state->matchedAt, $store->timezone) }}</span>@endif
            @can('write', $store)<form method="post" action="{{ route('match.suggest', $store) }}" class="inline">@csrf<button class="button">{{ $state ? 'Match again' : 'Match terms and pages' }}</button></form>@endcan</div>
    </div>
    @include('match.tabs')
    @if (count($markets) > 1)<div class="filters"><span class="of">Market</span>@foreach ($markets as $one)<a href="{{ $to(['market' => $one->id]) }}" @if ($one->id === $market->id) aria-current="true" @endif>{{ $one->name }}</a>@endforeach</div>@endif
    @if ($state === null)
        <p class="hint">Terms come from your search data, from keyword lists and from the lists of rivals. Each page is proposed one lead term and each term one page, so that all together are worth most. @if ($work && $work->isActive()) The first matching is under way. @endif</p>
    @endif
    <div class="filters match-views">
        @foreach (App\Match\Terms\TermFilter::VIEWS as $view => $label)@if ($view === 'all' || $view === $filter->view || ($counts[$view] > 0 && $view !== 'tracked'))<a href="{{ $to(['view' => $view === 'all' ? null : $view, 'group' => null]) }}" @if ($view === $filter->view) aria-current="true" @endif>{{ $label }} <b>@n($counts[$view])@if ($view !== 'all' && $counts[$view] >= App\Platform\Web\Pager::MOST)+@endif</b></a>@endif @endforeach
        <form method="get" action="{{ route('match', $store) }}" class="inline" role="search">@foreach ($filter->query(['words' => null, 'asked' => null]) as $name => $value)<input type="hidden" name="{{ $name }}" value="{{ $value }}">@endforeach
            <label>asks for <span class="select"><select name="asked" data-go><option value="">anything</option>@foreach (Orchard\Core\Terms\AskedFor::cases() as $kind)<option value="{{ $kind->value }}" @selected($filter->asked === $kind)>{{ $kind->label() }}</option>@endforeach</select></span></label>
            <input class="input short-search" type="search" name="words" value="{{ $filter->words }}" placeholder="find a term" aria-label="Find a term"><button class="button">Show</button></form>
        <span class="of">Order</span>@foreach (App\Match\Terms\TermFilter::ORDERS as $order => $label)<a href="{{ $to(['order' => $order === 'worth' ? null : $order]) }}" @if ($order === $filter->order) aria-current="true" @endif>{{ $label }}</a>@endforeach
    </div>
    @if ($head)<p class="note">Only the group of <b>{{ $head }}</b>. <a href="{{ $to(['group' => null]) }}">All terms</a></p>@endif
    <form method="post" action="{{ route('match.act', $store) }}" id="match-form">@csrf
    @can('write', $store)<div class="match-bar"><button class="button" name="do" value="lock" data-ticked data-key="l" title="L">Lock the ticked</button> <button class="button" name="do" value="unlock" data-ticked>Unlock</button> @if ($filter->view === 'out')<button class="button" name="do" value="take-in" data-ticked>Take in again</button>@else<button class="button" name="do" value="leave-out" data-ticked data-key="x" title="X">Leave out</button>@endif <button class="button" name="do" value="track" data-ticked>Track</button>@if ($filter->view === 'tracked') <button class="button" name="do" value="untrack" data-ticked>Track no longer</button>@endif
        @if ($undo)<button class="button" formaction="{{ route('match.undo', $store) }}" formnovalidate title="{{ $undo }}">Undo</button>@endif @if ($redo)<button class="button" formaction="{{ route('match.redo', $store) }}" formnovalidate title="{{ $redo }}">Redo</button>@endif
        <details class="drop"><summary>More</summary><div class="drop-sheet match-more">
            <p><label>Tags <input class="input" name="tags" maxlength="190"></label> <label>group <input class="input" name="group" maxlength="190"></label> <label>asks for <span class="select"><select name="asked"><option value="">as told</option>@foreach (Orchard\Core\Terms\AskedFor::cases() as $kind)<option value="{{ $kind->value }}">{{ $kind->label() }}</option>@endforeach</select></span></label> <button class="button" name="do" value="say" data-ticked>Say so of the ticked</button></p>
            <p><a href="{{ route('match.export', [$store, 'xlsx']) }}">Pages with their terms, XLSX</a> · <a href="{{ route('match.export', [$store, 'csv']) }}">CSV</a></p>
            <p><a href="{{ route('match.export', [$store, 'xlsx', 'what' => 'terms']) }}">All terms, XLSX</a> · <a href="{{ route('match.export', [$store, 'csv', 'what' => 'terms']) }}">CSV</a></p>
        </div></details></div>@endcan
    <div class="match-grid" @follows('match-grid', 'matched')>
        <table class="ledger tight match-terms">
            <thead><tr><th class="tick" scope="col"><span class="sr">Tick</span></th><th scope="col">Term</th><th scope="col">Asks for</th><th scope="col" class="num" title="Searches a month, by your keyword list">Searches</th><th scope="col" class="num" title="Impressions in the weeks that lists sum">Impressions</th><th scope="col" class="num" title="Average position of all your pages for it">Position</th><th scope="col" class="num" title="{{ $filter->view === 'open' ? 'What a page made for it could earn in four weeks' : 'What its best page could earn with it in four weeks' }}">{{ $unit }}</th></tr></thead>
            <tbody>
            @forelse ($rows as $nth => $row)
                <tr data-row="{{ $nth }}" data-term="{{ $row->id }}" @class(['is-open' => in_array($row->served, [0, 2], true), 'is-rival' => $row->rivals])><td class="tick"><input type="checkbox" name="terms[]" value="{{ $row->id }}" aria-label="{{ $row->term }}"></td>
                    <td class="clip"><a href="{{ route('match.term', [$store, $row->id]) }}" data-beside>{{ $row->term }}</a>@if ($row->forms > 1) <span class="soft" title="{{ $row->forms }} forms of it are searched">+{{ $row->forms - 1 }}</span>@endif</td>
                    <td class="soft nowrap" title="{{ Orchard\Core\Reasons\Reason::wordsOf(Orchard\Core\Terms\GroundType::class, $row->because) }}">{{ App\Match\Terms\Asks::kind($row->asked)?->value }}</td>
                    <td class="num">{{ $row->volume === null ? '' : App\Platform\Web\Forms::number((int) $row->volume) }}</td><td class="num soft">@n($row->impressions)</td><td class="num">{{ $row->positionMilli === 0 ? '–' : App\Platform\Web\Forms::number($row->positionMilli / 1000, 1) }}</td><td class="num"><b>{{ App\Platform\Web\Forms::rough($filter->view === 'open' ? $row->potential : $row->worth) }}</b></td></tr>
            @empty
                <tr><td colspan="7">{{ $state === null ? 'No terms yet.' : 'No term is like that.' }}</td></tr>
            @endforelse
            </tbody>
        </table>
        <div class="match-lines"><p class="match-legend"><span class="key is-lead">leads</span> <span class="key is-support">supports</span> <span class="key is-rival">rival</span></p>
            <svg viewBox="0 0 {{ App\Match\Screens\TermPicture::WIDTH }} {{ max(count($rows), count($picture->pages)) * App\Match\Screens\TermPicture::ROW }}" width="{{ App\Match\Screens\TermPicture::WIDTH }}" height="{{ max(1, count($rows), count($picture->pages)) * App\Match\Screens\TermPicture::ROW }}" aria-hidden="true">
                @foreach (['support', 'lead', 'rival', 'open'] as $type)@foreach ($picture->lines as $line)@if ($line['type'] === $type)<path class="is-{{ $type }}" data-term="{{ $line['term'] }}" data-page="{{ $line['to'] === null ? '' : $picture->pages[$line['to']]['id'] }}" d="{{ App\Match\Screens\TermPicture::path($line['from'], $line['to']) }}"/>@if ($type === 'open')<circle cx="37" cy="{{ $line['from'] * App\Match\Screens\TermPicture::ROW + App\Match\Screens\TermPicture::ROW / 2 }}" r="3.5"/><text x="46" y="{{ $line['from'] * App\Match\Screens\TermPicture::ROW + App\Match\Screens\TermPicture::ROW / 2 + 4 }}">no page</text>@endif @endif @endforeach @endforeach
            </svg></div>
        <table class="ledger tight match-pages">
            <thead><tr><th scope="col">Page</th><th scope="col">Its lead term</th><th scope="col"><span class="sr">Locked</span></th></tr></thead>
            <tbody>
            @foreach ($picture->pages as $page)
                <tr data-page="{{ $page['id'] }}" @class(['is-rival' => $page['rival']])><td class="clip"><a href="{{ route('page', [$store, $page['id']]) }}" data-beside title="{{ $page['url'] }}">{{ $page['name'] }}</a> <span class="soft">{{ $page['kind']->label() }}</span></td><td class="clip" title="{{ $page['lead'] }}">{{ $page['lead'] === '' ? '–' : $page['lead'] }}</td><td>@if ($page['locked'])<svg class="lock" viewBox="0 0 12 14" width="12" height="14" role="img" aria-label="locked"><path d="M3 6V4a3 3 0 0 1 6 0v2h1v7H2V6z"/></svg>@endif</td></tr>
            @endforeach
            </tbody>
        </table>
    </div>
    </form>
    <p class="pager">@if ($after)<a href="{{ $to([]) }}">Back to the first</a>@endif @if ($next)<a href="{{ $to(['after' => $next]) }}" rel="next">Next {{ $filter->size }}</a>@endif
        <span class="of">Rows</span>@foreach (App\Match\Terms\TermFilter::SIZES as $size)<a href="{{ $to(['size' => $size === 50 ? null : $size]) }}" @if ($size === $filter->size) aria-current="true" @endif>{{ $size }}</a>@endforeach</p>
    @can('write', $store)
    <div class="columns-even">
        <form method="post" action="{{ route('match.add', $store) }}">@csrf<input type="hidden" name="market" value="{{ $market->id }}"><p><label>Another term <input class="input" name="term" maxlength="190" required></label> <button class="button">Add it</button></p></form>
        <form method="post" action="{{ route('match.import', $store) }}" enctype="multipart/form-data">@csrf<p><label>A ready mapping, with the columns url and keyword <input type="file" name="terms" accept=".csv,.tsv,.txt,.xlsx,.gz"></label></p><p><label>or pasted from a table <textarea class="textarea" name="pasted" rows="3" maxlength="500000" placeholder="/collections/floor-lamps&#9;floor lamps">{{ old('pasted') }}</textarea></label> <button class="button">Bring it in</button></p></form>
    </div>
    @endcan
@endsection
