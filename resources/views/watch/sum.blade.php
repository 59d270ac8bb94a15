@php
    use App\Platform\Web\Forms;
    $number = static fn (float $value): string => App\Watch\Lists\Figure::rough($value);
    $main = $sum->main();
    $unit = $sum->unit();
    $state = $main->low() > 0 ? 'earned' : ($main->high() < 0 ? 'lost' : 'open');
@endphp
@if ($sum->changes > 0)
    <p class="lead">@if ($state === 'earned'){{ $sum->changes === 1 ? 'One change' : Forms::number($sum->changes).' changes' }} brought the store about <b class="good">{{ $number($main->value) }} {{ $unit }}</b> in 28 days{{ $sum->changes === 1 ? '' : ' each' }} that would not have come. @elseif ($state === 'lost'){{ $sum->changes === 1 ? 'One change' : Forms::number($sum->changes).' changes' }} cost the store about <b class="hand">{{ $number(-$main->value) }} {{ $unit }}</b> in 28 days{{ $sum->changes === 1 ? '' : ' each' }}. @else Whether {{ $sum->changes === 1 ? 'the one change that could be judged' : 'the '.Forms::number($sum->changes).' changes that could be judged' }} earned the store anything cannot be told.@endif</p>
    <p class="sub">Between {{ $number($main->low()) }} and {{ $number($main->high()) }} {{ $unit }}, 9 times in 10.@if (abs($sum->sharing) >= 1) What pages that share their queries {{ $sum->sharing < 0 ? 'lost' : 'gained' }} ({{ $number(abs($sum->sharing)) }} clicks) is in it.@endif @if ($sum->told > 0)Of {{ $sum->told === 1 ? 'one verdict' : Forms::number($sum->told).' verdicts' }} about {{ Forms::number($sum->luck, 1) }} may be luck. @endif Clicks before and after alone would say {{ $sum->naive >= 0 ? '+' : '−' }}{{ $number(abs($sum->naive)) }} clicks, which does not know the season, nor that pages chosen for low numbers rise by themselves.</p>
@endif
