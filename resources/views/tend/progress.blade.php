@php($active = $work?->isActive() ?? false)
<div id="tend-progress" @if ($active) hx-get="{{ route('tend.progress', $store) }}" hx-trigger="every 1s" hx-swap="outerHTML" @endif>
    @if ($active)
        <p class="note" role="status">The pages are being looked through: <b>{{ $work->stateInWords() }}</b>{{ is_string($work->progress['phase'] ?? null) ? ', '.$work->progress['phase'] : '' }}@if ($work->number('looked') > 0), @n($work->number('looked')) pages read @endif. The last result stays until it is done.</p>
    @elseif ($work?->problem)
        <p class="note is-hand" role="alert">Looking through the pages has {{ $work->state }}. {{ $work->problem }}</p>
    @endif
</div>
