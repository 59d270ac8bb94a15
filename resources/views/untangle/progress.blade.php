@php
    $phases = ['read' => 'reading the pages', 'study' => 'learning what parameters do', 'pairs' => 'finding pages that may be alike', 'judge' => 'comparing pairs', 'group' => 'choosing keepers', 'done' => 'done'];
    $active = $work?->isActive() ?? false;
@endphp
<div id="find-progress" @if ($active) hx-get="{{ route('untangle.progress', $store) }}" hx-trigger="every 1s" hx-swap="outerHTML" @endif>
    @if ($active)
        <p class="note" role="status">The search for duplicates is <b>{{ $work->stateInWords() }}</b>: {{ $phases[$work->progress['phase'] ?? 'read'] ?? '' }}@if (($work->progress['phase'] ?? '') === 'judge' && $work->number('candidates') > 0), @n($work->number('judged')) of @n($work->number('candidates'))@endif. The last result stays until it is done.</p>
    @elseif ($work?->problem)
        <p class="note is-hand" role="alert">The search has {{ $work->state }}. {{ $work->problem }}</p>
    @endif
</div>
