@extends('frame')
@section('title', 'Release')
@php
    use App\Changes\AddressField;
    use App\Stores\Http\ShownUrl;
    use Orchard\Core\Wording\TextField;
    $texts = array_sum($sum->texts);
    $changes = array_sum($sum->addresses);
@endphp
@section('content')
    <div @follows('release-ready', 'texts', 'work')>
    <div class="head"><h1>Ready for <x-own-word of="release">release</x-own-word></h1><div class="tools"><a href="{{ route('write.review', $store) }}">Review</a> <a href="{{ route('campaigns', $store) }}">Campaigns</a> <a href="{{ route('calendar', $store) }}">Calendar</a></div></div>
    @include('release.sum')
    @cannot('release', $store)<p class="note">Approvers send what is ready: {{ implode(', ', $senders) }}. You see here what they see.</p>@endcannot
    @if (count($clashes))
        <h2 id="clashes">Clashes: the shop’s text has changed since the draft was written</h2>
        <div class="scroll"><table class="ledger">
            <thead><tr><th scope="col">Page</th><th scope="col">In the shop now</th><th scope="col">Our draft</th><th scope="col">Decide</th></tr></thead>
            <tbody>
            @foreach ($clashes as $clash)
                <tr><td>{{ $clash->name }}<br><span class="soft">{{ TextField::from((int) $clash->field)->label() }}</span></td><td>{{ $clash->stored === '' ? 'nothing' : $clash->stored }}</td><td>{{ $clash->value }}</td>
                    <td class="nowrap">@can('release', $store)<form method="post" action="{{ route('release.decide', [$store, $clash->id]) }}">@csrf<button class="button" name="keep" value="ours">Send ours</button> <button class="button" name="keep" value="theirs">Keep the shop’s</button></form>@endcan</td></tr>
            @endforeach
            </tbody>
        </table></div>
    @endif
    @if (count($addressClashes))
        <h2 id="url-clashes">URL changes that clash with the shop, or were refused</h2>
        <div class="scroll"><table class="ledger">
            <thead><tr><th scope="col">URL</th><th scope="col">New value</th><th scope="col">Why not</th><th scope="col">Decide</th></tr></thead>
            <tbody>
            @foreach ($addressClashes as $clash)
                <tr><td class="clip g-page" title="{{ $clash->url }}">{{ ShownUrl::of($store, $clash->url) }}<br><span class="soft">{{ $clash->field->label() }}</span></td><td>{{ $clash->field->brief($clash->value) }}</td><td>{{ $clash->note }}@if ($clash->state === App\Changes\DraftState::Clash) <span class="soft">The shop has “{{ $clash->field->brief($clash->baseValue) }}”.</span>@endif</td>
                    <td class="nowrap">@can('release', $store)<form method="post" action="{{ route('release.decide.address', [$store, $clash->id]) }}">@csrf<button class="button" name="keep" value="ours">Send ours</button> <button class="button" name="keep" value="theirs">Keep the shop’s</button></form>@endcan</td></tr>
            @endforeach
            </tbody>
        </table></div>
    @endif
    @if ($changes > 0)
        <h2>URLs and what stands on pages</h2>
        @can('release', $store)
            <div class="filters">
                <button class="button" form="send" name="scope" value="ticked">Send the ticked</button>
                <button class="button" form="send" name="do" value="approve" formaction="{{ route('release.review.addresses', $store) }}">Approve the ticked</button> <button class="button" form="send" name="do" value="back" formaction="{{ route('release.review.addresses', $store) }}">Withdraw the ticked</button>
            </div>
        @endcan
        <div class="scroll"><table class="ledger tight">
            <thead><tr>@can('release', $store)<th scope="col" class="tick"><input type="checkbox" data-tick-all="[name='changes[]']" aria-label="Tick all of these changes"></th>@endcan<th scope="col">URL</th><th scope="col" class="num">Clicks</th><th scope="col">Field</th><th scope="col">Today</th><th scope="col">New</th><th scope="col">Why</th><th scope="col">Approved</th></tr></thead>
            <tbody>
            @foreach ($addresses as $change)
                @php($field = $change->field)
                <tr id="change-{{ $change->id }}">@can('release', $store)<td class="tick"><input type="checkbox" name="changes[]" form="send" value="{{ $change->id }}" aria-label="Tick {{ lcfirst($field->label()) }} of {{ ShownUrl::of($store, $change->url) }}"></td>@endcan
                    <td class="clip g-page"><a href="{{ route('page', [$store, $change->pageId]) }}" title="{{ $change->url }}">{{ ShownUrl::of($store, $change->url) }}</a></td><td class="num">@n($change->clicks)</td><td>{{ $field->label() }}</td><td class="clip w-keeper" title="{{ mb_substr($change->baseValue, 0, 3000) }}"><span class="soft">{{ $change->shown($store, $change->baseValue) }}</span></td><td class="clip w-keeper" title="{{ mb_substr($change->value, 0, 3000) }}">{{ $change->shown($store, $change->value) }}</td><td class="clip w-why" title="{{ $change->why }}">{{ $change->why }}</td><td class="nowrap">@if ($change->approvedAt)<span class="state is-growth">{{ $change->approver }}</span>@endif</td></tr>
            @endforeach
            </tbody>
        </table></div>
        @if ($nextAddress)<p class="pager"><a href="{{ route('release', [$store, 'addresses' => $nextAddress->clicks.'-'.$nextAddress->id]) }}" rel="next">Next</a></p>@endif
    @endif
    <h2>Texts</h2>
        @can('release', $store)
            @if ($drafts !== [])
                <div class="filters">
                    <button class="button" form="send" name="scope" value="ticked">Send the ticked</button>
                    <button class="button" form="send" name="do" value="approve" formaction="{{ route('release.review.texts', $store) }}">Approve the ticked</button>
                    <label>Reason <input class="input" name="word" form="send" maxlength="300" size="22"></label><button class="button" form="send" name="do" value="back" formaction="{{ route('release.review.texts', $store) }}">Send the ticked back</button>
                </div>
            @endif
        @endcan
        <div class="scroll"><table class="ledger texts-ready">
            <thead><tr>@can('release', $store)<th scope="col" class="tick"><input type="checkbox" data-tick-all=".pick" aria-label="All rows"></th>@endcan<th scope="col">Page</th><th scope="col">Live now</th><th scope="col">New</th><th scope="col">Written by</th><th scope="col">Approved</th></tr></thead>
            <tbody>
            @forelse ($drafts as $draft)
                @php($field = $draft->field)
                <tr id="draft-{{ $draft->id }}">
                    @can('release', $store)<td class="tick"><input type="checkbox" class="pick" name="drafts[]" form="send" value="{{ $draft->id }}" aria-label="Tick {{ $draft->name }}, {{ $field->key() }}"></td>@endcan
                    <td>@if ($draft->pageId)<a href="{{ route('page', [$store, $draft->pageId]) }}">{{ $draft->name }}</a>@else{{ $draft->name }}@endif<br><span class="soft">{{ $field->label() }}</span></td>
                    <td><del>{{ $draft->shown === null ? 'not seen yet' : ($draft->shown === '' ? 'nothing' : $draft->shown) }}</del></td>
                    <td><ins>{{ $draft->draftShown === '' ? 'the theme’s own text' : $draft->draftShown }}</ins>
                        @can('release', $store)<details class="edit"><summary>Edit</summary><label class="sr" for="edit-{{ $draft->id }}">New {{ $field->key() }} of {{ $draft->name }}</label><textarea class="textarea wide" id="edit-{{ $draft->id }}" rows="3" name="text" form="edit-form-{{ $draft->id }}" maxlength="{{ $field->longest() }}">{{ $draft->value }}</textarea><button class="button" form="edit-form-{{ $draft->id }}">Save</button></details>@endcan</td>
                    <td>{{ $draft->userName ?? 'command line' }}<br><span class="soft">{{ $draft->origin }}</span></td>
                    <td>@if ($draft->approvedAt)<span class="state is-growth">{{ $draft->approver }}</span>@endif</td>
                </tr>
            @empty
                <tr><td colspan="6">No text is ready. Mark drafts as ready on the <a href="{{ route('write', [$store, 'state' => 'open']) }}">writing desk</a>.</td></tr>
            @endforelse
            </tbody>
        </table></div>
        @if ($next)<p class="pager"><a href="{{ route('release', [$store, 'after' => $next]) }}" rel="next">Next</a></p>@endif
    @can('release', $store)@foreach ($drafts as $draft)<form method="post" id="edit-form-{{ $draft->id }}" action="{{ route('release.review.edit', [$store, $draft->id]) }}" hidden>@csrf<input type="hidden" name="revision" value="{{ $draft->revision }}"></form>@endforeach @endcan
    <h2 id="releases">Releases</h2>
    <table class="ledger">
        <thead><tr><th scope="col">Release</th><th scope="col">By</th><th scope="col">Sent</th><th scope="col" class="num">Pages</th></tr></thead>
        <tbody>
        @forelse ($releases as $release)
            <tr><td><a href="{{ route('release.show', [$store, $release->id]) }}">{{ $release->name }}</a></td><td>{{ $release->userName ?? 'command line' }}</td><td>{{ App\Platform\Web\Forms::moment($release->createdAt, $store->timezone) }}</td><td class="num">@n($release->items)</td></tr>
        @empty<tr><td colspan="4">No releases yet.</td></tr>@endforelse
        </tbody>
    </table>
    </div>
@endsection
