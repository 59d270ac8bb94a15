@extends('frame')
@section('title', $trial->name)
@php
    use App\Changes\Trials\TrialState;
    use App\Platform\Web\Forms;
    $state = $trial->state;
    $imbalance = $trial->imbalance();
    $worst = max($imbalance ?: [0]);
@endphp
@section('content')
    @include('write.tabs')
    <div class="head"><h1>{{ $trial->name }}</h1><span class="soft">{{ $trial->field->words() }}, {{ $state->label() }}</span></div>
    <p role="status">@if ($trial->startsAt)Live since @day($trial->startsAt), until @day($trial->endsAt).@else Held for {{ $trial->weeks }} weeks once its texts are live.@endif @if ($trial->note)<span class="state is-hand">{{ $trial->note }}</span>@endif</p>
    <div class="filters">
        @can('release', $store)
            @if ($state === TrialState::Planned)<form method="post" action="{{ route('write.trial.act', [$store, $trial->id]) }}">@csrf<button class="button is-growth" name="do" value="begin" data-once>Begin: make its texts and protect them</button></form>@endif
            @if (in_array($state, [TrialState::Planned, TrialState::Going, TrialState::Running], true))<form method="post" action="{{ route('write.trial.act', [$store, $trial->id]) }}">@csrf<button class="button is-hand" name="do" value="drop" data-once>Drop it</button></form>@endif
        @endcan
        @if ($state === TrialState::Going)<a href="{{ route('release', $store) }}">Release its texts ›</a>@endif
    </div>
    <table class="ledger tight">
        <thead><tr><th scope="col">Group</th><th scope="col" class="num">Pages</th><th scope="col" class="num">Clicks, four weeks</th><th scope="col" class="num">A page</th><th scope="col" class="num">Against the four before</th></tr></thead>
        <tbody>@foreach ($groups as $one)<tr><td><a href="{{ route('write.trial', [$store, $trial->id, 'group' => $one->number]) }}" @if ($one->number === $group) aria-current="true" @endif>{{ $one->name }}</a></td><td class="num">@n($one->pages)</td><td class="num">@n($one->clicks)</td><td class="num">{{ $one->pages > 0 ? Forms::number($one->clicks / $one->pages, 1) : '–' }}</td><td class="num">{{ $one->clicksBefore > 0 ? Forms::number(100 * $one->clicks / $one->clicksBefore - 100, 0).' %' : '–' }}</td></tr>@endforeach</tbody>
    </table>
    <p @class(['state is-hand' => $worst > 0.1])>How unlike the groups are, in standard deviations: clicks {{ Forms::number(($imbalance['clicks'] ?? 0), 3) }}, trend {{ Forms::number(($imbalance['trend'] ?? 0), 3) }}; share of kinds {{ Forms::number(100 * ($imbalance['kinds'] ?? 0), 1) }} points. <span class="soft">Up to 0.1 is alike.</span></p>
    <table class="ledger trial-pages">
        <thead><tr><th scope="col">Page</th><th scope="col" class="num">Clicks</th><th scope="col">In the shop now</th><th scope="col">In the trial</th></tr></thead>
        <tbody>
        @forelse ($pages as $page)
            <tr><td class="clip g-page">@if ($page->pageId)<a href="{{ route('page', [$store, $page->pageId]) }}">{{ $page->name }}</a>@else{{ $page->name }}@endif</td><td class="num">@n($page->clicks)</td><td>@if ($page->stored === null || $page->stored === '')<span class="soft">set by the theme: {{ $page->shown }}</span>@else{{ $page->stored }}@endif</td><td>{{ $page->value ?? 'stays as it is' }}</td></tr>
        @empty
            <tr><td colspan="4">No pages in this group.</td></tr>
        @endforelse
        </tbody>
    </table>
    @if ($next)<p class="pager"><a href="{{ route('write.trial', [$store, $trial->id, 'group' => $group, 'after' => $next]) }}" rel="next">Next 50</a></p>@endif
@endsection
