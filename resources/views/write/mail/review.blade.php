{{ number_format($waiting) }} {{ $waiting === 1 ? 'text waits' : 'texts wait' }} for your approval in {!! $store !!}@if ($late > 0), {{ number_format($late) }} of them longer than agreed @endif.

@if ($link !== null){!! $link !!}@else They stand under the link that you were given. If you do not have it any more, ask the store for another.@endif

