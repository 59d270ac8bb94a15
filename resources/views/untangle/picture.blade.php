@php
    $width = App\Untangle\Lists\TanglePicture::WIDTH;
    $middle = $picture->height / 2;
@endphp
<div class="scroll"><svg class="tangle" viewBox="0 0 {{ $width }} {{ max(64, $picture->height) }}" role="group" aria-label="{{ $picture->inWords() }}">
    <defs>
        <marker id="to-keeper" viewBox="0 0 8 8" refX="7" refY="4" markerWidth="8" markerHeight="8" orient="auto-start-reverse"><path d="M0 0 L8 4 L0 8 z" class="tip"/></marker>
        <marker id="to-hand" viewBox="0 0 8 8" refX="7" refY="4" markerWidth="8" markerHeight="8" orient="auto-start-reverse"><path d="M0 0 L8 4 L0 8 z" class="tip is-hand"/></marker>
    </defs>
    @foreach ($picture->members as $member)
        @php
            $y = $member['y'] + 21;
            $from = $member['side'] === 0 ? 330 : $width - 330;
            $to = $member['side'] === 0 ? 386 : $width - 386;
            $way = $member['side'] === 0 ? 1 : -1;
        @endphp
        @if (in_array($member['says'], ['declares', 'redirects'], true))
            <path class="says {{ $member['says'] }}" d="M{{ $from }} {{ $y }} C {{ $from + $way * 30 }} {{ $y }}, {{ $to - $way * 30 }} {{ $middle }}, {{ $to }} {{ $middle }}" marker-end="url(#to-keeper)"/>
        @elseif ($member['says'] === 'itself')
            <path class="says itself" d="M{{ $from }} {{ $y - 7 }} c {{ $way * 26 }} -4, {{ $way * 26 }} 18, {{ $way * 1 }} 14" marker-end="url(#to-hand)"/>
        @elseif ($member['says'] === 'elsewhere')
            <path class="says itself" d="M{{ $from }} {{ $y }} h {{ $way * 22 }}" marker-end="url(#to-hand)"/>
        @endif
        <a href="{{ $picture->keeper === null ? route('page', [$store, $member['page']]) : route('untangle.compare', [$store, 'a' => $picture->keeper['page'], 'b' => $member['page']]) }}">
            <rect class="member" x="{{ $member['x'] + 0.5 }}" y="{{ $member['y'] + 0.5 }}" width="329" height="42"/>
            <text x="{{ $member['x'] + 8 }}" y="{{ $member['y'] + 17 }}" class="address">{{ $member['address'] }}</text>
            <text x="{{ $member['x'] + 8 }}" y="{{ $member['y'] + 34 }}" class="line">{{ $member['line'] }} · {{ $member['words'] }}@if ($member['aside']): {{ mb_strimwidth($member['aside'], 0, 26, '…') }}@endif</text>
        </a>
    @endforeach
    @if ($picture->keeper !== null)
        <a href="{{ route('page', [$store, $picture->keeper['page']]) }}">
            <rect class="keeper" x="386.5" y="{{ max(1, $middle - 30) + 0.5 }}" width="{{ $width - 773 }}" height="60"/>
            <text x="{{ $width / 2 }}" y="{{ max(1, $middle - 30) + 18 }}" class="address is-keeper" text-anchor="middle">{{ mb_strlen($picture->keeper['address']) > 38 ? '…'.mb_substr($picture->keeper['address'], -37) : $picture->keeper['address'] }}</text>
            <text x="{{ $width / 2 }}" y="{{ max(1, $middle - 30) + 35 }}" class="line" text-anchor="middle">the keeper · {{ $picture->keeper['line'] }}</text>
            <text x="{{ $width / 2 }}" y="{{ max(1, $middle - 30) + 51 }}" class="line" text-anchor="middle">{{ mb_strimwidth($picture->keeper['says'], 0, 46, '…') }}</text>
        </a>
    @endif
</svg></div>
@if ($picture->more > 0)<p class="hint">and @n($picture->more) more URLs, listed in <a href="{{ route('untangle.tangle', [$store, $picture->tangle]) }}">the tangle</a></p>@endif
