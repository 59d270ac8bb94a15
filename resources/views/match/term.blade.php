@php
    $unit = $state && $state->money ? $market->currency : 'clicks';
    $asked = App\Match\Terms\Asks::kind($term->asked);
    $because = Orchard\Core\Reasons\Reason::wordsOf(Orchard\Core\Terms\GroundType::class, $term->because);
@endphp
<div class="head tight-head"><h2>{{ $term->term }}</h2><div class="tools">@if (request()->hasHeader('HX-Request'))<button type="button" class="button" data-beside-step="-1">Back</button> <button type="button" class="button" data-beside-step="1">Next</button> <button type="button" class="button" data-beside-close>Close</button>@endif</div></div>
<p>@if ($term->volume !== null)<b>@n($term->volume)</b> searches a month. @endif @if ($term->difficulty !== null)Difficulty {{ App\Platform\Web\Forms::number((float) $term->difficulty) }} of 100. @endif<b>@n($term->impressions)</b> impressions and <b>@n($term->clicks)</b> clicks{{ $term->positionMilli > 0 ? ', at position '.App\Platform\Web\Forms::number($term->positionMilli / 1000, 1).' on average' : '' }}.</p>
<p>Asks for <b>{{ $asked?->label() ?? 'we cannot tell what' }}</b>@if ($because !== ''): {{ $because }}@endif. @if ($term->strength > 0)<span class="soft">{{ round(100 * $term->strength) }}% sure.</span>@endif</p>
@if (count($forms) > 1)<p class="soft">Searched as @foreach ($forms as $form){{ $form->text }}@if ($form->volume !== null) ({{ App\Platform\Web\Forms::number($form->volume) }})@endif{{ $loop->last ? '' : ', ' }}@endforeach.</p>@endif
@if ($head && $head !== $term->term)<p class="soft">In the group of <a href="{{ route('match', [$store, 'group' => $term->headId]) }}">{{ $head }}</a>.</p>@endif
@if ($said && ($said->note !== '' || $said->tags !== ''))<p>@if ($said->note !== ''){{ $said->note }} @endif @if ($said->tags !== '')<span class="soft">Tags: {{ $said->tags }}</span>@endif</p>@endif
@foreach ($rivals as $rival)
    @if ($rival->takesTurns || $rival->decision)
    <h3>Which page shall it be?</h3>
    @php
        $chosen = $rival->mainPage ?? $rival->pageId;
        $may = Illuminate\Support\Facades\Gate::allows('write', $store);
    @endphp
    <form method="post" action="{{ route('match.decide', [$store, $term->id]) }}" class="decide">@csrf<input type="hidden" name="page" value="{{ $rival->pageId }}"><input type="hidden" name="rival" value="{{ $rival->rivalId }}">
    <table class="ledger tight match-pairs"><thead><tr><th scope="col">{{ $may ? 'The main page' : 'Page' }}</th><th scope="col" class="num">Clicks</th><th scope="col" class="num">Impressions</th><th scope="col" class="num">Position</th></tr></thead><tbody>
        @foreach ($rival->pages() as $one)<tr><td class="clip">@if ($may)<label><input type="radio" name="main" value="{{ $one['page'] }}" @checked($chosen === $one['page'])> <b>{{ $pages[$one['page']]['name'] ?? '' }}</b></label>@else<b>{{ $pages[$one['page']]['name'] ?? '' }}</b>@endif <span class="soft">{{ ($pages[$one['page']]['kind'] ?? null)?->label() }}</span></td><td class="num">@n($one['clicks'])</td><td class="num">@n($one['impressions'])</td><td class="num">{{ App\Platform\Web\Forms::number($one['position'], 1) }}</td></tr>@endforeach
    </tbody></table>
    <p>{{ round(100 * $rival->turns) }}% of their days are apart: the results showed the one or the other, and changed {{ App\Platform\Web\Forms::number($rival->switches) }} times.@if ($rival->lostClicks >= 1) About {{ App\Platform\Web\Forms::number(round($rival->lostClicks)) }} clicks in four weeks go missing on days on which only the lower one is shown.@endif</p>
    @if ($rival->decision)<p class="note">{{ $rival->decision->label() }}@if ($rival->mainPage): {{ $pages[$rival->mainPage]['name'] ?? '' }}@endif.@if ($rival->reason !== '') {{ $rival->reason }}@endif @if ($rival->reviewOn)<span class="soft">To be looked at again on {{ App\Platform\Web\Forms::day($rival->reviewOn) }}.</span>@endif</p>@endif
    @foreach ($linking as $other => $isLinked)@if ($rival->isOf($other))<p class="soft">{{ $pages[$other]['name'] ?? '' }} {{ $isLinked ? 'links to it.' : 'does not link to it yet: a link with the words “'.$term->term.'” says which page it is.' }}</p>@endif @endforeach
    @if ($may)
        <p><label>Because <input class="input" name="reason" maxlength="500"></label> <label>look again on <input class="input" type="date" name="review_on"></label></p>
        <p><button class="button is-growth" name="verdict" value="main" title="It gets the term, locked; the other page gets another">Give it the term</button> <button class="button" name="verdict" value="merge" title="The other page is to go: its address leads to the main page">Redirect the other to it</button> <button class="button" name="verdict" value="fold" title="The other page stays for visitors; its canonical names the main page">Canonical to it</button> <button class="button" name="verdict" value="leave">Keep both</button>@if ($rival->decision) <button class="button" name="verdict" value="reopen">Open it again</button>@endif</p>
    @endif
    </form>
    @endif
@endforeach
@if ($history)@include('match.days')@endif
<p><a href="{{ route('match.road', [$store, $term->id]) }}">The road to it</a> <span class="soft">how many links a rival page is ahead, and what is won first</span></p>
<h3>Pages that could go for it</h3>
<table class="ledger tight match-pairs">
    <thead><tr><th scope="col">Page</th><th scope="col" class="num" title="How much of the term the page speaks of">Words</th><th scope="col" class="num" title="How well its kind answers what the term asks for">Kind</th><th scope="col" class="num" title="Products in stock that somebody who types the term would buy">Fits</th><th scope="col" class="num">Position</th><th scope="col" class="num">{{ $unit }}</th><th scope="col"><span class="sr">Decide</span></th></tr></thead>
    <tbody>
    @forelse ($pairs as $pair)
        @php
            $page = $pages[$pair->pageId] ?? null;
        @endphp
        <tr @class(['is-kept' => $term->leadPage !== null && $term->leadPage === $pair->pageId])><td class="clip" title="{{ $page['url'] ?? '' }}"><b>{{ $page['name'] ?? '' }}</b> <span class="soft">{{ ($page['kind'] ?? null)?->label() }}</span></td><td class="num">{{ round(100 * $pair->relevance) }}</td><td class="num">{{ round(100 * $pair->asked) }}</td><td class="num" @class(['is-settling' => $pair->stocked > 0 && $pair->fitting < 0.2 * $pair->stocked])>{{ $pair->stocked > 0 ? $pair->fitting.' of '.$pair->stocked : '' }}</td><td class="num">{{ $pair->positionMilli === 0 ? '–' : App\Platform\Web\Forms::number($pair->positionMilli / 1000, 1) }}</td><td class="num">{{ App\Platform\Web\Forms::rough($pair->worth) }}</td>
            <td>@can('write', $store)<form method="post" action="{{ route('match.act', $store) }}" class="inline">@csrf<input type="hidden" name="terms[]" value="{{ $term->id }}"><input type="hidden" name="page" value="{{ $pair->pageId }}">@if ($term->leadPage !== null && $term->leadPage === $pair->pageId)<button class="button" name="do" value="{{ $term->locked ? 'unlock' : 'lock' }}">{{ $term->locked ? 'Unlock' : 'Lock' }}</button>@else<button class="button" name="do" value="give">Give it<span class="sr"> to {{ $page['name'] ?? 'this page' }}</span></button>@endif</form>@endcan</td></tr>
    @empty
        <tr><td colspan="7">No page speaks of it.</td></tr>
    @endforelse
    </tbody>
</table>
@can('write', $store)<form method="post" action="{{ route('match.act', $store) }}" class="filters">@csrf<input type="hidden" name="terms[]" value="{{ $term->id }}"><label>Another page, by its URL <input class="input" name="url" maxlength="2048" required></label> <button class="button" name="do" value="give">Give it the term</button></form>@endcan
<p class="hint">Worth is searches × the click rate within reach × words, kind and products that fit × the value of a click.@if ($state) {{ $state->reachTerms > 0 ? 'This store has an even chance of the first ten at a difficulty of '.App\Platform\Web\Forms::number($state->reachMiddle).', as '.App\Platform\Web\Forms::number($state->reachTerms).' of its terms tell.' : 'An even chance of the first ten is assumed at a difficulty of 40; with 200 terms of known difficulty the store’s own is learned.' }}@endif</p>
@can('write', $store)
@if ($plan)
<details class="say" @if ($said && $said->plan !== '') open @endif><summary>{{ $said?->isPlanned() ? 'The page that is planned' : 'No page of ours' }}</summary>
    <form method="post" action="{{ route('match.plan', [$store, $term->id]) }}">@csrf
        <p><label>A page to be called <input class="input" name="name" value="{{ ($said->planName ?? '') ?: $plan->name }}" maxlength="190"></label> <label>kind <span class="select"><select name="kind">@foreach (App\Catalogue\PageResources::WRITTEN as $kind)<option value="{{ $kind->key() }}" @selected($kind->value === ($said?->planKind ?: $plan->kind->value))>{{ $kind->label() }}</option>@endforeach</select></span></label></p>
        <p><label>at <input class="input" name="address" value="{{ ($said->planUrl ?? '') === '' ? $plan->url->target() : App\Stores\Http\ShownUrl::of($store, $said->planUrl) }}" maxlength="700"></label> <button class="button" name="plan" value="planned">{{ $said?->isPlanned() ? 'Change the plan' : 'Plan it' }}</button>@if ($said?->isPlanned()) @if ($said->planPage)<button class="button" formaction="{{ route('match.write', [$store, 'page' => $said->planPage]) }}">Write it</button> @endif<button class="button" name="plan" value="open">Plan it no longer</button>@endif</p>
        @if (! $said?->isPlanned())<p><label>None, because <input class="input" name="reason" value="{{ $said->reason ?? '' }}" maxlength="500"></label> <label>look again on <input class="input short-date" type="date" name="review_on" value="{{ $said->reviewOn ?? '' }}"></label> <button class="button" name="plan" value="left">Leave it</button></p>@endif
    </form>
    @if ($said?->isPlanned() && $said->planPage)
    <form method="post" action="{{ route('match.arrived', [$store, $said->planPage]) }}">@csrf<p><label>It has been made, at <input class="input" name="url" maxlength="2048" required value="{{ App\Stores\Http\ShownUrl::of($store, $said->planUrl) }}"></label> <button class="button">Join them</button></p></form>
    @endif
</details>
@endif
<details class="say"><summary>What you know of it</summary>
    <form method="post" action="{{ route('match.act', $store) }}">@csrf<input type="hidden" name="terms[]" value="{{ $term->id }}"><input type="hidden" name="do" value="say">
        <p><label>It asks for <span class="select"><select name="asked"><option value="">as told</option>@foreach (Orchard\Core\Terms\AskedFor::cases() as $kind)<option value="{{ $kind->value }}" @selected($said?->asksFor($kind) ?? false)>{{ $kind->label() }}</option>@endforeach</select></span></label></p>
        <p><label>Its group <input class="input" name="group" value="{{ $said->head ?? '' }}" maxlength="190" placeholder="{{ $head }}"></label></p>
        <p><label>Note <input class="input" name="note" value="{{ $said->note ?? '' }}" maxlength="500"></label></p>
        <p><label>Tags <input class="input" name="tags" value="{{ $said->tags ?? '' }}" maxlength="190"></label> <button class="button">Keep</button></p>
    </form>
</details>
@endcan
