@extends('frame')
@section('title', 'Night shift')
@section('content')
    <div @follows('work', 'pages', 'weighed')>
    <div class="head"><h1>Night shift</h1><span class="soft">what is done by itself for {{ $store->name }}; times are the store’s, {{ $store->timezone }}</span><div class="tools"><a href="{{ route('store', $store) }}">Overview</a></div></div>
    <div class="scroll"><table class="ledger night">
        <thead><tr><th scope="col">What</th><th scope="col">When</th><th scope="col">Last time</th><th scope="col">How it went</th><th scope="col" class="num">Seconds</th><th scope="col"><span class="sr">Where it is set</span></th></tr></thead>
        <tbody>
        @foreach ($duties as ['duty' => $duty, 'run' => $run])
            <tr class="{{ $duty->isOn ? '' : 'is-off' }}"><td>{{ $duty->name }}</td><td class="{{ $duty->isOn ? '' : 'soft' }}">{{ $duty->when }}</td>
                <td class="nowrap">@if ($run){{ App\Platform\Web\Forms::moment($run->endedAt ?? $run->startedAt, $store->timezone) }}@else<span class="soft">not yet</span>@endif</td>
                <td>@if ($run)<span class="state {{ $run->hasFailed() ? 'is-hand' : ($run->state === 'done' ? 'is-growth' : '') }}">{{ $run->inWords() }}</span>@if ($run->by) <span class="soft">asked for by {{ $run->by }}</span>@endif @if ($run->problem && $run->state !== 'done')<br>{{ $run->problem }}@endif @endif</td>
                <td class="num">@if ($run){{ $run->seconds < 1 ? 'under 1' : App\Platform\Web\Forms::number((int) round($run->seconds)) }}@endif</td>
                <td class="way">@if ($duty->set)@can($duty->set->needs, $store)<a href="{{ $duty->set->url }}">{{ $duty->set->label }}<span class="sr">: {{ $duty->name }}</span></a>@endcan @endif</td></tr>
        @endforeach
        </tbody>
    </table></div>
    <p class="hint">Texts are drafted at night and never sent: what goes into the shop is what somebody sent, or planned for an hour.</p>
    <div class="halves">
        <section>
            <h2 class="flat">Changed in the last day</h2>
            <table class="ledger"><tbody>
            @forelse ($changes as $change)
                <tr><td class="soft nowrap">{{ $change->at->clone()->setTimezone($store->timezone)->format('D H:i') }}</td><td @if ($change->asks) class="is-hand-text" @endif>{{ $change->words }}</td><td class="way"><a href="{{ $change->url }}">{{ $change->label }}</a></td></tr>
            @empty
                <tr><td class="soft">Nothing: no crawl, no file, no text.</td></tr>
            @endforelse
            </tbody></table>
        </section>
        <section>
            <h2 class="flat">Left for people</h2>
            <table class="ledger"><tbody>
            @forelse ($hands as $step => $hand)
                <tr><td><b>{{ App\Stores\Steps\Step::from($step)->label() }}</b></td><td>@if ($hand->count !== null)<b class="is-hand-text">@n($hand->count)</b> @endif{{ $hand->words }}</td><td class="way">@can($hand->needs, $store)<a href="{{ $hand->url }}">{{ $hand->label }}</a>@endcan</td></tr>
            @empty
                <tr><td class="soft">Nothing needs a hand.</td></tr>
            @endforelse
            </tbody></table>
        </section>
    </div>
    </div>
@endsection
