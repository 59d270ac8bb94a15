@if ($group->value === 'shop')
    <div class="note"><p>Titles, descriptions, canonicals, redirects and slugs get into the shop by its admin API, by the files that it imports, or by somebody’s hand.</p><a class="go" href="{{ route('connect', $store) }}">How changes get into the shop ›</a></div>
@endif
<form method="post" action="{{ route('settings.update', $store) }}">
    @csrf
    <input type="hidden" name="group" value="{{ $group->value }}">
    @include('store.options', ['options' => $options, 'prefix' => 'o'])
    <div class="form-end"><button class="button is-growth">Keep these settings</button>@if ($group->trial()) <button class="button" name="then" value="ask" data-once>{{ $group->trial() }}</button>@endif</div>
</form>
@if ($group->value === 'scripts')
    <h2>Calls</h2>
    <table class="ledger">
        <thead><tr><th scope="col">When</th><th scope="col">What</th><th scope="col">How it went</th><th scope="col"><span class="sr">Again</span></th></tr></thead>
        <tbody>
        @forelse ($calls as $call)
            <tr><td class="nowrap">{{ App\Platform\Web\Forms::moment($call->createdAt, $store->timezone) }}</td><td>{{ $call->event }}</td><td @if ($call->state === 'failed') class="is-hand-text" @endif>{{ $call->inWords() }}</td><td>@if ($call->state === 'failed')<form method="post" action="{{ route('hooks.again', [$store, $call->id]) }}">@csrf<button class="button">Call again</button></form>@endif</td></tr>
        @empty
            <tr><td colspan="4" class="soft">None yet.</td></tr>
        @endforelse
        </tbody>
    </table>
@endif
