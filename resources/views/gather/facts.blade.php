@php
    $depth = $index?->depth;
    $images = (array) ($details['images'] ?? []);
    $headers = $kept?->headers() ?? [];
@endphp
@if (! $facts)
    <p>Found in {{ implode(' and ', $sources) ?: 'links' }}, not crawled yet.</p>
@else
<dl class="facts">
    <dt>Kind</dt><dd>{{ $index ? $index->kind->label() : 'not in the last crawl' }}</dd>
    @if ($product)<dt>Product</dt><dd>{{ $product->life->label() }} <span class="soft">({{ $product->origin->words() }})</span>@if ($product->backOn), back on {{ App\Platform\Web\Forms::day($product->backOn) }}@endif @if ($product->replacedBy), replaced by {{ $product->replacedBy }}@endif
        <br>{{ implode(', ', $product->words()) }}</dd>@endif
    <dt>Status</dt><dd>{{ $facts->status ?: 'not crawled' }}@if ($facts->problem): {{ $facts->problem }}@endif @if ($kept) <span class="soft">in @n($kept->responseMs) ms</span>@endif</dd>
    @if ($facts->redirectUrl)<dt>Redirects to</dt><dd>{{ $facts->redirectUrl }}</dd>@endif
    @if ($successor->to)<dt>Moved to</dt><dd><a href="{{ route('page', [$store, $successor->to->id]) }}">{{ $successor->to->url }}</a> <span class="soft">{{ App\Inventory\Succession::words($successor->to->origin) }}</span></dd>@endif
    @foreach ($successor->from as $older)<dt>Replaces</dt><dd><a href="{{ route('page', [$store, $older->id]) }}">{{ $older->url }}</a> <span class="soft">{{ App\Inventory\Succession::words($older->origin) }}</span></dd>@endforeach
    <dt>Search engines</dt><dd>{{ $index === null ? '–' : ($index->indexable ? 'indexable' : $index->whyNot->wordsOf($facts->robots, $facts->robotsHeader, $store->options()->crawlers)) }}</dd>
    @if ($told->index)<dt>Index status</dt><dd>{{ $told->index->isListed === null ? '' : ($told->index->isListed ? 'indexed' : 'not indexed') }} {{ $told->index->reason }}@if ($told->index->keptUrl !== '' && $told->index->keptUrl !== $page->url)<br>canonical chosen by the engine: {{ $told->index->keptUrl }}@endif @if ($told->index->shownTitle !== '')<br>shows “{{ $told->index->shownTitle }}”@endif @if ($told->index->fetchedOn) <span class="soft">crawled {{ App\Platform\Web\Forms::day($told->index->fetchedOn) }}</span>@endif</dd>@endif
    <dt>Click depth</dt><dd>{{ $depth === null ? '–' : ($index->isOrphan() ? 'orphan page: no link reaches it' : $depth) }}</dd>
    <dt>Links in, by page</dt><dd>@n($index?->linksIn ?? 0) in page texts, @n($index?->linksNav ?? 0) in navigation</dd>
    @if ($told->backlinkCount)<dt>Backlinks</dt><dd>@n($told->backlinkCount) from @n($told->hosts) hosts, @n($told->followed) followed</dd>@endif
    <dt>Description</dt><dd>{{ $facts->description ?? 'none' }}</dd>
    <dt>H1</dt><dd>@forelse ($facts->h1s() as $h1){{ $h1 }}<br>@empty none @endforelse</dd>
    <dt>Canonical</dt><dd>@forelse ((array) ($details['canonicals'] ?? []) as $canonical){{ $canonical['url'] }} <span class="soft">{{ $canonical['where'] }}@if ($canonical['written'] !== $canonical['url']), written “{{ $canonical['written'] }}”@endif</span><br>@empty @forelse ($facts->canonicals() as $canonical){{ $canonical }}<br>@empty none in the head @endforelse @endforelse @if ($facts->canonicalHeader){{ $facts->canonicalHeader }} <span class="soft">header</span>@endif</dd>
    <dt>Robots</dt><dd>{{ $facts->robots ?: 'no meta' }}@if ($facts->robotsHeader), header: {{ $facts->robotsHeader }}@endif @foreach ((array) ($details['crawlers'] ?? []) as $crawler => $said)<br>{{ $crawler }}: {{ $said }}@endforeach</dd>
    @foreach ($facts->strays() as $name)<dt>In the body</dt><dd class="state is-hand">{{ $name }} outside the head, so search engines ignore it</dd>@endforeach
    @foreach ($index?->marks() ?? [] as $mark)<dt>Issue</dt><dd class="state is-hand">{{ $mark->words() }}</dd>@endforeach
    @if ($languages !== [])<dt>hreflang</dt><dd>@foreach ($languages as [$where, $code, $url]){{ $code }}: {{ $url }} <span class="soft">{{ $where }}</span><br>@endforeach</dd>@endif
    @if ($details['paging'] ?? [])<dt>Pagination</dt><dd>@foreach ($details['paging'] as $way => $url){{ $way }}: {{ $url }}<br>@endforeach</dd>@endif
    <dt>Words</dt><dd>@n($index?->words ?? $facts->words) <span class="soft">without navigation and repeated parts; @n($facts->words) with them</span></dd>
    <dt>Language</dt><dd>{{ $facts->language ?? 'not declared' }}</dd>
    <dt>Content type</dt><dd>{{ $facts->contentType }}, @n($facts->bytes) bytes</dd>
    <dt>Found in</dt><dd>{{ implode(', ', App\Inventory\PageSource::namesOf($index?->sources ?? $page->sources)) ?: 'an earlier crawl' }}</dd>
    <dt>Structured data</dt><dd>{{ implode(', ', $facts->types()) ?: 'none' }}@foreach ((array) ($details['structuredErrors'] ?? []) as $error)<br><span class="state is-hand">{{ $error }}</span>@endforeach</dd>
    <dt>Images</dt><dd>@n(count($images))@if ($kept && $kept->noAlt), <span class="state is-hand">@n($kept->noAlt) without alt text</span>@endif</dd>
    @if ($headers)<dt>Headers</dt><dd>@foreach ($headers as $name => $value){{ $name }}: {{ Illuminate\Support\Str::limit($value, 160) }}<br>@endforeach</dd>@endif
</dl>
@endif
