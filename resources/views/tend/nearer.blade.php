@php
    use App\Platform\Web\Forms;
    use App\Stores\Http\ShownUrl;
@endphp
<div class="reach-part">
    @if ($nearer)
        <h3>What would bring it nearer</h3>
        <table class="ledger tight"><colgroup><col><col class="col-to"><col class="col-with"></colgroup><thead class="sr"><tr><th scope="col">Link</th><th scope="col">Clicks from home</th><th scope="col">With it</th></tr></thead><tbody>@foreach ($nearer as $one)<tr><td class="clip">@if ($one['from'] === 0)An entry in the menu of all pages @else Link from <a href="{{ route('tend.page', [$store, $one['from']]) }}" title="{{ ShownUrl::of($store, $one['url']) }}">{{ $one['title'] ?: ShownUrl::of($store, $one['url']) }}</a>@endif</td><td class="num nowrap">to <b>{{ $one['to'] }}</b></td><td class="num nowrap">@if ($one['others'] > 0)<span class="soft" title="Other pages that come nearer with it">and @n($one['others']) more</span>@endif</td></tr>@endforeach</tbody></table>
    @endif
</div>
