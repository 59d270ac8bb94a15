<table class="ledger">
        <thead><tr><th scope="col">Page</th><th scope="col">Title</th><th scope="col">Kind</th><th scope="col" class="num">Status</th><th scope="col">Search engines</th><th scope="col" class="num">Depth</th><th scope="col" class="num">Links in</th>@if ($window)<th scope="col" class="num" title="Over {{ $window->inWords() }}">Clicks</th><th scope="col" class="num">Impressions</th><th scope="col" class="num">Position</th><th scope="col" class="num">Orders</th><th scope="col" class="num">Revenue</th>@else<th scope="col" class="num">Words</th>@endif</tr></thead>
    <tbody>
    @forelse ($rows as $row)
        <tr>
            <td class="clip g-page"><a href="{{ route('page', [$store, $row->page_id]) }}" title="{{ $row->url }}">{{ preg_replace('~^https?://[^/]+~', '', $row->url) }}</a></td>
            <td class="clip g-title">{{ $row->title ?? ($row->redirect_url ? '→ '.preg_replace('~^https?://[^/]+~', '', $row->redirect_url) : ($row->problem ?? '')) }}</td>
            <td>{{ App\Store\Kinds\PageKind::from((int) $row->kind)->label() }}</td>
            <td class="num">{{ $row->status ?: '–' }}</td>
            <td>@if ($row->indexable)<span class="state is-growth">yes</span>@else<span class="state">{{ App\Store\Pages\WhyNot::from((int) $row->why_not)->words() }}</span>@endif</td>
            <td class="num">@if ((int) $row->depth === App\Gather\Inventory\DepthRebuild::UNREACHED)<span class="state is-hand" title="No link reaches it">none</span>@else{{ $row->depth }}@endif</td>
            <td class="num" title="@n($row->links_nav) more from navigation">@n($row->links_in)</td>
            @if ($window)
                <td class="num">@n($row->clicks)</td>
                <td class="num">@n($row->impressions)</td>
                <td class="num">{{ (int) $row->position_milli === 0 ? '–' : number_format($row->position_milli / 1000, 1) }}</td>
                <td class="num">@n($row->orders)</td>
                <td class="num">@n($row->revenue)</td>
            @else
                <td class="num">@n($row->words)</td>
            @endif
        </tr>
    @empty
        <tr><td colspan="12">No page fits. <a href="{{ route('gather', $store) }}">Show all pages</a></td></tr>
    @endforelse
    </tbody>
</table>
<p class="pager">
    @if ($filter->after)<a href="{{ route('gather', [$store] + $filter->query()) }}">First pages</a>@endif
    @if ($next)<a href="{{ route('gather', [$store] + $filter->query(['after' => $next])) }}" rel="next">Next {{ App\Gather\Inventory\PageList::PAGE }} pages</a>@endif
</p>
