@php
    /** A result card in our own drawing: $title, $description, $url, $slot ("desktop" or "phone"), $rich (a line that structured data add, if any). */
    $rich ??= '';
    $ruler = app(Orchard\Core\Text\Ruler::class);
    $phone = $slot === 'phone';
    $width = $phone ? 344 : 600;
    $titleSize = $phone ? 18 : 20;
    $t = $ruler->fit((string) $title, $phone ? Orchard\Core\Wording\TextField::Title->phoneSlot() : Orchard\Core\Wording\TextField::Title->desktopSlot());
    $d = $ruler->fit((string) $description, $phone ? Orchard\Core\Wording\TextField::Description->phoneSlot() : Orchard\Core\Wording\TextField::Description->desktopSlot());
    $y = 6;
@endphp
<figure class="card-box">
    <svg viewBox="0 0 {{ $width + 12 }} {{ 6 + count($t->lines) * ($titleSize + 5) + count($d->lines) * 20 + ($rich === '' ? 28 : 48) }}" role="img" aria-label="Result card, {{ $slot }}: {{ $t->shown() }}. {{ $d->shown() }}{{ $rich === '' ? '' : '. '.$rich }}">
        @foreach ($t->lines as $line)@php($y += $titleSize + 3)<text class="c-title" x="4" y="{{ $y }}" font-size="{{ $titleSize }}">{{ $line }}</text>@endforeach
        @php($y += 4)
        @foreach ($d->lines as $line)@php($y += 19)<text x="4" y="{{ $y }}" font-size="14">{{ $line }}</text>@endforeach
        @if ($rich !== '')
            @php($y += 20)
            <text class="c-url" x="4" y="{{ $y }}" font-size="14">{{ $rich }}</text>
        @endif
        <text class="c-url" x="4" y="{{ $y + 22 }}" font-size="12">{{ Illuminate\Support\Str::limit(preg_replace('~^https?://~', '', $url), $phone ? 52 : 90, '…') }}</text>
    </svg>
    <figcaption class="caption"><span>{{ $phone ? 'Phone' : 'Desktop' }}</span><span>{{ $t->isCut() ? 'title cut: '.$t->lostWords().' words lost' : 'title whole' }}, {{ $d->isCut() ? 'description cut' : 'description whole' }}</span></figcaption>
</figure>
