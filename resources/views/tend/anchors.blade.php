@php
    use App\Platform\Web\Forms;
    use App\Stores\Http\ShownUrl;
@endphp
<div class="reach-part">
    @if ($anchors)
        <h3>Links here, by their words</h3>
        <table class="ledger tight reach-anchors"><thead><tr><th scope="col">Words</th><th scope="col">Where</th><th scope="col" class="num">Pages</th><th scope="col">Such as</th></tr></thead><tbody>@foreach ($anchors as $one)<tr><td class="clip" title="{{ $one->anchor }}">{{ $one->anchor ?: '(no words)' }}@if ($one->rel) <span class="state">{{ Orchard\Core\Markup\Link::relInWords($one->rel) }}</span>@endif</td><td>{{ $one->place }}</td><td class="num">{{ $one->pages === null ? '' : Forms::number((int) $one->pages) }}</td><td class="clip">@if ($one->exampleUrl)<a href="{{ route('tend.page', [$store, $one->example]) }}">{{ ShownUrl::of($store, $one->exampleUrl) }}</a>@endif</td></tr>@endforeach</tbody></table>
        @if ($page->linksIn > App\Tend\Lists\PageReach::LOOKED_AT)<p class="hint">By the words of @n(App\Tend\Lists\PageReach::LOOKED_AT) of its links.</p>@endif
        <p>All links, with the pages where they stand: <a href="{{ route('tend.spots', [$store, $page->pageId, 'csv']) }}">CSV</a> <a href="{{ route('tend.spots', [$store, $page->pageId, 'xlsx']) }}">XLSX</a></p>
    @endif
</div>
