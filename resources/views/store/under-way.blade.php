<div class="under-way" hx-get="{{ route('under-way', $store) }}" hx-trigger="every {{ $works === [] ? 30 : 3 }}s" hx-swap="outerHTML">
    @foreach ($works as ['view' => $work, 'title' => $title, 'url' => $url])
        <p>@if ($url)<a href="{{ $url }}">{{ ucfirst($title) }}</a>@else{{ ucfirst($title) }}@endif</p>
        <p class="soft">{{ $work->state === 'waiting' ? 'waits' : 'under way' }}@if ($work->number('fetched')), @n($work->number('fetched')) pages @endif @if ($work->number('rows')), @n($work->number('rows')) rows @endif @if ($work->number('failed')), @n($work->number('failed')) failed @endif</p>
    @endforeach
</div>
