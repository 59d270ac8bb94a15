@extends('frame')
@section('title', $store->name)
@section('content')
    <div @follows('loop', 'texts', 'tangles', 'worklists', 'weighed', 'pages', 'work')>
    <div class="head">
        <h1>{{ $store->name }}</h1>
        <span class="soft">{{ $before ? 'You were last here '.mb_substr($since, 6).'.' : $store->base_url }}</span>
        @if ($lots)<div class="tools"><span class="soft">{{ $lots->market === '' ? '' : $lots->market.', ' }}{{ $lots->unit }} in 28 days</span> <a href="{{ $lots->url }}">why these sums</a> <a href="{{ route('store', [$store] + ($showsFirstHour ? [] : ['first-hour' => 1])) }}">{{ $showsFirstHour ? 'Back to the sums' : 'New here? The first hour' }}</a></div>@endif
    </div>
    @foreach ($failed as ['duty' => $duty, 'run' => $run])
        <p class="note is-hand" role="status"><b>{{ $duty->name }}</b> failed{{ $run->endedAt ? ', '.App\Platform\Web\Forms::moment($run->endedAt, $store->timezone) : '' }}@if ($run->problem): {{ Illuminate\Support\Str::limit($run->problem, 160) }}@endif <a href="{{ route('night', $store) }}">See</a></p>
    @endforeach
    @if ($showsFirstHour)
        @include('store.first-hour')
    @else
        @include('store.lots')
        @if ($next && $next->place < 80)<div class="next-thing"><span class="soft">Next of the first hour:</span> <b>{{ $next->name }}</b> <span class="soft">({{ $next->gives }})</span> @can('write', $store)@include('store.way', ['way' => $next->ways[0] ?? null])@endcan</div>@endif
    @endif
    <h2 class="flat">What needs a hand, step by step</h2>
    <div class="scroll"><table class="ledger hands">
        <thead class="sr"><tr><th scope="col">Step</th><th scope="col">Question</th><th scope="col">What needs a hand</th><th scope="col">Way</th></tr></thead>
        <tbody>
        @foreach ($entries as $nth => $entry)
            @php($step = $entry['step'])
            @php($hand = $hands[$step->value] ?? null)
            @php($lack = $missing[$step->value] ?? null)
            <tr>
                <td class="nowrap"><span class="soft nth">{{ $nth + 1 }}</span> @if ($entry['url'])<a class="quiet" href="{{ $entry['url'] }}"><b>{{ $step->label() }}</b></a>@else<span class="soft">{{ $step->label() }}</span>@endif</td>
                <td class="soft question">{{ $step->question() }}</td>
                <td>@if (! $entry['url'])<span class="soft">not built yet</span>@elseif ($hand)@if ($hand->count !== null)<b class="is-hand-text">@n($hand->count)</b> @endif{{ $hand->words }}@elseif ($lack){{ $lack->words }}@else<span class="soft">nothing</span>@endif</td>
                <td class="way">@if ($hand)@can($hand->needs, $store)<a class="go" href="{{ $hand->url }}">{{ $hand->label }} ›</a>@endcan @elseif ($lack)@can('write', $store)<a class="go" href="{{ $lack->url }}">{{ $lack->label }} ›</a>@endcan @endif</td>
            </tr>
        @endforeach
        </tbody>
    </table></div>
    </div>
    <div class="thirds" id="rest" hx-get="{{ route('store.rest', $store) }}" hx-trigger="load{{ App\Stores\Steps\Stamps::triggers('texts', 'weighed', 'pages', 'work') }}" hx-swap="innerMorph">
        <section><h2 class="flat">Changed {{ $since }}</h2></section><section><h2 class="flat">Runs now <a class="beside" href="{{ route('night', $store) }}">by itself</a></h2></section><section><h2 class="flat">How fresh the sources are</h2></section>
    </div>
@endsection
