@if (($breaks ?? []) !== [])<p class="note is-hand">{{ implode(' ', $breaks) }}</p>@endif
