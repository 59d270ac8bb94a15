@php
    use App\Platform\Web\Forms;
    use App\Stores\Http\ShownUrl;
@endphp
<div class="reach-part">
    <h3>What would bring it nearer</h3>
    @if ($nearer)
        <table class="ledger tight"><colgroup><col><col class="col-to"><col class="col-with"></colgroup><thead class="sr"><tr><th scope="col">Link</th><th scope="col">Clicks from home</th><th scope="col">With it</th></tr></thead><tbody>@foreach ($nearer as $one)<tr><td class="clip">@if ($one['from'] === 0)An entry in the menu of all pages @else Link from <a href="{{ route('tend.page', [$store, $one['from']]) }}" title="{{ ShownUrl::of($store, $one['url']) }}">{{ $one['title'] ?: ShownUrl::of($store, $one['url']) }}</a>@endif</td><td class="num nowrap">@if ($one['to'] === null)no nearer @else to <b>{{ $one['to'] }}</b>@endif</td><td class="num nowrap">@if ($one['others'] > 0)<span class="soft" title="Other pages that come nearer with it">and @n($one['others']) more</span>@endif</td></tr>@endforeach</tbody></table>
    @else<p class="soft">{{ $from === '' ? 'No link is known that would.' : 'That is no page of this store.' }}</p>
    @endif
    <form class="ask" hx-get="{{ route('tend.nearer', [$store, $page->pageId]) }}" hx-target="closest .reach-part" hx-swap="outerHTML"><label for="tried-from">Or a link from</label> <input class="input" id="tried-from" name="from" maxlength="2048" value="{{ $from }}" placeholder="address or path of a page"> <button class="button">Work it out</button></form>
</div>
