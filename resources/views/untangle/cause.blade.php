@extends('frame')
@php
    $left = $cause->left();
@endphp
@section('title', $cause->words())
@section('content')
    <div @follows('cause', 'tangles', 'texts')>
    <div class="head"><h1>{{ $cause->words() }}</h1>@if ($family > 1)<span class="soft"><a href="{{ route('untangle.family', [$store, $cause->id]) }}">the same in {{ $family - 1 }} other {{ $family === 2 ? 'folder' : 'folders' }}</a></span>@endif</div>
    @include('untangle.tabs')
    <div class="figures"><span><span class="big-number">@n($cause->urls)</span> URLs{{ $cause->tangles > 0 ? ' in '.App\Platform\Web\Forms::number($cause->tangles).' tangles' : '' }}</span><span><b>@n($left)</b> to do</span>@if ($cause->ready > 0)<span class="state is-growth">@n($cause->ready) ready for release</span>@endif @if ($cause->live > 0)<span class="state is-growth">@n($cause->live) live, @n($cause->seen) seen live</span>@endif<span><b>@n($cause->clicks)</b> clicks, <b>@n($cause->impressions)</b> impressions in 13 weeks</span><span><b>{{ (int) floor($cause->sureness / 10) }}%</b> certain</span></div>
    <div class="columns-2 cause-columns"><div>
        <form method="get" class="filters">
            <label for="choice">For all URLs of this cause</label>
            <span class="select"><select id="choice" name="choice">@foreach ($sort->choices() as $key => $words)<option value="{{ $key }}" @selected($key === ($choice ?? $cause->decision ?? $rule))>{{ $words }}@if ($key === $rule) (the store’s rule)@endif</option>@endforeach</select></span>
            <button class="button">Preview</button>
        </form>
        @if ($preview !== null)
            @include('untangle.preview', ['to' => route('untangle.cause.decide', [$store, $cause->id])])
        @endif
        @if ($cause->tangles > 0 && in_array($cause->sort->value, ['path', 'writing', 'copies', 'text', 'print'], true))@can('write', $store)<form method="post" action="{{ route('untangle.cause.keep-instead', [$store, $cause->id]) }}">@csrf<button class="button">Make these URLs the keepers in @n($cause->tangles) {{ $cause->tangles === 1 ? 'tangle' : 'tangles' }}</button></form>@endcan @endif
        @if ($cause->decision !== null)
            <p>{{ $cause->userName ?? 'The command line' }} decided on {{ App\Platform\Web\Forms::day(Illuminate\Support\Carbon::parse($cause->decidedAt)->setTimezone($store->timezone)) }}: {{ lcfirst($sort->choices()[$cause->decision] ?? $cause->decision) }}. This holds for what later crawls find, too. @can('write', $store)<form method="post" class="inline" action="{{ route('untangle.cause.decide', [$store, $cause->id]) }}">@csrf<button class="button">Go by the store’s rule again</button></form>@endcan</p>
        @endif
    </div><div>
        @if ($left > 0 && $cause->action !== 'rewrite')<div hx-get="{{ route('untangle.plan', [$store, $cause->id]) }}" hx-trigger="load" hx-swap="outerHTML"><p class="soft">Checking what would be changed …</p></div>@endif
        @if ($cause->action === 'rewrite' && $cause->toDo > 0)@can('write', $store)<form method="post" action="{{ route('untangle.rewrite', $store) }}">@csrf<input type="hidden" name="cause" value="{{ $cause->id }}"><button class="button is-growth">Take them to the writing desk</button></form>@endcan @endif
    </div></div>
    @if ($picture)@include('untangle.picture')@endif
    <p class="filters"><a href="{{ route('untangle.cause', [$store, $cause->id]) }}" @if ($which === 'to-do') aria-current="true" @endif>To do <span class="n">@n($cause->toDo)</span></a><a href="{{ route('untangle.cause', [$store, $cause->id, 'show' => 'exceptions']) }}" @if ($which === 'exceptions') aria-current="true" @endif>Exceptions <span class="n">@n($cause->exceptions)</span></a><a href="{{ route('untangle.cause', [$store, $cause->id, 'show' => 'all']) }}" @if ($which === 'all') aria-current="true" @endif>All <span class="n">@n($cause->urls)</span></a></p>
    @if ($which === 'exceptions')<p class="hint">Exceptions need a look of their own: they were decided one by one, or are not certain, or have clicks that the change could cost. The reason stands in the last column.</p>@endif
    <form method="post" action="{{ route('untangle.cause.pages', [$store, $cause->id]) }}">@csrf
    @include('untangle.rows', ['tick' => true])
    @can('write', $store)@if ($pages !== [])
        <div class="filters send"><button class="button is-growth" name="do" value="ready">Make the ticked ready for release</button> <button class="button" name="do" value="leave">Leave the ticked as they are</button> <button class="button" name="do" value="rule">Treat the ticked like the rest</button></div>
    @endif @endcan
    </form>
    @if ($next)<p class="pager"><a href="{{ route('untangle.cause', [$store, $cause->id, 'show' => $which, 'after' => $next->clicks.'-'.$next->pageId]) }}" rel="next">Next</a></p>@endif
    </div>
@endsection
