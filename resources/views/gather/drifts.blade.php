<h2>@n($drifted) released {{ $drifted === 1 ? 'text was' : 'texts were' }} changed in the shop since</h2>
@if (count($driftCauses) > 1 || ($driftCauses[0]->texts ?? 0) > 1)
<table class="ledger tight" id="drift-causes">
    <thead><tr><th scope="col">What was done</th><th scope="col" class="num">Texts</th><th scope="col" class="num">Clicks of their pages</th><th scope="col">Seen</th>@can('write', $store)<th scope="col"><span class="sr">Decide all of them</span></th>@endcan</tr></thead>
    <tbody>
    @foreach ($driftCauses as $cause)
        <tr>
            <td>{{ $cause->field->label() }} {{ $cause->words }}</td>
            <td class="num">@n($cause->texts)</td>
            <td class="num">@n($cause->clicks)</td>
            <td class="nowrap">{{ App\Platform\Web\Forms::moment($cause->firstAt, $store->timezone) }}</td>
            @can('write', $store)<td class="num"><form method="post" action="{{ route('gather.drift', $store) }}">@csrf<input type="hidden" name="field" value="{{ $cause->field->value }}"><input type="hidden" name="cause" value="{{ $cause->code }}"><button class="button is-growth" name="verb" value="back">Draft ours again<span class="sr">: {{ $cause->words }}</span></button> <button class="button" name="verb" value="accept">Accept theirs<span class="sr">: {{ $cause->words }}</span></button></form></td>@endcan
        </tr>
    @endforeach
    </tbody>
</table>
@endif
<form method="post" action="{{ route('gather.drift', $store) }}">
    @csrf
    <table class="ledger">
        <thead><tr>@can('write', $store)<th scope="col"><label class="sr" for="all-drifts">Tick all that are shown</label><input type="checkbox" id="all-drifts" data-tick-all=".drift"></th>@endcan<th scope="col">Page</th><th scope="col">Text</th><th scope="col">Released</th><th scope="col">In the shop now</th><th scope="col">Seen</th></tr></thead>
        <tbody>
        @foreach ($drifts as $drift)
            <tr>
                @can('write', $store)<td><input class="drift" type="checkbox" name="which[]" value="{{ $drift->resourceId }}.{{ $drift->field->value }}" aria-label="{{ $drift->name }}, {{ $drift->field->label() }}"></td>@endcan
                <td class="nowrap">@if ($drift->pageId)<a href="{{ route('page', [$store, $drift->pageId]) }}" data-beside>{{ $drift->name }}</a>@else{{ $drift->name }}@endif</td>
                <td class="nowrap">{{ $drift->field->label() }}</td>
                <td>@if ($drift->ours === '')<span class="soft">nothing</span>@else<del>{{ $drift->ours }}</del>@endif</td>
                <td>@if ($drift->theirs === '')<span class="soft">nothing</span>@else<ins>{{ $drift->theirs }}</ins>@endif</td>
                <td class="nowrap">{{ App\Platform\Web\Forms::moment($drift->seenAt, $store->timezone) }}</td>
            </tr>
        @endforeach
        </tbody>
    </table>
    @can('write', $store)
        <div class="form-end">
            <button class="button is-growth" name="verb" value="back">Make drafts of the released texts</button>
            <button class="button" name="verb" value="accept">Accept the shop’s texts</button>
            @if ($drifted > count($drifts))<label><input type="checkbox" name="all" value="1"> all @n($drifted), not only the @n(count($drifts)) that are shown</label>@endif
        </div>
    @endcan
</form>
