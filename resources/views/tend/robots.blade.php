@extends('frame')
@section('title', 'robots.txt')
@php
    use App\Platform\Web\Forms;
    use App\Stores\Http\ShownUrl;
@endphp
@section('content')
    <div class="head"><h1>robots.txt</h1><span class="soft">@if ($live)last seen live {{ Forms::moment($live->seenAt ?? $live->madeAt, $store->timezone) }}@endif</span><div class="tools">@can('write', $store)<form method="post" action="{{ route('tend.robots.fetch', $store) }}">@csrf<button class="button">Look what is live</button></form>@endcan @can('write', $store)@if ($chosen && $chosen->origin === 2)<form method="post" action="{{ route('tend.robots.release', [$store, $chosen->id]) }}">@csrf<button class="button is-growth" data-once>Put this version into the next release</button></form>@endif @endcan @if ($chosen)<a href="{{ route('tend.robots.download', [$store, $chosen->id]) }}">Download</a>@endif</div></div>
    @include('tend.tabs')
    @include('tend.drifts')
    <div class="robots-grid">
        <form method="post" action="{{ route('tend.robots.check', $store) }}">@csrf
            <label for="robots-body">The file @if ($chosen)<span class="soft">{{ $chosen->origin === 1 ? 'as the shop showed it' : 'as written' }} {{ Forms::moment($chosen->madeAt, $store->timezone) }}@if ($chosen->status >= 300), status {{ $chosen->status }}: {{ $chosen->status >= 500 ? 'crawlers fetch nothing' : 'crawlers may fetch all' }}@endif</span>@elseif (! $live)<span class="soft">not fetched yet</span>@endif</label>
            <textarea class="textarea" id="robots-body" name="body" rows="16" spellcheck="false" maxlength="500000">{{ old('body', $body) }}</textarea>
            @error('body')<p class="note is-hand" role="alert">{{ $message }}</p>@enderror
            @if ($faults)<ul class="robots-faults">@foreach ($faults as $fault)<li>@if ($fault['line'] > 0)<b>Line {{ $fault['line'] }}:</b> @endif{{ $fault['fault']->words() }} @if ($fault['text'] !== '')<code>{{ $fault['text'] }}</code>@endif</li>@endforeach</ul>@endif
            <div class="filters"><label for="robots-crawler">For the crawler</label> <span class="select"><select id="robots-crawler" name="crawler">@foreach (in_array($crawler, $crawlers, true) ? $crawlers : [...$crawlers, $crawler] as $one)<option value="{{ $one }}" @selected($one === $crawler)>{{ $one === '*' ? 'any that is not named' : $one }}</option>@endforeach</select></span>
                <button class="button is-growth">Try it on all pages</button></div>
            <label for="robots-addresses">Addresses to try <span class="soft">one a line, or paths</span></label>
            <textarea class="textarea" id="robots-addresses" name="addresses" rows="3" spellcheck="false" maxlength="20000">{{ $asked }}</textarea>
            @can('write', $store)<div class="filters"><label for="robots-note">Keep it as a version</label> <input class="input" id="robots-note" name="note" maxlength="300" placeholder="what was changed, and why"> <button class="button" formaction="{{ route('tend.robots.save', $store) }}">Keep</button></div>@endcan
        </form>
        <div>
            @if ($tried)<h2>The addresses</h2><table class="ledger tight" id="robots-tried"><thead><tr><th scope="col">Address</th><th scope="col">Answer</th><th scope="col">By</th></tr></thead><tbody>@foreach ($tried as $one)<tr><td class="clip">{{ $one['address'] }}</td><td class="nowrap">@if ($one['allowed'] === null)<span class="soft">not of this host</span>@elseif ($one['allowed'])<span class="state is-growth">may be fetched</span>@else<span class="state is-hand">shut out</span>@endif</td><td class="nowrap">@if ($one['line'])line {{ $one['line'] }}: <code>{{ mb_strimwidth($one['rule'], 0, 40, '…') }}</code>@else<span class="soft">no rule speaks of it</span>@endif</td></tr>@endforeach</tbody></table>@endif
            @if ($effect)
                <h2>What it does @if ($live === null)<span class="soft">(beside no file at all; look what is live first)</span>@endif</h2>
                <p>@if ($effect->shutting['pages'] > 0)<b class="hand">@n($effect->shutting['pages'])</b> {{ $effect->shutting['pages'] === 1 ? 'page' : 'pages' }} with <b class="hand">@n($effect->shutting['clicks'])</b> clicks would be shut out.@else<b>No page</b> would be shut out that is not so already.@endif @if ($effect->opening['pages'] > 0)<b>@n($effect->opening['pages'])</b> would be let in again.@endif In all it keeps crawlers from @n($effect->barred['pages']) of @n($effect->pages) pages.</p>
                @if ($effect->unheardPages > 0)<div class="note is-hand"><b>@n($effect->unheardPages)</b> of the pages that it keeps crawlers from ask not to be listed (noindex). Crawlers that may not fetch them cannot see that, and may list them by their address alone: let them in, or take the noindex off. Such as {{ ShownUrl::of($store, $effect->unheard[0]) }}.</div>@endif
                @if ($effect->shut)<table class="ledger tight" id="robots-shut"><thead><tr><th scope="col">Would be shut out</th><th scope="col" class="num">Clicks</th><th scope="col">By</th></tr></thead><tbody>@foreach ($effect->shut as $one)<tr><td class="clip">{{ ShownUrl::of($store, $one['url']) }}</td><td class="num">@n($one['clicks'])</td><td class="nowrap">line {{ $one['line'] }}: <code>{{ mb_strimwidth($one['rule'], 0, 40, '…') }}</code></td></tr>@endforeach</tbody></table>@endif
            @endif
            <h2>Versions</h2>
            @if ($versions)<table class="ledger tight" id="robots-versions"><thead><tr><th scope="col">When</th><th scope="col">What</th><th scope="col">Seen live</th></tr></thead><tbody>@foreach ($versions as $one)<tr @if ($chosen && $one->id === $chosen->id) class="is-beside" @endif><td class="nowrap"><a href="{{ route('tend.robots', [$store, 'version' => $one->id]) }}">{{ Forms::moment($one->madeAt, $store->timezone) }}</a></td><td class="clip" title="{{ $one->note }}">{{ $one->origin === 1 ? 'as the shop showed it' : ($one->note ?: 'written').($one->userName ? ', '.$one->userName : '') }}</td><td class="nowrap">@if ($one->seenAt){{ Forms::moment($one->seenAt, $store->timezone) }}@elseif ($one->origin === 2)<span class="state is-hand">not yet</span>@endif</td></tr>@endforeach</tbody></table>
            @else<p class="soft">None yet. “Look what is live” fetches the shop’s file; a version that you keep here can be compared with it and taken up again.</p>@endif
        </div>
    </div>
@endsection
