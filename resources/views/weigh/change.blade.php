@php
    // A number beside what it is compared with, over the days that both tell; $isCompared tells whether there are any.
    $then = (int) ($then ?? 0);
    $change = (int) $now - $then;
    $isCompared = $isCompared ?? true;
@endphp
<span class="change @if ($isCompared && $change < 0) is-down @endif" title="{{ $isCompared ? App\Platform\Web\Forms::number((int) $now).' compared with '.App\Platform\Web\Forms::number($then).', on days with data on both sides' : 'No data for the days to compare with' }}">{{ ! $isCompared ? '–' : ($then === 0 ? ($now > 0 ? 'new' : '–') : ($change === 0 ? '=' : ($change > 0 ? '+' : '−').(abs($change) / $then >= 10 ? '×'.round($now / $then) : round(100 * abs($change) / $then).'%'))) }}</span>
