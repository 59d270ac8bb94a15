@php
    // A number beside what it is compared with.
    $then = (int) ($then ?? 0);
    $change = (int) $now - $then;
@endphp
<span class="change @if ($change < 0) is-down @endif" title="{{ number_format($then) }} then">{{ $then === 0 ? ($now > 0 ? 'new' : '–') : ($change === 0 ? '=' : ($change > 0 ? '+' : '−').(abs($change) / $then >= 10 ? '×'.round($now / $then) : round(100 * abs($change) / $then).'%')) }}</span>
