@extends('frame')
@section('title', 'Release')
@section('content')
    <div class="head"><h1>Release</h1><span class="soft">@n($ready[1] ?? 0) titles and @n($ready[2] ?? 0) descriptions ready{{ $readyAddresses ? ', '.number_format(array_sum($readyAddresses)).' settings of addresses' : '' }}</span></div>
    @if (count($clashes))
        <h2>Clashes: the shop’s text has changed since</h2>
        <table class="ledger">
            <thead><tr><th scope="col">Page</th><th scope="col">In the shop now</th><th scope="col">Our draft</th><th scope="col">Decide</th></tr></thead>
            <tbody>
            @foreach ($clashes as $clash)
                <tr><td>{{ $clash->name }}<br><span class="soft">{{ Orchard\Core\Wording\TextField::from((int) $clash->field)->key() }}</span></td><td>{{ $clash->stored === '' ? 'nothing' : $clash->stored }}</td><td>{{ $clash->value }}</td>
                    <td class="nowrap">@can('release', $store)<form method="post" action="{{ route('release.decide', [$store, $clash->id]) }}">@csrf<button class="button" name="keep" value="ours">Send ours</button> <button class="button" name="keep" value="theirs">Keep the shop’s</button></form>@endcan</td></tr>
            @endforeach
            </tbody>
        </table>
    @endif
    @if (count($addressClashes))
        <h2>Addresses that the shop holds otherwise, or refused</h2>
        <table class="ledger">
            <thead><tr><th scope="col">Address</th><th scope="col">To be set</th><th scope="col">Why not</th><th scope="col">Decide</th></tr></thead>
            <tbody>
            @foreach ($addressClashes as $clash)
                <tr><td class="clip g-page" title="{{ $clash->url }}">{{ preg_replace('~^https?://[^/]+~', '', $clash->url) }}<br><span class="soft">{{ App\Changes\AddressField::from((int) $clash->field)->key() }}</span></td><td>{{ $clash->value === '' ? 'nothing' : $clash->value }}</td><td>{{ $clash->note }}@if ($clash->state === 'clash') <span class="soft">The shop holds “{{ $clash->base_value }}”.</span>@endif</td>
                    <td class="nowrap">@can('release', $store)<form method="post" action="{{ route('release.decide.address', [$store, $clash->id]) }}">@csrf<button class="button" name="keep" value="ours">Send ours</button> <button class="button" name="keep" value="theirs">Leave it</button></form>@endcan</td></tr>
            @endforeach
            </tbody>
        </table>
    @endif
    @if ($readyAddresses)
        <h2>Addresses ready to go</h2>
        <p>@foreach ($readyAddresses as $field => $count)@if (! $loop->first), @endif<b>@n($count)</b> {{ ['11' => $count === 1 ? 'canonical' : 'canonicals', '12' => 'robots', '13' => $count === 1 ? 'redirect' : 'redirects', '14' => $count === 1 ? 'slug' : 'slugs'][$field] }}@endforeach. Addresses with <b>@n($atRisk)</b> clicks of thirteen weeks are touched{{ $cap === null ? '' : '; one release touches at most '.number_format($cap) }}. The ten with the most:</p>
        <table class="ledger tight">
            <thead><tr><th scope="col">Address</th><th scope="col" class="num">Clicks</th><th scope="col">What</th><th scope="col">To be</th><th scope="col">Why</th></tr></thead>
            <tbody>
            @foreach ($addresses as $change)
                <tr><td class="clip g-page"><a href="{{ route('page', [$store, $change->page_id]) }}" title="{{ $change->url }}">{{ preg_replace('~^https?://[^/]+~', '', $change->url) }}</a></td><td class="num">@n($change->clicks ?? 0)</td><td>{{ App\Changes\AddressField::from((int) $change->field)->key() }}</td><td class="clip" title="{{ $change->value }}">{{ $change->value === '' ? 'as the theme has it' : preg_replace('~^https?://[^/]+~', '', $change->value) }}</td><td class="clip" title="{{ $change->why }}">{{ $change->why }}</td></tr>
            @endforeach
            </tbody>
        </table>
        @can('release', $store)
            <form method="post" action="{{ route('release.send', $store) }}" class="filters">
                @csrf<input type="hidden" name="scope" value="addresses">
                <label for="address-name">Name</label><input class="input" id="address-name" name="name" size="24" maxlength="120" placeholder="the date, unless you say otherwise">
                <button class="button is-growth" name="part" value="5">Send a first part, 5%</button> <button class="button" name="part" value="100">Send all that fit</button>
                <span class="hint">Look at the first part before the rest goes; all of it can be taken back.</span>
            </form>
        @endcan
    @endif
    <h2>Texts ready to go</h2>
    <form method="post" action="{{ route('release.send', $store) }}">
        @csrf
        @can('release', $store)
            @if ($drafts->isNotEmpty())
                <div class="filters">
                    <label for="name">Name</label><input class="input" id="name" name="name" size="30" maxlength="120" placeholder="the date, unless you say otherwise">
                    <button class="button is-growth" name="scope" value="texts">Send all @n($ready->sum()) to the shop</button>
                    <button class="button" name="scope" value="ticked">Send the ticked ones</button>
                    <span class="hint">They are live at once, each is looked at on the page, and all can be taken back.</span>
                </div>
            @endif
        @endcan
        <table class="ledger">
            <thead><tr><th scope="col"><input type="checkbox" data-tick-all=".pick" aria-label="All rows"></th><th scope="col">Page</th><th scope="col">Shown now</th><th scope="col">To be shown</th><th scope="col">By</th></tr></thead>
            <tbody>
            @forelse ($drafts as $draft)
                <tr>
                    <td><input type="checkbox" class="pick" name="drafts[]" value="{{ $draft->id }}" aria-label="Tick {{ $draft->name }}, {{ Orchard\Core\Wording\TextField::from((int) $draft->field)->key() }}"></td>
                    <td>@if ($draft->page_id)<a href="{{ route('page', [$store, $draft->page_id]) }}">{{ $draft->name }}</a>@else{{ $draft->name }}@endif<br><span class="soft">{{ Orchard\Core\Wording\TextField::from((int) $draft->field)->key() }}</span></td>
                    <td><del>{{ $draft->shown === null ? 'not seen yet' : ($draft->shown === '' ? 'nothing' : $draft->shown) }}</del></td><td><ins>{{ $draft->draft_shown === '' ? 'what the theme makes of nothing' : $draft->draft_shown }}</ins></td>
                    <td>{{ $draft->user_name ?? 'command line' }}<br><span class="soft">{{ $draft->origin }}</span></td>
                </tr>
            @empty
                <tr><td colspan="5">Nothing is ready. Mark drafts as ready on the <a href="{{ route('write', [$store, 'state' => 'open']) }}">writing desk</a>.</td></tr>
            @endforelse
            </tbody>
        </table>
        @if ($next)<p class="pager"><a href="{{ route('release', [$store, 'after' => $next]) }}" rel="next">Next</a></p>@endif
    </form>
    <h2>Releases so far</h2>
    <table class="ledger">
        <thead><tr><th scope="col">Release</th><th scope="col">By</th><th scope="col">Begun</th><th scope="col" class="num">Pages</th></tr></thead>
        <tbody>
        @forelse ($releases as $release)
            <tr><td><a href="{{ route('release.show', [$store, $release->id]) }}">{{ $release->name }}</a></td><td>{{ $release->user_name ?? 'command line' }}</td><td>{{ Illuminate\Support\Carbon::parse($release->created_at)->setTimezone($store->timezone)->format('D j M Y, H:i') }}</td><td class="num">@n($release->items)</td></tr>
        @empty<tr><td colspan="4">None yet.</td></tr>@endforelse
        </tbody>
    </table>
@endsection
