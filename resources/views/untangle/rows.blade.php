<table class="ledger tight">
    <thead><tr><th scope="col">Address</th><th scope="col" class="num">Clicks</th><th scope="col">Keeper</th><th scope="col">Declares</th><th scope="col">What to do</th><th scope="col">Why</th></tr></thead>
    <tbody>
    @forelse ($pages as $page)
        @php
            $verdict = Orchard\Core\LinkGraph\CanonicalVerdict::fromKey($page->verdict);
            $path = static fn (?string $url): string => rawurldecode((string) preg_replace('~^https?://[^/]+~', '', (string) $url));
        @endphp
        <tr><td class="clip g-page"><a href="{{ $page->tangle_id ? route('untangle.tangle', [$store, $page->tangle_id]) : route('page', [$store, $page->page_id]) }}" title="{{ $page->url }}">{{ $path($page->url) }}</a></td><td class="num">@n($page->clicks)</td>
            <td class="clip w-keeper" title="{{ $page->keeper_url }}">@if ($page->keeper_url && $page->keeper_page != $page->page_id)<a href="{{ route('untangle.compare', [$store, 'a' => $page->keeper_page, 'b' => $page->page_id]) }}" title="Compare the two">{{ $path($page->keeper_url) }}</a>@elseif ($page->keeper_page)itself @else<span class="soft">none</span>@endif</td>
            <td class="clip w-says" title="{{ $page->declared }}"><span class="state @if ($verdict?->isFault()) is-hand @endif">{{ $verdict?->value }}</span></td><td class="nowrap">{{ App\Untangle\Deciding\Means::from($page->action)->short() }}@unless ($page->is_safe) <span class="soft" title="your call">?</span>@endunless</td><td class="clip w-why" title="{{ $page->why }}; {{ $page->reason }}">{{ $page->why }}@if ($page->reason !== ''); <span class="soft">{{ $page->reason }}</span>@endif</td></tr>
    @empty
        <tr><td colspan="6">None.</td></tr>
    @endforelse
    </tbody>
</table>
