@php
    $busy = ($sending?->isActive() ?? false);
    $all = array_sum($counts);
    $open = ($counts['waiting'] ?? 0) + ($counts['intended'] ?? 0);
    $notYet = ($seen['no'] ?? 0) + ($seen['not yet'] ?? 0);
    $poll = $busy || ($notYet > 0 && ($looking?->isActive() ?? false));
@endphp
<div id="release-progress" @if (! $poll) @follows('release-progress', 'texts', 'work') @endif @if ($poll) hx-get="{{ route('release.progress', [$store, $release->id]) }}" hx-trigger="every {{ $busy ? '1s' : '2s' }}" hx-swap="outerMorph" @endif>
    <div class="figures" role="status">
        <span><span class="big-number">@n($counts['live'] ?? 0)</span> of @n($all) live in the shop</span>
        <span><b>@n($seen['seen'] ?? 0)</b> seen live</span>
        @if ($notYet)<span><b>@n($notYet)</b> not checked live yet</span>@endif
        @if ($seen['not seen'] ?? 0)<span class="state is-hand"><b>@n($seen['not seen'])</b> not live on the page</span>@endif
        @if ($open)<span><b>@n($open)</b> waiting to be sent</span>@endif
        @if ($counts['handed'] ?? 0)<span><b>@n($counts['handed'])</b> handed over</span>@endif
        @if ($counts['withdrawn'] ?? 0)<span><b>@n($counts['withdrawn'])</b> given up</span>@endif
        @if ($counts['refused'] ?? 0)<span class="state is-hand"><b>@n($counts['refused'])</b> refused</span>@endif
        @if ($counts['clash'] ?? 0)<span class="state is-hand"><b>@n($counts['clash'])</b> {{ $counts['clash'] === 1 ? 'clash' : 'clashes' }}</span>@endif
        @if ($undone)<span><b>@n($undone)</b> taken back</span>@endif
    </div>
    @if ($busy)<p>Sending is <b>{{ $sending->stateInWords() }}</b>. <progress class="bar" max="{{ $all }}" value="{{ $all - $open }}" aria-label="Sent"></progress></p>
    @elseif ($sending && $sending->state !== 'done')<p>Sending was <b>{{ $sending->state }}</b>.</p>@endif
    @if ($sending?->problem)<p class="note is-hand" role="alert">{{ $sending->problem }}</p>@endif
    @can('release', $store)
        <div class="filters">
            @if ($busy && ! $sending->stopAsked)<form method="post" action="{{ route('release.stop', [$store, $release->id]) }}">@csrf<button class="button is-hand">Stop sending</button></form>@endif
            @if ($sending && in_array($sending->state, ['stopped', 'failed'], true))<form method="post" action="{{ route('release.resume', [$store, $release->id]) }}">@csrf<button class="button is-growth">Continue sending</button></form>@endif
            @if (! $busy && ($counts['live'] ?? 0) > $undone)<form method="post" action="{{ route('release.undo', [$store, $release->id]) }}">@csrf<button class="button is-hand" name="scope" value="all">Take the whole release back</button></form>@endif
            @if ($counts['handed'] ?? 0)<form method="post" action="{{ route('release.give-up', [$store, $release->id]) }}">@csrf<button class="button">Give up what is not live</button></form>@endif
            @if (! $busy && $notYet + ($seen['not seen'] ?? 0) > 0)<form method="post" action="{{ route('release.look', [$store, $release->id]) }}">@csrf<button class="button">Check live again</button></form>@endif
        </div>
    @endcan
</div>
