@extends('frame')
@section('title', $campaign->name)
@php
    use App\Release\Campaigns\CampaignState;
    $isPlanned = $state === CampaignState::Planned;
@endphp
@section('content')
    <div class="head"><h1>{{ $campaign->name }}</h1><span class="soft">{{ $state->label() }}</span><div class="tools"><a href="{{ route('campaigns', $store) }}">All campaigns</a></div></div>
    <p class="campaign-time"><span>from <b>@include('release.store-time', ['at' => $campaign->startsAt])</b></span> <span>to <b>@include('release.store-time', ['at' => $campaign->endsAt])</b></span> <span class="soft">{{ $store->timezone }}</span></p>
    @if ($campaign->note)<p class="note">{{ $campaign->note }}</p>@endif
    @if ($campaign->startRelease)
        <p><b>@n(($items['live'] ?? 0))</b> live of @n(array_sum($items)). <a href="{{ route('release.show', [$store, $campaign->startRelease]) }}">What went live</a>
        @if ($campaign->endRelease) · <b>@n($back['live'] ?? 0)</b> of @n(array_sum($back)) are back{{ ($back['clash'] ?? 0) > 0 ? ', ' : '' }}@if (($back['clash'] ?? 0) > 0)<span class="state is-hand">@n($back['clash']) were changed in the shop meanwhile and stay as they are there</span>@endif. <a href="{{ route('release.show', [$store, $campaign->endRelease]) }}">What came back</a>@endif</p>
    @endif
    <div class="filters">
        @if ($isPlanned && $count > 0)@can('release', $store)<form method="post" action="{{ route('campaign.act', [$store, $campaign->id]) }}">@csrf<button class="button is-growth" name="do" value="approve" data-once>Approve @n($count) {{ $count === 1 ? 'text' : 'texts' }}</button></form>@else<span class="soft">An approver lets it happen.</span>@endcan @endif
        @if (in_array($state, [CampaignState::Planned, CampaignState::Approved, CampaignState::Running], true))@can('release', $store)<form method="post" action="{{ route('campaign.act', [$store, $campaign->id]) }}">@csrf<button class="button is-hand" name="do" value="stop" data-once>{{ $state === CampaignState::Running ? 'End it now' : 'Call it off' }}</button></form>@endcan @endif
    </div>
    @if ($isPlanned)
        @can('write', $store)
            <form method="post" action="{{ route('campaign.fill', [$store, $campaign->id]) }}">@csrf<p class="filters">
                <span class="select"><select name="field" aria-label="Text"><option value="title">Titles</option><option value="description" @selected(old('field') === 'description')>Descriptions</option></select></span>
                <label for="cf-kind">of</label> <span class="select"><select id="cf-kind" name="kind"><option value="">all kinds</option>@foreach (App\Stores\Kinds\PageKind::cases() as $kind)<option value="{{ $kind->value }}" @selected(old('kind') === (string) $kind->value)>{{ $kind->plural() }}</option>@endforeach</select></span>
                @if (count($selections) > 0)<label for="cf-list">in the list</label> <span class="select"><select id="cf-list" name="list"><option value="">any</option>@foreach ($selections as $list)<option value="{{ $list->id }}" @selected(old('list') === (string) $list->id)>{{ $list->name }}</option>@endforeach</select></span>@endif
                </p><p class="filters"><label for="cf-front">words in front</label> <input class="input" id="cf-front" name="front" size="16" maxlength="60" value="{{ old('front') }}"> <label for="cf-behind">behind</label> <input class="input" id="cf-behind" name="behind" size="16" maxlength="60" value="{{ old('behind') }}">
                <label><input type="checkbox" name="cut" value="1"> also where it would be cut off</label> <button class="button">Put them in</button></p>
            </form>
            <form method="post" action="{{ route('campaign.fill', [$store, $campaign->id]) }}" enctype="multipart/form-data" class="filters">@csrf<label for="cf-file">Or from a file with the columns url, field and text</label> <input id="cf-file" type="file" name="file" accept=".csv,.tsv,.txt,.xlsx" required> <button class="button">Bring it in</button></form>
        @endcan
    @endif
    <div class="scroll"><table class="ledger trial-pages">
        <thead><tr><th scope="col">Page</th><th scope="col">Text</th><th scope="col">In the shop now</th><th scope="col">In the campaign</th>@if ($isPlanned)<th scope="col"><span class="sr">What to do</span></th>@endif</tr></thead>
        <tbody>
        @forelse ($texts as $text)
            <tr><td class="clip g-page">@if ($text->pageId)<a href="{{ route('page', [$store, $text->pageId]) }}">{{ $text->name }}</a>@else{{ $text->name }}@endif</td><td>{{ $text->field->label() }}</td><td>@if ((string) $text->stored === '')<span class="soft">set by the theme: {{ $text->shown }}</span>@else{{ $text->stored }}@endif</td><td>{{ $text->value }}</td>
                @if ($isPlanned)<td>@can('write', $store)<form method="post" action="{{ route('campaign.drop', [$store, $campaign->id]) }}">@csrf<input type="hidden" name="resource" value="{{ $text->resourceId }}"><button class="button is-text" name="field" value="{{ $text->field->value }}" >take out<span class="sr"> {{ $text->name }}</span></button></form>@endcan</td>@endif</tr>
        @empty
            <tr><td colspan="5">No texts yet.</td></tr>
        @endforelse
        </tbody>
    </table></div>
    @if ($next)<p class="pager"><a href="{{ route('campaign', [$store, $campaign->id, 'after' => $next]) }}" rel="next">Next 50</a></p>@endif
@endsection
