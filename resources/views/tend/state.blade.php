@include('tend.drifts')
@if ($state && ! $state->isComplete)<p class="note is-hand">The last crawl was cut off. What no link reaches is told by the last whole crawl; nothing is called an orphan because of half a crawl.</p>@endif
@if (! $state)
    @php($isRead = App\Inventory\LastRead::of($store) !== null)
    <p class="note">{{ $isRead ? 'The pages have not been looked through yet; “Look again” starts it.' : 'No crawl yet. After the first one this shows how pages are linked, and what is wrong with them.' }} @if (! $isRead)<a href="{{ route('gather.crawl', $store) }}">Crawl the store</a>@endif</p>
@endif
