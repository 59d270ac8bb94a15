@extends('frame')
@section('title', $release->name)
@section('content')
    <div class="head"><h1>{{ $release->name }}</h1><span class="soft">{{ $release->userName ?? 'command line' }}, {{ App\Platform\Web\Forms::moment($release->createdAt, $store->timezone) }}</span><div class="tools">@unless ($release->undoOf)<a href="{{ route('watch.release', [$store, $release->id]) }}">What it earned</a> @endunless<a href="{{ route('release', $store) }}">All releases</a></div></div>
    @if ($release->undoOf)<p>This takes back <a href="{{ route('release.show', [$store, $release->undoOf]) }}">an earlier release</a>.</p>@endif
    @include('release.progress')
    @if ($release->note)<p class="note">{{ $release->note }}</p>@endif
    @can('release', $store)<details class="edit release-note"><summary>{{ $release->note ? 'Change the note' : 'Write a note' }}</summary><form method="post" action="{{ route('release.note', [$store, $release->id]) }}">@csrf<label class="sr" for="release-note">Note of this release</label><textarea class="textarea wide" id="release-note" name="note" rows="2" maxlength="1000">{{ $release->note }}</textarea> <button class="button">Save the note</button></form></details>@endcan
    @if ($files !== [] || $byPerson > 0)
        <h2>Handed over</h2>
        @can('release', $store)
        @foreach ($files as $file)
            <p class="form-end"><a class="button is-growth" href="{{ route('release.file', [$store, $release->id, $file->id]) }}">Download {{ (new App\Release\Handing\Handover($store, $release->id))->nameOf($file) }}</a> <span class="soft">Import it into the shop as you import {{ $file->name }}; only its changed rows are in it.</span></p>
        @endforeach
        @endcan
        @if ($byPerson > 0)<p><a href="{{ route('release.list', [$store, $release->id]) }}">The list for somebody else</a> <span class="soft">@n($byPerson) {{ $byPerson === 1 ? 'change' : 'changes' }}; prints, and can be shared by a link</span></p>@endif
    @endif
    <div @follows('release-rows', 'texts', 'work')>
    <form method="post" action="{{ route('release.undo', [$store, $release->id]) }}">
        @csrf
        <table class="ledger">
            <thead><tr><th scope="col" class="tick"><input type="checkbox" data-tick-all=".pick" aria-label="All rows"></th><th scope="col">Page</th><th scope="col">Field</th><th scope="col">Before</th><th scope="col">After</th><th scope="col">State</th><th scope="col"><x-own-word of="live check">Live check</x-own-word></th></tr></thead>
            <tbody>
            @foreach ($items as $item)
                @foreach ($item->changes() as $change)
                    <tr id="item-{{ $item->id }}-{{ $loop->index }}">
                        <td class="tick">@if ($loop->first && $item->state === App\Release\Items\ItemState::Live && ! $item->undoneBy)<input type="checkbox" class="pick" name="items[]" value="{{ $item->id }}" aria-label="Tick {{ $item->name }}">@endif</td>
                        <td>@if ($loop->first)@if ($item->pageId)<a href="{{ route('page', [$store, $item->pageId]) }}">{{ $item->name }}</a>@else{{ $item->name }}@endif @endif</td>
                        <td>{{ $change->field->label() }}</td>
                        <td><del>@include('release.value', ['field' => $change->field, 'value' => $change->base])</del></td><td><ins>@include('release.value', ['field' => $change->field, 'value' => $change->target])</ins></td>
                        <td>@if ($loop->first)<span class="state {{ in_array($item->state, [App\Release\Items\ItemState::Refused, App\Release\Items\ItemState::Clash], true) ? 'is-hand' : ($item->state === App\Release\Items\ItemState::Live ? 'is-growth' : '') }}">{{ $item->state->label() }}</span>@if ($item->via !== App\Release\Items\Via::Direct) <span class="soft">{{ $item->via->label() }}</span>@endif @if ($item->undoneBy)<br><a href="{{ route('release.show', [$store, $item->undoneBy]) }}">taken back</a>@endif @if ($item->reason && $item->state !== App\Release\Items\ItemState::Live)<br><span class="soft">{{ $item->reason }}</span>@endif @endif</td>
                        <td>@if ($item->seen === 'seen')<span class="state is-growth">seen live</span>@elseif ($item->seen)<span class="state">{{ $item->seen === 'no' ? 'not checked yet' : $item->seen }}</span>@if ($item->shownNow($change->field->key()) !== null)<br><span class="soft">the page shows: {{ $item->shownNow($change->field->key()) }}</span>@endif @endif</td>
                    </tr>
                @endforeach
            @endforeach
            </tbody>
        </table>
        @if ($next)<p class="pager"><a href="{{ route('release.show', [$store, $release->id, 'after' => $next]) }}" rel="next">Next</a></p>@endif
        @can('release', $store)
            @if (($counts['live'] ?? 0) > $undone)
                <div class="filters"><button class="button is-hand" name="scope" value="ticked">Take the ticked back</button></div>
            @endif
        @endcan
    </form>
    </div>
@endsection
