@extends('frame')
@section('title', 'Tend')
@push('scripts')<script src="{{ app(App\Platform\Web\Assets::class)->url('tend.js') }}" type="module"></script>@endpush
@php
    use App\Platform\Web\Forms;
    use Orchard\Core\LinkGraph\TreeRings;
    [$market, $only, $by, $query] = [$lens->market, $lens->only, $lens->by, $lens->query()];
    $money = ($market ?? $markets->first())->currency;
    $oneCurrency = $market !== null || count(array_unique(array_map(static fn ($one) => $one->currency, $markets->all()))) === 1;
@endphp
@section('content')
    <div @follows('tend', 'tended')>
    <div class="head"><h1>Rings</h1><span class="soft">@if ($state)how many clicks each page is from home, {{ Forms::moment($state->foundAt, $store->timezone) }}@endif</span>
        <div class="tools">@can('write', $store)<form method="post" action="{{ route('tend.find', $store) }}">@csrf<button class="button">Look again</button></form>@endcan <span>All pages <a href="{{ route('tend.export', [$store, 'links', 'csv']) }}">CSV</a> <a href="{{ route('tend.export', [$store, 'links', 'xlsx']) }}">XLSX</a></span></div></div>
    @include('tend.tabs')
    @include('tend.progress')
    @include('tend.state')
    @if ($state)
    <div class="rings-grid">
        <figure class="rings" id="rings" data-page="{{ route('tend.page', [$store, 0]) }}" data-query="{{ http_build_query($query) }}">
            <div class="filters rings-lens">@if (count($markets->all()) > 1)@foreach ([null, ...$markets->all()] as $one)<a href="{{ route('tend', [$store] + array_filter(['market' => $one?->id, 'by' => $query['by'] ?? null])) }}" @if ($one?->id === $market?->id) aria-current="true" @endif>{{ $one?->name ?? 'all markets' }}</a>@endforeach @endif
                <span class="soft">sectors by</span> <a href="{{ route('tend', [$store] + array_diff_key($query, ['by' => 1])) }}" @if ($by === 'pages') aria-current="true" @endif>pages</a><a href="{{ route('tend', [$store, 'by' => 'value'] + $query) }}" @if ($by === 'value') aria-current="true" @endif>value</a>
                @if ($only !== null)<a href="{{ route('tend', [$store] + array_diff_key($query, ['only' => 1])) }}" data-zoom-out>all collections</a>@endif</div>
            <svg viewBox="0 0 {{ TreeRings::WIDTH }} {{ TreeRings::HEIGHT }}" tabindex="0" role="application" aria-label="Pages by clicks from home. Arrow left and right go along a ring, up and down nearer and deeper, Enter opens the dossier, C looks at one collection, N the next page that is too deep." aria-describedby="rings-said">
                @foreach ($picture->shades as $shade)<path class="shade s-{{ $shade['shade'] }}" d="{{ $shade['path'] }}"/>@endforeach
                @foreach ($picture->rings as $ring)<circle class="ring" cx="310" cy="295" r="{{ round($ring['to'], 1) }}"/>@endforeach
                <circle class="ring" cx="310" cy="295" r="239"/><circle class="ring" cx="310" cy="295" r="242"/>
                @if (count($picture->sectors) > 1)@foreach ($picture->sectors as $sector)<path class="ring" d="{{ $sector['line'] }}"/>@endforeach @endif
                <path class="dots" d="{{ $picture->dots }}"/>
                <g id="marks">@foreach ($picture->marks as $mark)<circle class="m-{{ $mark['state'] }}" cx="{{ $mark['x'] }}" cy="{{ $mark['y'] }}" r="{{ $mark['r'] }}" data-page="{{ $mark['page'] }}" data-depth="{{ $mark['depth'] }}" data-angle="{{ $mark['angle'] }}" data-sector="{{ $mark['sector'] }}"><title>{{ $mark['label'] }}</title></circle>@endforeach</g>
                <circle class="home" cx="310" cy="295" r="22"/><text class="home-name" x="310" y="299">home</text>
                @foreach ($picture->rings as $ring)<text class="ring-name" x="310" y="{{ round(295 - ($ring['from'] + $ring['to']) / 2 + 4, 1) }}">{{ $ring['label'] }}</text>@endforeach
                @foreach ($picture->sectors as $sector)<text class="sector-name" x="{{ $sector['x'] }}" y="{{ $sector['y'] }}" transform="rotate({{ $sector['turn'] }} {{ $sector['x'] }} {{ $sector['y'] }})"><title>{{ $sector['name'] }}</title>{{ $sector['short'] }}</text>@endforeach
                <polyline class="way" id="rings-way" points=""/><circle class="here" id="rings-here" r="0"/>
            </svg>
            <figcaption><p id="rings-said" class="soft" aria-live="polite"></p>
                <p class="soft rings-key"><span class="k-reached">earns little or much</span> <span class="k-deep">deeper than it should be</span> <span class="k-orphan">orphan: no followed link leads there</span>@if ($picture->shades) <span class="k-shade">more pages than dots</span>@endif</p>
                <p class="soft"><kbd>←</kbd> <kbd>→</kbd> along a ring, <kbd>↑</kbd> <kbd>↓</kbd> nearer, deeper, <kbd>Enter</kbd> dossier, <kbd>C</kbd> one collection, <kbd>N</kbd> next too deep</p></figcaption>
        </figure>
        <div class="rings-side">
            <table class="ledger tight" id="rings-table" data-sortable>
                <thead><tr><th scope="col">Collection</th><th scope="col" class="num">Pages</th><th scope="col" class="num">{{ $oneCurrency ? $money : 'Clicks' }}</th><th scope="col" class="num" title="Half of the pages by the first figure, all by the second">Depth</th><th scope="col" class="num">Too deep</th><th scope="col" class="num">Orphans</th></tr></thead>
                <tbody>@foreach ($sectors['rows'] as $id => $row)<tr @if ($id === $only) class="is-beside" @endif><td class="clip"><a href="{{ route('tend', [$store, 'only' => $id] + $query) }}">{{ $row['name'] }}</a></td><td class="num">@n($row['pages'])</td><td class="num"><b>{{ $oneCurrency ? Forms::rough($row['revenue']) : Forms::number($row['clicks']) }}</b></td><td class="num">{{ $row['middle'] }} to {{ $row['deepest'] }}</td><td class="num">@if ($row['deep'])<b class="hand">@n($row['deep'])</b>@else · @endif</td><td class="num">@if ($row['orphans'])<b class="hand">@n($row['orphans'])</b>@else · @endif</td></tr>@endforeach</tbody>
                <tfoot><tr><th scope="row">{{ $sectors['all']['name'] }}</th><td class="num">@n($sectors['all']['pages'])</td><td class="num"><b>{{ $oneCurrency ? Forms::rough($sectors['all']['revenue']) : Forms::number($sectors['all']['clicks']) }}</b></td><td class="num">{{ $sectors['all']['middle'] }} to {{ $sectors['all']['deepest'] }}</td><td class="num">@n($sectors['all']['deep'])</td><td class="num">@n($sectors['all']['orphans'])</td></tr></tfoot>
            </table>
            <p class="hint">Depth: half of the pages by the first figure, all by the second. Aimed for: main collections {{ $aims->main }}, products that sell most {{ $aims->selling }}, others {{ $aims->other }}@if ($aims->isMoved) (moved to where the search engine really gets)@endif.</p>
            <div id="rings-page" aria-live="polite"></div>
            @if ($orphans)
                <h2>Orphans</h2>
                <table class="ledger tight rings-orphans"><colgroup><col class="col-page"><col class="col-with"><col></colgroup><thead class="sr"><tr><th scope="col">Page</th><th scope="col">Clicks</th><th scope="col">Proposed</th></tr></thead><tbody>@foreach ($orphans as $orphan)@php($detail = (array) json_decode($orphan->detail, true))
                    <tr><td class="clip g-page"><a href="{{ route('tend.page', [$store, $orphan->pageId]) }}" data-ring="{{ $orphan->pageId }}">{{ App\Stores\Http\ShownUrl::of($store, $orphan->url) }}</a></td><td class="num">@n($orphan->clicks) clicks</td><td class="clip">{{ App\Tend\Lists\DetailWords::end((string) ($detail['end'] ?? ''), (bool) $orphan->targetUrl) }} {{ $orphan->targetUrl ? App\Stores\Http\ShownUrl::of($store, $orphan->targetUrl) : '' }}</td></tr>@endforeach</tbody></table>
                <p class="rings-more"><a href="{{ route('tend.orphans', $store) }}">All orphans</a></p>
            @endif
        </div>
    </div>
    @endif
    </div>
@endsection
