@php
    use App\Changes\AddressField;
    use App\Stores\Http\ShownUrl;
    use Orchard\Core\Wording\TextField;
    $clashing = count($clashes) + count($addressClashes);
@endphp
@if ($sum->count() > 0 || $clashing > 0)
    <p class="figures">
        @foreach ($sum->texts as $field => $n)<span><b>@n($n)</b> {{ TextField::from($field)->plural($n) }}</span> @endforeach
        @foreach ($sum->addresses as $field => $n)<span><b>@n($n)</b> {{ AddressField::from($field)->plural($n) }}</span> @endforeach
        @if ($clashing > 0)<a href="{{ count($clashes) > 0 ? '#clashes' : '#url-clashes' }}" class="state is-hand">@n($clashing) {{ $clashing === 1 ? 'clash' : 'clashes' }} to decide</a>@endif
    </p>
@endif
@if ($sum->count() > 0)
    @if ($store->options()->needsApproval > 0)<p><b>@n($sum->allowed)</b> of @n($sum->count()) are approved and may go.</p>@elseif ($sum->approvedTexts > 0)<p><b>@n($sum->approvedTexts)</b> texts are approved.</p>@endif
    <div hx-get="{{ route('release.ways', $store) }}" hx-trigger="load" hx-swap="outerHTML"></div>
    @can('release', $store)
        <form method="post" action="{{ route('release.send', $store) }}" id="send">@csrf
            <div class="filters">
                <label for="send-name">Name</label> <input class="input" id="send-name" name="name" size="20" maxlength="120" placeholder="date and time" value="{{ old('name') }}">
                <span class="select"><select name="scope" aria-label="What goes">
                    <option value="all">all @n($sum->count())</option>
                    @if ($texts > 0 && $changes > 0)<option value="texts" @selected(old('scope') === 'texts')>texts, @n($texts)</option><option value="addresses" @selected(old('scope') === 'addresses')>all but texts, @n($changes)</option>@endif
                    @if ($sum->approvedTexts > 0)<option value="approved" @selected(old('scope') === 'approved')>what is approved</option>@endif
                    <option value="ticked" @selected(old('scope') === 'ticked')>what is ticked below</option>
                </select></span>
                <span class="select"><select name="part" aria-label="How much of it"><option value="100">as a whole</option><option value="5" @selected(old('part') === '5')>a first 5%</option><option value="20" @selected(old('part') === '20')>a first 20%</option></select></span>
                <button class="button is-growth" data-once>Send now</button>
            </div>
            <details class="at-an-hour" @if ($errors->has('at') || $errors->has('rest')) open @endif><summary>Send it at a set hour</summary>
                <div class="filters">
                    <label for="send-at">at</label> <input class="input" id="send-at" name="at" type="datetime-local" value="{{ old('at') }}">
                    <label for="send-rest">and the rest, after a first part, at</label> <input class="input" id="send-rest" name="rest" type="datetime-local" value="{{ old('rest') }}">
                    <button class="button" formaction="{{ route('release.plan', $store) }}" data-once>Plan it</button>
                </div>
                <p class="hint">Times are the store’s, {{ $store->timezone }}. What was changed by then, and not approved anew, stays ready. The rest stays too where more than one in twenty of the first part was refused, clashes, or is not seen live.</p>
            </details>
        </form>
    @endcan
@endif
@if ($plans !== [])
    <h2>Planned</h2>
    <div class="scroll"><table class="ledger tight">
        <thead><tr><th scope="col">Release</th><th scope="col">Goes</th><th scope="col" class="num">Changes</th><th scope="col">By</th><th scope="col">State</th>@can('release', $store)<th scope="col"><span class="sr">What to do</span></th>@endcan</tr></thead>
        <tbody>
        @foreach ($plans as $one)
            <tr><td>{{ $one->plan->name }}</td><td class="nowrap">{{ App\Platform\Web\Forms::moment($one->plan->sendsAt, $store->timezone) }}</td><td class="num">@n($one->changes)@if ($one->plan->part < 100) <span class="soft">a first {{ $one->plan->part }}%</span>@endif</td><td>{{ $one->by ?? 'command line' }}</td><td><span class="state {{ $one->plan->state->isTrouble() ? 'is-hand' : '' }}">{{ $one->plan->state->label() }}</span>@if ($one->plan->note) <span class="soft">{{ $one->plan->note }}</span>@endif</td>
                @can('release', $store)<td class="nowrap"><form method="post" action="{{ route('release.plan.act', [$store, $one->plan->id]) }}">@csrf<button class="button" name="do" value="send" data-once>Send now<span class="sr"> {{ $one->plan->name }}</span></button> <button class="button" name="do" value="drop">{{ $one->plan->state->isTrouble() ? 'Put away' : 'Call off' }}<span class="sr"> {{ $one->plan->name }}</span></button></form></td>@endcan</tr>
        @endforeach
        </tbody>
    </table></div>
@endif
@if ($sum->count() > 0)
    <div hx-get="{{ route('release.weight', $store) }}" hx-trigger="load" hx-swap="outerHTML"><p class="soft">Adding up clicks …</p></div>
@endif
