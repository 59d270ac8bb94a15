<nav class="doors" aria-label="Settings">
    <p class="tabs-line">@foreach (App\Stores\Http\SettingsGroup::cases() as $one)<a href="{{ route('settings', [$store, $one->value]) }}" @if (($group ?? null) === $one) aria-current="page" @endif>{{ $one->label() }}</a>@if ($one->value === 'money')<a href="{{ route('people', $store) }}" @if (request()->routeIs('people*')) aria-current="page" @endif>People</a>@endif @endforeach</p>
</nav>
