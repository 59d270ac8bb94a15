@extends('frame')
@php
    $name = $causes->first()->family();
@endphp
@section('title', $name)
@section('content')
    <div @follows('family', 'tangles', 'texts')>
    <div class="head"><h1>{{ $name }}</h1><span class="soft">in @n($causes->count()) folders</span></div>
    @include('untangle.tabs')
    <div class="figures"><span><span class="big-number">@n($causes->sum('urls'))</span> URLs</span><span><b>@n(max(0, $causes->sum('toDo') - $causes->sum('ready') - $causes->sum('live')))</b> to do</span><span><b>@n($causes->sum('clicks'))</b> clicks in 13 weeks</span></div>
    <form method="get" class="filters">
        <label for="choice">For all folders</label>
        <span class="select"><select id="choice" name="choice">@foreach ($sort->choices() as $key => $words)<option value="{{ $key }}" @selected($key === ($choice ?? $rule))>{{ $words }}@if ($key === $rule) (the store’s rule)@endif</option>@endforeach</select></span>
        <button class="button">Preview</button>
    </form>
    @if ($preview !== null)@include('untangle.preview', ['to' => route('untangle.family.decide', [$store, $causes->first()->id])])@endif
    @can('write', $store)@if ($causes->sum('toDo') > $causes->sum('ready') + $causes->sum('live'))<form method="post" action="{{ route('untangle.family.carry', [$store, $causes->first()->id]) }}" class="filters">@csrf<button class="button is-growth">Make the safe ones of all folders ready for release</button></form>@endif @endcan
    <table class="ledger tight" data-sortable>
        <thead><tr><th scope="col">Folder</th><th scope="col" class="num">URLs</th><th scope="col" class="num">Clicks</th><th scope="col" class="num">To do</th><th scope="col">What is done</th><th scope="col" class="num">Certainty</th><th scope="col" class="num">Exceptions</th></tr></thead>
        <tbody>@foreach ($causes as $cause)<tr><td class="clip w-cause"><a href="{{ route('untangle.cause', [$store, $cause->id]) }}">{{ $cause->folder() }}</a></td><td class="num">@n($cause->urls)</td><td class="num">@n($cause->clicks)</td><td class="num"><b>@n($cause->left())</b></td><td>{{ $cause->done($rule) }}</td><td class="num">{{ (int) floor($cause->sureness / 10) }}%</td><td class="num">@if ($cause->exceptions > 0)<a href="{{ route('untangle.cause', [$store, $cause->id, 'show' => 'exceptions']) }}">@n($cause->exceptions)</a>@else 0 @endif</td></tr>@endforeach</tbody>
    </table>
    </div>
@endsection
