@php
    $ordered = static function (string $key) use ($filter, $store): array {
        $isNow = $filter->sort === $key;
        return [route('gather', [$store] + $filter->query(['sort' => ($isNow && ! $filter->isTurned ? '-' : '').$key === 'address' ? null : ($isNow && ! $filter->isTurned ? '-' : '').$key])), $isNow];
    };
    $down = static fn (?App\Gather\Pages\PageColumn $column): string => (($column?->isDown() ?? false) !== $filter->isTurned) ? 'descending' : 'ascending';
@endphp
<table class="ledger tight" id="inventory" data-wide>
    <thead><tr>
        <th scope="col" class="tick"><input type="checkbox" data-tick-all="#picked input[name='pages[]']" aria-label="Tick all rows shown"></th>
        @php([$to, $isNow] = $ordered('address'))
        <th scope="col" @if ($isNow) aria-sort="{{ $down(null) }}" @endif><a href="{{ $to }}">Page</a></th><th scope="col">Title</th>
        @foreach ($columns as $column)
            @php([$to, $isNow] = $ordered($column->value))
            <th scope="col" @class(['num' => $column->isNumber()]) @if ($isNow) aria-sort="{{ $down($column) }}" @endif @if ($column->needsNumbers() && $window) title="Over {{ $window->inWords() }}" @endif><a href="{{ $to }}">{{ $column->label() }}</a></th>
        @endforeach
    </tr></thead>
    <tbody>
    @forelse ($rows as $row)
        <tr>
            <td class="tick"><input type="checkbox" name="pages[]" value="{{ $row->pageId }}" aria-label="Tick {{ $row->address }}"></td>
            <td class="clip g-page"><a href="{{ route('page', [$store, $row->pageId]) }}" title="{{ $row->url }}" data-beside>{{ App\Stores\Http\ShownUrl::of($store, $row->url) }}</a></td>
            <td class="clip g-title">{{ $row->title ?? ($row->redirectUrl ? '→ '.App\Stores\Http\ShownUrl::of($store, $row->redirectUrl) : ($row->problem ?? '')) }}</td>
            @foreach ($columns as $column)
                @php($shown = $column->shown($row->cells))
                @switch ($column)
                    @case (App\Gather\Pages\PageColumn::Engines)<td><span @class(['state', 'is-growth' => $row->cells->isIndexable()])>{{ $shown }}</span></td>@break
                    @case (App\Gather\Pages\PageColumn::Depth)<td class="num">@if ($shown === 'none')<span class="state is-hand" title="Orphan page: no link reaches it">orphan</span>@else{{ $shown }}@endif</td>@break
                    @case (App\Gather\Pages\PageColumn::Life)<td><span @class(['state', 'is-hand' => $row->cells->isEnding()])>{{ $shown }}</span></td>@break
                    @case (App\Gather\Pages\PageColumn::Marks)<td class="clip" title="{{ $shown }}">{{ $shown }}</td>@break
                    @case (App\Gather\Pages\PageColumn::Lead)<td class="clip g-lead" title="{{ $shown }}">{{ $shown }}</td>@break
                    @case (App\Gather\Pages\PageColumn::Links)<td class="num"><a href="{{ route('page', [$store, $row->pageId]) }}#links-in">{{ $shown }}</a></td>@break
                    @case (App\Gather\Pages\PageColumn::LinksOut)<td class="num"><a href="{{ route('page', [$store, $row->pageId]) }}#links-out">{{ $shown }}</a></td>@break
                    @case (App\Gather\Pages\PageColumn::Clicks)<td class="num"><a href="{{ route('page', [$store, $row->pageId]) }}#numbers">{{ $shown }}</a></td>@break
                    @default<td @class(['num' => $column->isNumber(), 'nowrap'])>{{ $shown }}</td>
                @endswitch
            @endforeach
        </tr>
    @empty
        <tr><td colspan="{{ 3 + count($columns) }}">No page matches. <a href="{{ route('gather', $store) }}">Show all pages</a></td></tr>
    @endforelse
    </tbody>
</table>
<p class="pager">
    @if ($filter->after)<a href="{{ route('gather', [$store] + $filter->query()) }}">Back to the first</a>@endif
    @if ($next)<a href="{{ route('gather', [$store] + $filter->query(['after' => $next])) }}" rel="next">Next {{ App\Gather\Pages\PageList::PAGE }}</a>@endif
</p>
