@extends('frame')
@section('title', $group->title())
@php
    use App\Tend\Found\FindingState;
    use App\Platform\Web\Forms;
    $types = collect($causes)->groupBy(static fn ($cause) => $cause->kind->key());
@endphp
@section('content')
    <div @follows('tend', 'tended')>
    <div class="head"><h1>{{ $group->title() }}</h1><span class="soft">@if ($state)found {{ Forms::moment($state->foundAt, $store->timezone) }}@endif</span>
        <div class="tools">@if (in_array($group, [App\Tend\Found\FindingGroup::Images, App\Tend\Found\FindingGroup::Status], true))@can('write', $store)<form method="post" action="{{ route('tend.asked', $store) }}">@csrf<button class="button" title="Asks the images of the pages of most worth and the pages of other sites that they link to whether they are there, and how heavy they are">Ask images and other sites</button></form>@if ($group === App\Tend\Found\FindingGroup::Status && $hasBrowser)<form method="post" action="{{ route('tend.lab', $store) }}">@csrf<button class="button" title="Shows the pages of most worth, some of each kind, in the browser of this server as on a slow phone: lab numbers, not what visitors had">Measure in a browser</button></form>@endif @endcan @endif @if ($group === App\Tend\Found\FindingGroup::Structured)<span>Made for products and articles <a href="{{ route('tend.export', [$store, 'markup', 'csv']) }}">CSV</a> <a href="{{ route('tend.export', [$store, 'markup', 'json']) }}">JSON</a></span>@endif @if ($group === App\Tend\Found\FindingGroup::Images)<span>Proposed alts <a href="{{ route('tend.export', [$store, 'alts', 'csv']) }}">CSV</a> <a href="{{ route('tend.export', [$store, 'alts', 'xlsx']) }}">XLSX</a></span>@endif @if ($group === App\Tend\Found\FindingGroup::Status)<span>Links to mend, one by one <a href="{{ route('tend.export', [$store, 'repairs', 'csv']) }}">CSV</a> <a href="{{ route('tend.export', [$store, 'repairs', 'xlsx']) }}">XLSX</a></span>@endif<span>Download <a href="{{ route('tend.export', [$store, $group->value, 'csv']) }}">CSV</a> <a href="{{ route('tend.export', [$store, $group->value, 'xlsx']) }}">XLSX</a></span></div></div>
    @include('tend.tabs')
    @include('tend.state')
    @if ($group === App\Tend\Found\FindingGroup::Collections && $store->options()->collections['on'] !== 1)<p class="note">The store has set no standard for its collections. The proposal: an H1, an intro with the lead term early, 8 products that can be bought, 100 words of its own, links from three other texts, and a place near home. @can('manage', $store)The options collection_standard, collection_products and collection_words turn it on and change it.@endcan</p>@endif
    @if ($state)
    <p class="filters"><a href="{{ route("tend.{$group->value}", $store) }}" @if ($show === FindingState::Open && ! $type) aria-current="true" @endif>Open <span class="n">@n($counts['open'])</span></a>@foreach ($types as $key => $some)@if ($types->count() > 1)<a href="{{ route("tend.{$group->value}", [$store, 'type' => $key]) }}" @if ($type?->key() === $key && $show === FindingState::Open) aria-current="true" @endif>{{ $some[0]->kind->label() }} <span class="n">@n($some->sum('pages'))</span></a>@endif @endforeach<a href="{{ route("tend.{$group->value}", [$store, 'show' => 'left']) }}" @if ($show === FindingState::Left) aria-current="true" @endif>Left as they are <span class="n">@n($counts['left'])</span></a><a href="{{ route("tend.{$group->value}", [$store, 'show' => 'mended']) }}" @if ($show === FindingState::Mended) aria-current="true" @endif>Mended <span class="n">@n($counts['mended'])</span></a></p>
    @if ($show === FindingState::Open && $causes)
        @include('tend.causes', ['causes' => $type ? $types[$type->key()] ?? [] : $causes])
    @elseif ($show === FindingState::Open)
        <p class="note">Nothing is found. That is good.</p>
    @endif
    @if ($isList && ($rows !== [] || $show !== FindingState::Open))
        @if ($show === FindingState::Open)<h2>Page by page</h2>@endif
        @include('tend.rows', ['isMixed' => $type === null || $group === App\Tend\Found\FindingGroup::Orphans])
    @endif
    @endif
    </div>
@endsection
