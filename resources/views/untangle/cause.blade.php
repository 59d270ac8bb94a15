@extends('frame')
@section('title', 'A cause')
@section('content')
    <div class="head"><h1>{{ App\Untangle\Lists\CauseWords::of($cause->name, $sort) }}</h1><span class="soft">{{ $sort->label() }}</span></div>
    @include('untangle.tabs')
    <div class="figures"><span><span class="big-number">@n($cause->urls)</span> addresses in @n($cause->tangles) tangles</span><span><b>@n($cause->to_do)</b> to do</span><span><b>@n($cause->clicks)</b> clicks and <b>@n($cause->impressions)</b> impressions in thirteen weeks</span><span>sure in <b>{{ (int) floor($cause->sureness / 10) }}</b> of 100</span></div>
    <div class="columns-2 cause-columns"><div>
        <form method="get" class="filters">
            <label for="choice">For all of them</label>
            <span class="select"><select id="choice" name="choice">@foreach ($sort->choices() as $key => $words)<option value="{{ $key }}" @selected($key === ($choice ?? $cause->decision ?? $rule))>{{ $words }}@if ($key === $rule) (the store’s rule)@endif</option>@endforeach</select></span>
            <button class="button">Show what it would do</button>
        </form>
        @if ($preview !== null)
            <div class="note"><p>“{{ $sort->choices()[$choice] }}” would mean: @foreach ($preview as $means => [$count, $clicks])@if (! $loop->first); @endif<b>@n($count)</b> {{ App\Untangle\Deciding\Means::from($means)->words() }} (@n($clicks) clicks)@endforeach.</p>
            @can('write', $store)<form method="post" action="{{ route('untangle.cause.decide', [$store, $cause->id]) }}">@csrf<input type="hidden" name="choice" value="{{ $choice }}"><button class="button is-growth">Decide so</button></form>@endcan</div>
        @endif
        @if ($cause->tangles > 0 && in_array($cause->sort, ['path', 'writing', 'copies', 'text', 'print'], true))@can('write', $store)<form method="post" action="{{ route('untangle.cause.keep-instead', [$store, $cause->id]) }}">@csrf<button class="button">Keep these addresses instead, in @n($cause->tangles) tangles</button></form>@endcan @endif
        @if ($cause->decision !== null)
            <p>Decided by {{ $cause->user_name ?? 'command line' }} on {{ Illuminate\Support\Carbon::parse($cause->decided_at)->setTimezone($store->timezone)->format('j M Y') }}: {{ $sort->choices()[$cause->decision] ?? $cause->decision }}. It covers what later crawls find. @can('write', $store)<form method="post" class="inline" action="{{ route('untangle.cause.decide', [$store, $cause->id]) }}">@csrf<button class="button">Let the store’s rule hold again</button></form>@endcan</p>
        @endif
    </div><div>
        @if ($cause->to_do > 0 && $cause->action !== 'rewrite')<div hx-get="{{ route('untangle.plan', [$store, $cause->id]) }}" hx-trigger="load" hx-swap="outerHTML"><p class="soft">Proving what would be changed …</p></div>@endif
        @if ($cause->action === 'rewrite' && $cause->to_do > 0)@can('write', $store)<form method="post" action="{{ route('untangle.rewrite', $store) }}">@csrf<input type="hidden" name="cause" value="{{ $cause->id }}"><button class="button is-growth">Take them to the writing desk</button></form>@endcan @endif
    </div></div>
    @if ($picture)@include('untangle.picture')@endif
    <p class="filters"><a href="{{ route('untangle.cause', [$store, $cause->id]) }}" @if ($which === 'to-do') aria-current="true" @endif>To do <span class="n">@n($cause->to_do)</span></a><a href="{{ route('untangle.cause', [$store, $cause->id, 'show' => 'exceptions']) }}" @if ($which === 'exceptions') aria-current="true" @endif>Exceptions <span class="n">@n($cause->exceptions)</span></a><a href="{{ route('untangle.cause', [$store, $cause->id, 'show' => 'all']) }}" @if ($which === 'all') aria-current="true" @endif>All <span class="n">@n($cause->urls)</span></a></p>
    @include('untangle.rows')
    @if ($next)<p class="pager"><a href="{{ route('untangle.cause', [$store, $cause->id, 'show' => $which, 'after' => $next->clicks.'-'.$next->page_id]) }}" rel="next">Next</a></p>@endif
@endsection
