{{--
    The doors of a step, named by the question that they answer, and below the rooms behind the one that is open.
    $step: the step's name. $doors: rooms by door, each a label by route name; the first room of a door is where the door leads.
    $within: route names that belong to a room, by that room's route name.
--}}
@php
    $here = Illuminate\Support\Facades\Route::currentRouteName();
    $isHere = static fn (string $room): bool => $here === $room || in_array($here, $within[$room] ?? [], true);
    $open = collect($doors)->search(static fn (array $rooms): bool => collect(array_keys($rooms))->contains($isHere));
@endphp
<nav class="doors" aria-label="{{ $step }}">
    <p class="tabs-line">@foreach ($doors as $door => $rooms)<a href="{{ route((string) array_key_first($rooms), $store) }}" @if ($door === $open) aria-current="{{ $isHere((string) array_key_first($rooms)) ? 'page' : 'true' }}" @endif>{{ $door }}</a>@endforeach</p>
    @if ($open !== false && count($doors[$open]) > 1)
        <p class="rooms">@foreach ($doors[$open] as $room => $label)<a href="{{ route($room, $store) }}" @if ($isHere($room)) aria-current="page" @endif>{{ $label }}</a>@endforeach</p>
    @endif
</nav>
