@extends('frame')
@section('title', $list->name)
@php
    use App\Weigh\Worklists\PageState;
    $money = static fn (mixed $value): string => App\Weigh\Numbers\Units::shown((float) $value);
    $counted = array_filter($pages, static fn (object $page): bool => $page->state !== PageState::Left);
    $done = array_filter($pages, static fn (object $page): bool => $page->state->isDone());
    $sum = static fn (array $rows, string $column): float => array_sum(array_map(static fn (object $row): float => (float) $row->{$column}, $rows));
    $byUnit = static fn (array $rows): array => $units->sums(array_reduce($rows, static function (array $sums, object $row): array { $sums[$row->marketId] = ($sums[$row->marketId] ?? 0.0) + $row->upside; return $sums; }, []));
    [$upside, $upsideDone] = [$byUnit($counted), $byUnit($done)];
    $minutes = $sum($counted, 'minutes');
    $open = $list->state === 'open';
@endphp
@section('content')
    <div class="head">
        <h1 class="wrap-any">{{ $list->name }}</h1>
        <div class="tools no-print"><a href="{{ route('worklists', $store) }}">All worklists</a> <a href="{{ route('worklist.export', [$store, $list->id, 'csv']) }}">CSV</a> <a href="{{ route('worklist.export', [$store, $list->id, 'xlsx']) }}">XLSX</a> <a href="{{ route('worklist.export', [$store, $list->id, 'ics']) }}">Calendar file</a>
            @can('write', $store)@if ($open)<form method="post" action="{{ route('worklist.desk', [$store, $list->id]) }}">@csrf<button class="button is-growth">To the writing desk</button></form>@endif @endcan</div>
    </div>
    @include('weigh.tabs')
    <div @follows('worklist', 'worklists', 'weighed')>
    <div class="figures">
        <span>{{ App\Platform\Web\Forms::day($list->firstDay) }} to <b>{{ App\Platform\Web\Forms::day($list->dueDay) }}</b></span> <span>{{ $people[$list->ownerId] ?? 'not assigned' }}</span>
        <span><b>{{ count($done) }}</b> of {{ count($counted) }} pages released</span> <span>@foreach ($upside as $unit => $all){{ $loop->first ? '' : ', ' }}<b>{{ $money($upsideDone[$unit] ?? 0) }}</b> of {{ $money($all) }} {{ $unit }}@endforeach upside released</span>
        <span>@if ($list->mostPages !== null){{ count($counted) }} of {{ App\Platform\Web\Forms::number((int) $list->mostPages) }} pages @else<b>{{ App\Platform\Web\Forms::number($minutes / 60, 1) }}</b> of {{ App\Platform\Web\Forms::number($list->minutes / 60, 1) }} hours planned @endif @if (($list->mostPages !== null && count($counted) > (int) $list->mostPages) || ($list->mostPages === null && $minutes > $list->minutes))<span class="state is-hand">more than planned</span>@endif</span>
        @if (! $open)<span class="state">closed</span>@endif
    </div>
    @if ($list->note !== '')<p class="text-own">{{ $list->note }}</p>@endif
    <table class="ledger tight">
        <thead><tr><th scope="col" class="num">#</th><th scope="col">Page</th><th scope="col" class="num">Upside</th><th scope="col">Why</th><th scope="col">State</th><th scope="col">Minutes, note</th><th scope="col" class="no-print">Order</th></tr></thead>
        <tbody>
        @forelse ($pages as $nth => $page)
            @php($settling = App\Changes\LastTouched::isSettling($touched[$page->pageId] ?? null))
            <tr id="page-{{ $page->pageId }}">
                <td class="num">{{ $nth + 1 }}</td>
                <td class="clip w-page"><a href="{{ route('weigh.why', [$store, $page->pageId]) }}" title="{{ $page->title ?? $page->url }}" data-beside>{{ App\Stores\Http\ShownUrl::of($store, $page->url) }}</a></td>
                <td class="num" title="{{ $page->upsideNow === null ? '' : 'now '.$money($page->upsideNow) }}">{{ $money($page->upside) }}@if (count($upside) > 1) {{ $units->unit($page->marketId) }}@endif</td>
                <td class="clip w-why" title="{{ $page->reason }}">@if ($settling)<span class="state is-hand" title="Its texts were released on {{ App\Platform\Web\Forms::day($touched[$page->pageId]) }}, less than 6 weeks ago: wait for the effect unless they are wrong">released lately</span> @endif{{ $page->reason }}@if ($page->lead)<span class="soft">, for “{{ $page->lead }}”</span>@endif</td>
                <td class="nowrap"><span class="state @if ($page->state->isDone()) is-growth @endif">{{ $page->state->label() }}</span></td>
                <td>
                    @can('write', $store)@if ($open)
                    <form method="post" action="{{ route('worklist.page', [$store, $list->id, $page->pageId]) }}" class="inline no-print">@csrf
                        <label class="sr" for="minutes-{{ $page->pageId }}">Minutes</label><input class="input short" id="minutes-{{ $page->pageId }}" name="minutes" inputmode="numeric" value="{{ $page->minutes }}" data-send-on-change>
                        <label class="sr" for="note-{{ $page->pageId }}">Note</label><input class="input" id="note-{{ $page->pageId }}" name="note" maxlength="500" value="{{ $page->note }}" placeholder="note" data-send-on-change>
                        <noscript><button class="button">Keep</button></noscript>
                    </form>
                    <span class="print-only">{{ $page->minutes }} min. {{ $page->note }}</span>
                    @else{{ $page->minutes }} min. {{ $page->note }}@endif @endcan
                    @cannot('write', $store){{ $page->minutes }} min. {{ $page->note }}@endcannot
                </td>
                <td class="nowrap no-print">@can('write', $store)@if ($open)<form method="post" action="{{ route('worklist.page', [$store, $list->id, $page->pageId]) }}" class="inline">@csrf<button class="button" name="do" value="up" aria-label="Up" @disabled($nth === 0)>↑</button><button class="button" name="do" value="down" aria-label="Down" @disabled($nth === count($pages) - 1)>↓</button><button class="button" name="left" value="{{ $page->state === PageState::Left ? 0 : 1 }}">{{ $page->state === PageState::Left ? 'Take up again' : 'Leave out' }}</button> <button class="button" name="do" value="remove">Remove</button></form>@endif @endcan</td>
            </tr>
        @empty
            <tr><td colspan="7">No pages yet.</td></tr>
        @endforelse
        </tbody>
    </table>
    </div>
    @can('write', $store)
    <div class="no-print">
    @if ($open)
        <form method="post" action="{{ route('worklist.fill', [$store, $list->id]) }}" class="filters send">@csrf<button class="button" data-once>Fill it up</button> <span class="soft">with the pages of most upside for their effort; pages of other open lists and pages released in the last 6 weeks are left out</span></form>
        <details><summary>Change this worklist</summary>
        <form method="post" action="{{ route('worklist.update', [$store, $list->id]) }}" class="filters new-list">@csrf
            <label>Name <input class="input" name="name" maxlength="120" required value="{{ $list->name }}"></label><label>from <input class="input" type="date" name="first" required value="{{ $list->firstDay }}"></label><label>due <input class="input" type="date" name="due" required value="{{ $list->dueDay }}"></label>
            <label>assigned to <span class="select"><select name="owner"><option value="">not assigned</option>@foreach ($people as $id => $name)<option value="{{ $id }}" @selected((int) $list->ownerId === (int) $id)>{{ $name }}</option>@endforeach</select></span></label>
            <label>capacity in {{ $list->mostPages !== null ? 'pages' : 'hours' }} <input class="input short" name="capacity" inputmode="decimal" required value="{{ $list->mostPages ?? round($list->minutes / 60, 2) }}"></label>
            <label class="wide">Note <textarea class="textarea wide" name="note" rows="2" maxlength="2000">{{ $list->note }}</textarea></label>
            <button class="button">Save</button>
        </form></details>
        <form method="post" action="{{ route('worklist.close', [$store, $list->id]) }}" class="filters">@csrf
            @if ($others !== [])<label>Move what is not released to <span class="select"><select name="into"><option value="">no worklist</option>@foreach ($others as $one)<option value="{{ $one->id }}">{{ $one->name }}</option>@endforeach</select></span></label>@endif
            <button class="button" data-once>Close</button> @if ($others === [])<span class="soft">To carry over what is not released, make the next worklist first.</span>@endif
        </form>
    @endif
    <form method="post" action="{{ route('worklist.drop', [$store, $list->id]) }}" class="filters">@csrf<button class="button is-hand" data-once>Delete this worklist</button></form>
    </div>
    @endcan
@endsection
