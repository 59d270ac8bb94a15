<div class="under-way" hx-get="{{ route('under-way', $store) }}" hx-trigger="every {{ $works === [] ? 30 : 3 }}s" hx-swap="outerHTML">
    @foreach ($works as ['view' => $work, 'title' => $title, 'url' => $url])
        <p>@if ($url)<a href="{{ $url }}">{{ ucfirst($title) }}</a>@else{{ ucfirst($title) }}@endif</p>
        <p class="soft">{{ $work->state === 'waiting' ? 'waits' : 'under way' }}{{ implode('', array_filter([$work->number('fetched') ? ', '.number_format($work->number('fetched')).' pages' : '', $work->number('rows') ? ', '.number_format($work->number('rows')).' rows' : '', $work->number('failed') ? ', '.number_format($work->number('failed')).' failed' : ''])) }}</p>
    @endforeach
</div>
