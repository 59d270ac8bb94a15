@extends('frame')
@section('title', 'Links to add')
@php
    use App\Inventory\Index\DepthRebuild;
    use App\Platform\Web\Forms;
    use App\Stores\Http\ShownUrl;
    use App\Tend\Adding\LinkReason;
    use App\Tend\Adding\LinkState;
    $depth = static fn (int $clicks): string => $clicks === DepthRebuild::UNREACHED ? 'orphan' : (string) $clicks;
@endphp
@section('content')
    <div @follows('tend', 'tended')>
    <div class="head"><h1>Links to add</h1><div class="tools"><span>List for editors <a href="{{ route('tend.export', [$store, 'add', 'csv']) }}">CSV</a> <a href="{{ route('tend.export', [$store, 'add', 'xlsx']) }}">XLSX</a></span></div></div>
    @include('tend.tabs')
    @include('tend.state')
    @if ($state)
    <p class="hint">Links in texts to pages that are too deep, orphans, or important and linked by few; at most three a page, and no two pages by the same words.@if ($together['pages'] > 0) All together lead to <b>@n($together['pages'])</b> {{ $together['pages'] === 1 ? 'page' : 'pages' }}, bring <b>@n($together['nearer'])</b> nearer to home, and end <b>@n($together['orphans'])</b> orphans.@endif</p>
    <p class="filters">@foreach (LinkState::cases() as $one)<a href="{{ route('tend.add', [$store] + ($one === LinkState::Proposed ? [] : ['show' => strtolower($one->name)])) }}" @if ($one === $show) aria-current="true" @endif>{{ $one->label() }} <span class="n">@n($counts[$one->value] ?? 0)</span></a>@endforeach</p>
    <form method="post" action="{{ route('tend.add.say', $store) }}">@csrf
    <table class="ledger tight links-to-add" id="add">
        <thead><tr>@can('write', $store)<th scope="col" class="tick"><input type="checkbox" data-tick-all="[name='links[]']" aria-label="Tick all"></th>@endcan<th scope="col">On the page</th><th scope="col">Link to</th><th scope="col">By the words</th><th scope="col">Where it fits</th><th scope="col" class="num" title="Clicks from home now, and with all these links">Depth</th><th scope="col" class="num" title="Share of the internal link weight, times what it is now">Weight</th><th scope="col" class="num">Clicks</th></tr></thead>
        <tbody>@forelse ($rows as $row)<tr>@can('write', $store)<td class="tick"><input type="checkbox" name="links[]" value="{{ $row->id }}" aria-label="Tick the link from {{ $row->fromUrl }} to {{ $row->toUrl }}"></td>@endcan
            <td class="clip"><a href="{{ route('tend.page', [$store, $row->fromPage]) }}" data-beside title="{{ LinkReason::from($row->reason)->words() }}">{{ ShownUrl::of($store, $row->fromUrl) }}</a></td><td class="clip"><a href="{{ route('tend.page', [$store, $row->toPage]) }}" data-beside>{{ ShownUrl::of($store, $row->toUrl) }}</a></td><td class="clip" title="{{ $row->anchor }}"><b>{{ $row->anchor }}</b></td><td class="clip" title="{{ $row->sentence }}">@if ($row->sentence)“{{ $row->sentence }}”@else<span class="soft">at the end of the text</span>@endif</td>
            <td class="num nowrap">{{ $depth($row->depthNow) }} → <b>{{ $depth($row->depthThen) }}</b></td><td class="num">@if ($row->weightNow > 0)× {{ Forms::number($row->weightThen / $row->weightNow, 1) }}@endif</td><td class="num">@n($row->clicks ?? 0)</td></tr>
        @empty<tr><td colspan="8">{{ match ($show) { LinkState::Proposed => 'No link is proposed: every page that matters is linked well enough.', LinkState::Listed => 'Nothing is on the list. Tick proposals to put them there.', LinkState::Live => 'None was seen live yet.', LinkState::Left => 'None was left out.' } }}</td></tr>@endforelse</tbody>
    </table>
    @can('write', $store)@if ($rows !== [] && $show !== LinkState::Live)<div class="filters send">@if ($show !== LinkState::Listed)<button class="button is-growth" name="do" value="list">Put the ticked on the editors’ list</button> @endif <button class="button" name="do" value="release" title="As related links at the end of the page, where the shop’s API takes them">Put the ticked into the next release</button> @if ($show !== LinkState::Proposed)<button class="button" name="do" value="propose">Propose the ticked again</button> @endif @if ($show !== LinkState::Left)<button class="button" name="do" value="leave">Leave the ticked out</button>@endif</div>@endif @endcan
    </form>
    @if ($next)<p class="pager"><a href="{{ request()->fullUrlWithQuery(['after' => $next]) }}" rel="next">Next</a></p>@endif
    @endif
    </div>
@endsection
