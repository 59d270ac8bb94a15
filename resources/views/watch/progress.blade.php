@php($active = $work?->isActive() ?? false)
<div id="watch-progress" @if ($active) hx-get="{{ route('watch.progress', $store) }}" hx-trigger="every 1s" hx-swap="outerHTML" @endif>
    @if ($active)
        <p class="note" role="status">Results are being judged: <b>{{ $work->stateInWords() }}</b>@if ($work->number('judged') > 0), @n($work->number('judged')) judged @endif. The last results stay until it is done.</p>
    @elseif ($work?->problem)
        <p class="note is-hand" role="alert">Judging has {{ $work->state }}. {{ $work->problem }}</p>
    @endif
</div>
