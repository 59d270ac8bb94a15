@extends('frame')
@section('title', 'What changed')
@php($when = static fn (object $crawl): string => App\Platform\Web\Forms::moment($crawl->startedAt, $store->timezone).($crawl->state === 'complete' ? '' : ', incomplete'))
@section('content')
    <div class="head"><h1>What changed</h1></div>
    @include('gather.tabs')
    @if ($drifted > 0)@include('gather.drifts')@endif
    @if (count($crawls) < 2)
        <p class="note">Changes are shown from the second crawl on.</p>
    @else
        <form class="filters" method="get" action="{{ route('gather.changed', $store) }}">
            <label for="before">Compare the crawl of</label>
            <span class="select"><select id="before" name="before">@foreach ($crawls as $crawl)<option value="{{ $crawl->id }}" @selected($crawl->id === $before)>{{ $when($crawl) }}</option>@endforeach</select></span>
            <label for="after">with that of</label>
            <span class="select"><select id="after" name="after">@foreach ($crawls as $crawl)<option value="{{ $crawl->id }}" @selected($crawl->id === $after)>{{ $when($crawl) }}</option>@endforeach</select></span>
            <button class="button">Compare</button>
        </form>
        @if ($problem)<p class="note is-hand" role="alert">{{ $problem }}</p>@endif
        @foreach ($crawls as $crawl)
            @if (in_array($crawl->id, [$before, $after], true) && $crawl->state !== 'complete')<p class="note is-hand">The crawl of {{ $when($crawl) }}: incomplete, so pages it did not reach count as unchanged.</p>@endif
        @endforeach
        @include('gather.changed-list')
    @endif
@endsection
