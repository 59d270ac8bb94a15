@php
    $phases = ['read' => 'reading what pages show', 'study' => 'learning what parameters do', 'pairs' => 'bringing together what may be alike', 'judge' => 'judging pairs', 'group' => 'choosing keepers', 'done' => 'done'];
    $active = $work?->isActive() ?? false;
@endphp
<div id="find-progress" @if ($active) hx-get="{{ route('untangle.progress', $store) }}" hx-trigger="every 1s" hx-swap="outerHTML" @endif>
    @if ($active)
        <p class="note" role="status">The search for duplicates is <b>{{ $work->stateInWords() }}</b>: {{ $phases[$work->progress['phase'] ?? 'read'] ?? '' }}@if (($work->progress['phase'] ?? '') === 'judge' && $work->number('candidates') > 0), @n($work->number('judged')) of @n($work->number('candidates'))@endif. What was found before stands until it ends.</p>
    @elseif ($work?->problem)
        <p class="note is-hand" role="alert">The search has {{ $work->state }}. {{ $work->problem }}</p>
    @endif
</div>
