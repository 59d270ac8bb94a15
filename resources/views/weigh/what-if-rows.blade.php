@php($money = static fn (mixed $value): string => App\Weigh\Numbers\Units::shown((float) $value))
@php($currency = $whatIf->unit)
@if ($whatIf->leavesOut)<p class="note">Sums in {{ $whatIf->unit }} only; markets in another unit are left out, because units cannot be added.</p>@endif
<div class="figures" role="status">
    <span><span class="big-number">{{ $money($answer['upside']) }}</span> {{ $currency }} upside in 28 days <span class="soft">({{ $money($answer['was']) }} with today’s assumptions)</span></span>
    <span><b>{{ $money($answer['wording']) }}</b> from better texts</span> <span><b>{{ $money($answer['lift']) }}</b> from better positions</span>
</div>
@can('manage', $store)
<form method="post" action="{{ route('weigh.assume', $store) }}" class="filters">@csrf
    <input type="hidden" name="share" value="{{ $whatIf->share }}"><input type="hidden" name="probability" value="{{ $whatIf->probability }}"><input type="hidden" name="target" value="{{ $whatIf->target }}">
    <button class="button" data-once @disabled(abs($whatIf->share - $assumed->shareClosed) < 1e-9 && abs($whatIf->probability - $assumed->liftProbability) < 1e-9 && abs($whatIf->target - $assumed->target) < 1e-9)>Save as the store’s assumptions</button> <span class="soft">then the upside of all pages is calculated again</span>
</form>
@endcan
<table class="ledger tight" id="what-if">
    <thead><tr><th scope="col" class="num">Rank</th><th scope="col" class="num">Rank today</th><th scope="col">Page</th><th scope="col">Kind</th><th scope="col" class="num">Upside</th><th scope="col" class="num">Upside today</th><th scope="col" class="num">Texts</th><th scope="col" class="num">Positions</th></tr></thead>
    <tbody>
    @forelse ($answer['rows'] as $nth => $row)
        <tr><td class="num">{{ $nth + 1 }}</td><td class="num"><span class="change @if ($row->wasPlace !== null && $row->wasPlace < $nth + 1) is-down @endif">{{ $row->wasPlace === null ? 'beyond '.App\Platform\Web\Forms::number(App\Weigh\Lists\WhatIf::PLACES) : ($row->wasPlace === $nth + 1 ? '=' : App\Platform\Web\Forms::number($row->wasPlace)) }}</span></td><td class="clip g-title"><a href="{{ route('weigh.why', [$store, $row->pageId]) }}" title="{{ $row->title ?? $row->url }}" data-beside>{{ App\Stores\Http\ShownUrl::of($store, $row->url) }}</a></td><td>{{ App\Stores\Kinds\PageKind::from($row->kind)->label() }}</td><td class="num"><b>{{ $money($row->now) }}</b></td><td class="num soft">{{ $money($row->upside) }}</td><td class="num">{{ $money($row->wording) }}</td><td class="num">{{ $money($row->lift) }}</td></tr>
    @empty
        <tr><td colspan="8">No upside has been calculated yet.</td></tr>
    @endforelse
    </tbody>
</table>
