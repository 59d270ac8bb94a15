@extends('frame')
@section('title', 'Tangle')
@use('App\Untangle\Finding\ReasonWords')
@php
    $keeperUrl = $tangle->keeperUrl;
    $path = static fn (?string $url): string => App\Stores\Http\ShownUrl::of($store, $url);
    $evidence = ['declared' => 'Canonicals', 'engine' => 'Search engine', 'tidiness' => 'Short URL', 'links' => 'Links', 'sitemap' => 'Sitemap', 'redirects' => 'Redirects', 'clicks' => 'Clicks', 'backlinks' => 'Backlinks', 'itself' => 'Self-canonical', 'depth' => 'Click depth'];
@endphp
@section('content')
    <div class="head"><h1>{{ $keeperUrl === null ? 'Tangle without a keeper' : $path($keeperUrl) }}</h1><span class="soft">@n($tangle->pages) duplicate URLs, @n($tangle->clicks) clicks, @n($tangle->impressions) impressions in 13 weeks</span></div>
    @include('untangle.tabs')
    @if ($picture)@include('untangle.picture')@endif
    <p><b>Why this <x-own-word of="keeper">keeper</x-own-word>:</b> {{ $tangle->reasons() ?: 'no evidence decides' }}.@if ($tangle->isCloseCall()) <span class="state is-hand">A close call: {{ App\Platform\Web\Forms::number($tangle->leadPoints / 100, 1) }} points ahead of the next URL.</span>@endif</p>
    @can('write', $store)
        @if ($plan->changes !== [])
            <form method="post" action="{{ route('untangle.tangle.carry', [$store, $tangle->tangleId]) }}" class="filters">@csrf<button class="button is-growth">Make @n(count($plan->changes)) {{ count($plan->changes) === 1 ? 'change' : 'changes' }} ready for release</button><span class="hint">Afterwards every URL leads to the keeper in one hop.@if ($plan->heldBack) @n(count($plan->heldBack)) held back: {{ array_values($plan->heldBack)[0] }}.@endif</span></form>
        @elseif ($plan->heldBack !== [])
            <p class="note is-hand">Held back: {{ implode('; ', array_unique($plan->heldBack)) }}.</p>
        @endif
    @endcan
    <div class="scroll"><table class="ledger">
        <thead><tr><th scope="col">URL</th><th scope="col" class="num">Status</th><th scope="col" class="num">Clicks</th><th scope="col" class="num">Links in</th><th scope="col">Why a duplicate</th><th scope="col">Canonical now</th><th scope="col">What is done</th>@can('write', $store)<th scope="col">Decide</th>@endcan</tr></thead>
        <tbody>
        @foreach ($members as $member)
            @php
                $verdict = $member->verdict();
                $isKeeper = $member->pageId === $tangle->keeperPage;
            @endphp
            <tr @if ($isKeeper) class="is-kept" @endif><td class="clip w-address"><a href="{{ route('page', [$store, $member->pageId]) }}" title="{{ $member->url }}">{{ $path($member->url) }}</a>@if ($isKeeper) <span class="state is-growth">keeper</span>@if ($member->isDecided) <span class="soft">decided by a person</span>@endif @endif</td><td class="num">{{ $member->status }}</td><td class="num">@n($member->clicks)</td><td class="num">@n($member->linksIn)</td>
                <td class="w-how">@if (! $isKeeper)<a href="{{ route('untangle.compare', [$store, 'a' => $tangle->keeperPage, 'b' => $member->pageId]) }}">{{ ReasonWords::ofPair($member->reason) ?: 'compare' }}</a>@endif</td><td class="w-verdict"><span class="state @if ($verdict?->isFault()) is-hand @endif" title="{{ $verdict?->meaning() }} {{ $verdict?->repair() }}">{{ $verdict?->words() }}</span>@if ($member->notes !== '')<br><span class="soft">also: {{ $member->notes }}</span>@endif</td>
                <td class="w-do">{{ $isKeeper && $member->action === App\Untangle\Deciding\Means::Canonical ? 'self-canonical' : $member->action->words() }}@if (! App\Untangle\Deciding\ActionReason::Declares->isOf($member->why))<br><span class="soft">{{ ReasonWords::ofAction($member->why) }}</span>@endif @foreach ($planned[$member->pageId] ?? [] as $change)<br><span class="state is-growth">{{ $change->state === App\Changes\DraftState::Ready ? 'ready for release' : $change->state->label() }}</span>@endforeach</td>
                @can('write', $store)<td class="nowrap"><form method="post" action="{{ route('untangle.page', [$store, $member->pageId]) }}" class="inline">@csrf
                    @if ($isKeeper && $member->isDecided)<button class="button" name="do" value="no-keeper">Let the evidence decide</button>
                    @elseif (! $isKeeper && $member->status === 200)<button class="button" name="do" value="keeper" aria-label="Keep {{ $path($member->url) }}">Make it the keeper</button> <button class="button" name="do" value="apart" aria-label="{{ $path($member->url) }} is not a duplicate">Not a duplicate</button>@endif
                </form></td>@endcan</tr>
        @endforeach
        </tbody>
    </table></div>
    @if ($points !== [])
        <h2>Evidence, in points</h2>
        <table class="ledger tight">
            <thead><tr><th scope="col">URL</th>@foreach ($evidence as $key => $label)<th scope="col" class="num" title="at most {{ Orchard\Core\Duplicates\Keeper::WEIGHTS[$key] }}">{{ $label }}</th>@endforeach<th scope="col" class="num">Sum</th></tr></thead>
            <tbody>@foreach ($members as $member)@if (isset($points[$member->pageId]))<tr><td class="clip w-address">{{ $path($member->url) }}</td>@foreach (array_keys($evidence) as $key)<td class="num">{{ isset($points[$member->pageId][$key]) ? App\Platform\Web\Forms::number($points[$member->pageId][$key], 1) : '·' }}</td>@endforeach<td class="num"><b>{{ App\Platform\Web\Forms::number(array_sum($points[$member->pageId]), 1) }}</b></td></tr>@endif @endforeach</tbody>
        </table>
        <p class="hint">The last keeper stays unless another URL has more than {{ Orchard\Core\Duplicates\Keeper::MARGIN }} point more. URLs that cannot be the keeper have no points.</p>
    @endif
    @if ($linked !== [])
        <h2>Internal links to the duplicates</h2>
        <table class="ledger tight"><thead><tr><th scope="col">On the page</th><th scope="col">Anchor</th><th scope="col">Links to</th></tr></thead><tbody>@foreach ($linked as $link)<tr><td class="clip g-page">{{ $path($link->fromUrl) }}</td><td class="clip">{{ $link->anchor }}</td><td class="clip">{{ $path($link->toUrl) }}</td></tr>@endforeach</tbody></table>
    @endif
    @if ($history !== [])
        <h2>History of the keeper’s URL</h2>
        <ul>@foreach ($history as $entry)<li>{{ App\Platform\Web\Forms::moment($entry->createdAt, $store->timezone) }}: {{ $entry->userName ?? 'Young Orchard' }} {{ $entry->event->words() }}, {{ lcfirst(App\Changes\AddressField::from($entry->field)->label()) }} {{ App\Changes\AddressField::from($entry->field)->brief((string) $entry->after) }}</li>@endforeach</ul>
    @endif
@endsection
