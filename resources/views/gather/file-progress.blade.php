@php
    $phases = ['read' => 'reading rows', 'days' => 'taking over the days', 'back' => 'giving back the days', 'weeks' => 'summing weeks', 'numbers' => 'summing pages', 'done' => 'done'];
    $active = $work?->isActive() ?? false;
    $read = $work?->number('read') ?? 0;
@endphp
<div id="import-progress" @if ($active) hx-get="{{ route('gather.file.progress', [$store, $import->id]) }}" hx-trigger="every 1s" hx-swap="outerHTML" @endif>
    <div class="figures" role="status">
        <span><span class="big-number">@n($import->rowsTaken)</span> rows imported</span>
        <span @if ($import->rowsAside) class="state is-hand" @endif><b>@n($import->rowsAside)</b> set aside</span>
        @if ($import->firstDay)<span><b>{{ App\Platform\Web\Forms::day($import->firstDay) }}</b> to <b>{{ App\Platform\Web\Forms::day($import->lastDay) }}</b></span>@endif
    </div>
    <p>Import: @if ($active)<b>{{ $work->stateInWords() }}</b>, {{ $phases[$import->phase] ?? $import->phase }}.@else @include('gather.file-state')@endif
        @if ($active && $import->phase === 'read' && $read > 0)
            @php($seconds = max(1, (int) $work->startedAt?->diffInSeconds(now())))
            <progress class="bar" max="{{ $import->bytes }}" value="{{ min($read, $import->bytes) }}" aria-label="Read of the file"></progress>
            <span class="soft">@n($import->rowsTaken / $seconds) rows a second, about {{ max(1, (int) ceil(($import->bytes - $read) / max(1, $read / $seconds))) }} seconds left for reading</span>
        @endif
        @if ($active && $import->phase === 'weeks' && $work->number('weeks_left'))<span class="soft">{{ $work->number('weeks_left') }} weeks left</span>@endif
    </p>
    @if (! $active && in_array($import->state, ['failed', 'stopped'], true))<p class="note is-hand" role="alert">{{ $import->remark ?? 'It was stopped.' }} What was imported so far is in use; the rest is not stored.</p>@endif
    @can('write', $store)
        <div class="filters">
            @if ($active && ! $work->stopAsked)<form method="post" action="{{ route('gather.file.stop', [$store, $import->id]) }}">@csrf<button class="button is-hand">Stop</button></form>@endif
            @if (! $active && in_array($import->state, ['failed', 'stopped'], true))<form method="post" action="{{ route('gather.file.resume', [$store, $import->id]) }}">@csrf<button class="button is-growth" data-once>Continue</button></form>@endif
            @if (! $active && in_array($import->state, ['done', 'failed', 'stopped'], true))<form method="post" action="{{ route('gather.file.back', [$store, $import->id]) }}">@csrf<button class="button" data-once>Remove this import</button></form>@endif
        </div>
    @endcan
</div>
