{{-- A way to something: a link, or a form where it changes something at once. --}}
@if ($way !== null && Gate::denies($way->needs, $store))
@elseif ($way !== null && $way->fields === null)
    <a class="{{ $class ?? 'go' }}" href="{{ $way->url }}">{{ $way->label }}{{ isset($class) ? '' : ' ›' }}</a>
@elseif ($way !== null)
    <form method="post" action="{{ $way->url }}" class="inline">@csrf @foreach ($way->fields as $name => $value)<input type="hidden" name="{{ $name }}" value="{{ $value }}">@endforeach<button class="{{ $class ?? 'go' }}" data-once>{{ $way->label }}{{ isset($class) ? '' : ' ›' }}</button></form>
@endif
