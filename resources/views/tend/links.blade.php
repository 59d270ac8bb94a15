@extends('frame')
@section('title', 'All pages by depth and links')
@php
    use App\Inventory\Index\DepthRebuild;
    use App\Platform\Web\Forms;
    use App\Tend\Lists\ReachList;
    $asked = static fn (array $more): string => route('tend.links', [$store] + array_filter($more + ['order' => $list->order, 'role' => request()->query('role')]));
    $share = static fn (int $part): string => Forms::number($part / 1e7, 2).'%';
@endphp
@section('content')
    <div class="head"><h1>All pages by depth and links</h1><div class="tools"><span>Download <a href="{{ route('tend.export', [$store, 'links', 'csv']) }}">CSV</a> <a href="{{ route('tend.export', [$store, 'links', 'xlsx']) }}">XLSX</a></span></div></div>
    @include('tend.tabs')
    <p class="filters">@foreach (['' => 'all pages', 'main' => 'main collections', 'selling' => 'products that sell most'] as $key => $label)<a href="{{ $asked(['role' => $key]) }}" @if ((request()->query('role') ?? '') === $key) aria-current="true" @endif>{{ $label }}</a>@endforeach <span class="soft">in order:</span> @foreach (ReachList::ORDERS as $key => [, , $label])<a href="{{ $asked(['order' => $key]) }}" @if ($list->order === $key) aria-current="true" @endif>{{ $label }}</a>@endforeach</p>
    <table class="ledger tight" id="reach">
        <thead><tr><th scope="col">Page</th><th scope="col" class="num" title="Clicks from home by followed links">Depth</th><th scope="col" class="num" title="Pages whose text links here">Links in texts</th><th scope="col" class="num" title="Pages whose navigation, header or footer links here">Around</th><th scope="col" class="num" title="Share of the store’s internal link weight (PageRank)">Link weight</th><th scope="col" class="num" title="The same by links in texts alone">in texts</th><th scope="col" class="num">Clicks</th><th scope="col" class="num">Revenue</th><th scope="col" class="num">Upside</th></tr></thead>
        <tbody>@forelse ($rows as $row)<tr><td class="clip g-page"><a href="{{ route('tend.page', [$store, $row->pageId]) }}" data-beside title="{{ $row->title }}">{{ App\Stores\Http\ShownUrl::of($store, $row->url) }}</a></td><td class="num">@if ($row->depth === DepthRebuild::UNREACHED)<span class="state is-hand">orphan</span>@elseif ($row->depth > $row->aim)<b class="hand" title="should be {{ $row->aim }} at most">@n($row->depth)</b>@else @n($row->depth)@endif</td><td class="num">@n($row->linksIn)@if ($row->linksNofollow > 0) <span class="soft" title="by nofollow links alone">+@n($row->linksNofollow)</span>@endif</td><td class="num">@n(max($row->inNavigation, $row->inHeader, $row->inFooter))</td><td class="num">{{ $share($row->weight) }}</td><td class="num">{{ $share($row->weightText) }}</td><td class="num">@n($row->clicks)</td><td class="num">{{ Forms::rough($row->revenue) }}</td><td class="num">{{ Forms::rough($row->upside) }}</td></tr>@empty<tr><td colspan="9">No page is like that.</td></tr>@endforelse</tbody>
    </table>
    @if ($next)<p class="pager"><a href="{{ request()->fullUrlWithQuery(['after' => $next]) }}" rel="next">Next</a></p>@endif
@endsection
