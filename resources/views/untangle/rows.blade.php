@use('App\Untangle\Finding\ReasonWords')
{{-- $tick: whether rows can be ticked. $targets: what each page's change would set, by page. --}}
@php
    $path = static fn (?string $url): string => App\Stores\Http\ShownUrl::of($store, $url);
    $tick = ($tick ?? false) && Illuminate\Support\Facades\Gate::allows('write', $store);
@endphp
<table class="ledger tight">
    <thead><tr>@if ($tick)<th scope="col" class="tick"><input type="checkbox" data-tick-all="[name='pages[]']" aria-label="Tick all rows"></th>@endif<th scope="col">URL</th><th scope="col" class="num">Clicks</th><th scope="col">Keeper</th><th scope="col">Canonical now</th><th scope="col">What is done</th><th scope="col">Target</th><th scope="col">Why</th></tr></thead>
    <tbody>
    @forelse ($pages as $page)
        @php
            $verdict = $page->verdict();
            [$why, $kin] = [ReasonWords::ofAction($page->why), ReasonWords::ofPair($page->reason)];
        @endphp
        <tr id="url-{{ $page->pageId }}">@if ($tick)<td class="tick"><input type="checkbox" name="pages[]" value="{{ $page->pageId }}" aria-label="Tick {{ $path($page->url) }}"></td>@endif
            <td class="clip g-page"><a href="{{ $page->tangleId ? route('untangle.tangle', [$store, $page->tangleId]) : route('page', [$store, $page->pageId]) }}" title="{{ $page->url }}">{{ $path($page->url) }}</a></td><td class="num">@n($page->clicks)</td>
            <td class="clip w-keeper" title="{{ $page->keeperUrl }}">@if ($page->keeperUrl && ! $page->isKeeper())<a href="{{ route('untangle.compare', [$store, 'a' => $page->keeperPage, 'b' => $page->pageId]) }}" title="Compare the two">{{ $path($page->keeperUrl) }}</a>@elseif ($page->keeperPage)itself @else<span class="soft">none</span>@endif</td>
            <td class="clip w-says" title="{{ $verdict?->words() }}{{ $page->declared !== '' ? ': '.$page->declared : '' }}"><span class="state @if ($verdict?->isFault()) is-hand @endif">{{ $page->declared === '' ? 'none' : $path($page->declared) }}</span></td>
            <td class="nowrap">{{ ucfirst($page->action->short()) }}@unless ($page->isSafe) <span class="state is-hand">exception</span>@endunless</td>
            <td class="clip w-keeper" title="{{ $targets[$page->pageId] ?? '' }}">@isset($targets[$page->pageId]){{ $path($targets[$page->pageId]) }}@endisset</td>
            <td class="clip w-why" title="{{ $why }}; {{ $kin }}">{{ $why }}@if ($kin !== ''); <span class="soft">{{ $kin }}</span>@endif</td></tr>
    @empty
        <tr><td colspan="{{ $tick ? 8 : 7 }}">No URL here.</td></tr>
    @endforelse
    </tbody>
</table>
