@extends('frame')
@section('title', 'Writing desk')
@section('frame', 'slim')
@inject('assets', 'App\Platform\Web\Assets')
@push('scripts')<script src="{{ $assets->url('desk.js') }}" type="module"></script>@endpush
@section('content')
    @php
        $mayWrite = Gate::allows('write', $store);
        $link = fn (array $changes) => route('write', [$store] + $filter->query($changes));
        $sorts = array_diff_key(App\Write\Desk\DeskFilter::SORTS, $window ? [] : ['seen' => 1, 'upside' => 1], $filter->selection ? [] : ['picked' => 1]);
        $data = [
            'urls' => [
                'texts' => route('write.texts', $store), 'rows' => route('write.rows', $store), 'order' => route('write.order', [$store] + $filter->query()),
                'view' => route('write.view', $store), 'undo' => route('write.undo', $store), 'here' => route('write.here', $store), 'redo' => route('write.redo', $store), 'leads' => route('write.leads', $store), 'bulk' => route('write.bulk', [$store] + $filter->query()), 'ready' => route('write.ready', $store),
                'faults' => url('/s/'.$store->slug.'/write/faults').'/', 'glance' => url('/s/'.$store->slug.'/write/glance').'/', 'suggest' => url('/s/'.$store->slug.'/write/suggest').'/', 'pages' => url('/s/'.$store->slug.'/gather/pages').'/',
            ],
            'store' => $store->slug, 'widths' => $assets->url('widths.json'), 'limits' => $limits, 'mayWrite' => $mayWrite, 'hasNumbers' => $window !== null,
            'currency' => $currency, 'figures' => $view->figures, 'width' => $view->width, 'rows' => $rows, 'next' => $next, 'undo' => $undo, 'redo' => $redo,
            'longest' => collect(Orchard\Core\Wording\TextField::cases())->mapWithKeys(fn ($field) => [$field->key() => $field->longest()])->all(),
            'checks' => collect(Orchard\Core\Wording\Check::cases())->mapWithKeys(fn ($check) => [$check->key() => ['label' => $check->label(), 'repair' => $check->repair()]])->all(),
            'states' => collect(App\Changes\DraftState::cases())->mapWithKeys(fn ($state) => [$state->value => $state->label()])->all(),
        ];
    @endphp
    <h1 class="sr">Writing desk</h1>
    <script type="application/json" id="desk-data">@json($data, JSON_HEX_TAG | JSON_HEX_AMP | JSON_HEX_APOS | JSON_HEX_QUOT | JSON_UNESCAPED_UNICODE)</script>
    <div class="desk-top">
        @include('write.tabs')
        <label class="of">In <span class="select"><select data-goes aria-label="Pages on the desk">
            <option value="{{ $link(['selection' => null, 'sort' => null]) }}" @selected($filter->selection === null)>all pages</option>
            @foreach ($selections as $selection)<option value="{{ $link(['selection' => (string) $selection->id, 'sort' => 'picked']) }}" @selected($filter->selection === $selection->id)>{{ $selection->name }}</option>@endforeach
            @if ($filter->selection !== null && ! collect($selections)->contains('id', $filter->selection))<option selected value="{{ $link([]) }}">picked pages</option>@endif
        </select></span></label>
        <span class="right">
            <form method="get" action="{{ route('write', $store) }}" role="search">
                @foreach ($filter->query(['q' => null]) as $key => $value)<input type="hidden" name="{{ $key }}" value="{{ $value }}">@endforeach
                <label for="q" class="sr">Find by name or text</label>
                <input class="input" type="search" id="q" name="q" size="16" maxlength="100" value="{{ $filter->search }}" placeholder="find by name or text">
            </form>
            <label class="of">by <span class="select"><select data-goes aria-label="Order">@foreach ($sorts as $key => $label)<option value="{{ $link(['sort' => $key]) }}" @selected($filter->sort === $key)>{{ $label }}</option>@endforeach</select></span></label>
            <label class="of">Show <span class="select"><select id="desk-shows" aria-label="Texts shown"><option value="both">both</option><option value="titles">titles</option><option value="descriptions">descriptions</option><option value="headings">headings (H1)</option><option value="social">social texts</option><option value="images">social images</option><option value="intros">intros</option><option value="alts">image alts</option></select></span></label>
            @include('write.more')
            <span class="saved-line" id="saved-line" role="status" aria-live="polite">All saved</span>
        </span>
    </div>
    <div hx-get="{{ route('write.counts', [$store] + $filter->query()) }}" hx-trigger="load, texts-saved from:body delay:1s" class="checks-line" id="desk-counts"><span class="soft">Counting …</span></div>
    @if (! $mayWrite)<p class="note">You can read this desk, but not write: your role here is viewer. The store’s owner can change that.</p>@endif
    <div class="desk" id="desk">
        @if ($rows === [])
            <p class="note">@if ($filter->isWide())No products or collections yet. <a href="{{ route('gather.crawl', $store) }}">Crawl the store</a> first: each product, collection, article and plain page that it finds becomes a row here.@else No page matches. <a href="{{ route('write', $store) }}">Show all</a>@endif</p>
        @endif
        <div class="desk-list" id="desk-list" role="grid" tabindex="0" aria-label="Titles and descriptions" aria-multiselectable="true" @if ($rows === []) hidden @endif>
            <div class="desk-head" role="row" aria-rowindex="1" data-head="both">
                <span role="columnheader" class="pick">@if ($mayWrite)<input type="checkbox" id="tick-all" tabindex="-1" aria-label="Tick all rows">@else<span class="sr">Tick</span>@endif</span>
                <span role="columnheader" class="fig"><span @if ($window) title="Numbers over {{ $window->inWords() }}" @endif>Page, title shown and new, lead term</span><span data-figs hidden></span></span>
                <span role="columnheader" class="with-px"><span>Description shown and new</span><span class="px">chars</span></span>
            </div>
            <div class="desk-head" role="row" aria-rowindex="1" data-head="titles" hidden>
                <span role="columnheader"><span class="sr">Tick</span></span><span role="columnheader">Page, lead term</span><span role="columnheader" class="with-px"><span>Title shown and new</span><span class="px">px</span></span><span data-figs="columns" hidden></span><span role="columnheader">State and faults</span>
            </div>
            <div class="desk-head" role="row" aria-rowindex="1" data-head="descriptions" hidden>
                <span role="columnheader"><span class="sr">Tick</span></span><span role="columnheader" class="half"><span class="fig"><span>Page, and the description that is shown</span><span data-figs hidden></span></span><span>The new one</span></span>
            </div>
            <div class="desk-head" role="row" aria-rowindex="1" data-head="intros" hidden>
                <span role="columnheader"><span class="sr">Tick</span></span><span role="columnheader" class="half"><span class="fig"><span>Page, and the intro shown</span><span data-figs hidden></span></span><span>The new one</span></span>
            </div>
            <div class="desk-head" role="row" aria-rowindex="1" data-head="headings" hidden>
                <span role="columnheader"><span class="sr">Tick</span></span><span role="columnheader">Page, lead term</span><span role="columnheader" class="with-px"><span>H1 shown and new</span><span class="px">chars</span></span><span data-figs="columns" hidden></span><span role="columnheader">State and faults</span>
            </div>
            <div class="desk-head" role="row" aria-rowindex="1" data-head="images" hidden>
                <span role="columnheader"><span class="sr">Tick</span></span><span role="columnheader">Page, lead term</span><span role="columnheader" class="with-px"><span>Social image shown and new, its address</span><span class="px">chars</span></span><span data-figs="columns" hidden></span><span role="columnheader">State and faults</span>
            </div>
            <div class="desk-head" role="row" aria-rowindex="1" data-head="alts" hidden>
                <span role="columnheader"><span class="sr">Tick</span></span><span role="columnheader">Page, lead term</span><span role="columnheader" class="with-px"><span>What its main image shows: alt now and new</span><span class="px">chars</span></span><span data-figs="columns" hidden></span><span role="columnheader">State and faults</span>
            </div>
            <div class="desk-head" role="row" aria-rowindex="1" data-head="social" hidden>
                <span role="columnheader"><span class="sr">Tick</span></span>
                <span role="columnheader" class="fig"><span>Page, social title shown and new</span><span data-figs hidden></span></span>
                <span role="columnheader" class="with-px"><span>Social description shown and new</span><span class="px">chars</span></span>
            </div>
            <div class="desk-rows" id="desk-rows" role="rowgroup"></div>
        </div>
        <div id="notices"></div>
        <p class="note is-hand" id="away" role="alert" hidden>The server could not be reached. What you typed is kept in this browser and is saved as soon as the server is back.</p>
        <section class="dock" aria-label="The page in focus" @if ($rows === []) hidden @endif>
            <div class="card-place"><div class="card" id="desk-card" role="img" aria-label="Result card of the page in focus"></div><div class="card is-social" id="desk-card-social" role="img" aria-label="Card of the page in focus where it is shared" hidden></div><div class="card is-phone" id="desk-card-phone" role="img" aria-label="Result card of the page in focus, on a phone"></div></div>
            <div class="dock-facts" id="desk-facts">
                <p class="dock-head"><b data-name></b> <span class="soft" data-place></span></p>
                <p data-rate></p>
                <p data-lead></p>
                <p class="acts">
                    @if ($mayWrite)<button type="button" class="button is-growth" data-ready title="Ctrl Enter">Ready</button>@endif
                    <button type="button" class="button" data-dossier title="Alt D">Dossier</button>
                    <button type="button" class="button" data-glance title="Alt I">Terms</button>
                    <button type="button" class="button" data-faults title="Alt F">Faults</button>
                    @if ($mayWrite)<button type="button" class="button" data-suggest title="Alt G">Suggest</button>@endif
                    <button type="button" class="button" data-card title="Ctrl .">Card</button>
                    @if ($mayWrite)<button type="button" class="button" data-turn="undo" title="Ctrl Z">Undo</button><button type="button" class="button" data-turn="redo" title="Ctrl Y">Redo</button>@endif
                </p>
            </div>
            <p class="keyline"><b id="chosen-line"></b> <span id="told-line" role="status" aria-live="polite"></span> @if ($mayWrite)<span class="keys"><kbd>F2</kbd> or type <kbd>Enter</kbd> next row <kbd>Shift ↓</kbd> one more <kbd>Ctrl C</kbd> copy <kbd>Ctrl V</kbd> paste <kbd>Ctrl D</kbd> fill down <button type="button" class="link-like" data-bulk><kbd>Ctrl H</kbd> change many</button> <kbd>Alt Backspace</kbd> as the shop has it</span> @endif<button type="button" class="link-like" data-help><kbd>?</kbd> all keys</button></p>
        </section>
    </div>
    @include('write.keys')
    <dialog id="beside-sheet" class="bulk-sheet" aria-label="About the text in focus"><div id="beside-body"></div><form method="dialog"><button class="button">Close</button></form></dialog>
    @if ($mayWrite)@include('write.bulk')@endif
@endsection
