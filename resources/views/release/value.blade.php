{{-- A value of a change; what is long is told in few words and opens. --}}
@if ($value === '')
    nothing
@elseif ($field instanceof App\Changes\AddressField && ! $field->decidesAddress())
    <details class="edit"><summary>{{ mb_strimwidth($field->brief($value), 0, 120, '…') }}</summary><pre class="made">{{ mb_substr($value, 0, 20000) }}</pre></details>
@else
    {{ $value }}
@endif
