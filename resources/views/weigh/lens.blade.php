@php
    // What can be asked of this screen; each part is left out where it would change nothing.
    $parts = $parts ?? ['weeks', 'against', 'device', 'class', 'kind', 'market'];
    $keep = $keep ?? [];
    $to = static fn (array $changes): string => route($at, [$store] + $keep + $lens->query($changes));
    $choices = [
        'weeks' => ['Weeks', $window?->isPeriod ? [] : array_combine(['4', '13', '26', '52'], ['4', '13', '26', '52']), (string) $lens->weeks, '13'],
        'against' => ['compared with', $window?->isPeriod ? [] : ['before' => 'the weeks before', 'year' => 'a year earlier'], $lens->against, 'before'],
        'device' => ['Device', App\Weigh\Numbers\Lens::DEVICES, App\Weigh\Numbers\Lens::DEVICES[$lens->device] ?? 'all', 'all'],
        'class' => ['Queries', ['all' => 'all', 'but-brand' => 'without own brand', 'brand' => 'own brand', 'maker' => 'manufacturer brands', 'generic' => 'generic', 'question' => 'questions'], App\Weigh\Numbers\Lens::CLASSES[$lens->class] ?? 'all', 'all'],
        'kind' => ['Kind', ['' => 'all'] + collect([App\Stores\Kinds\PageKind::Home, App\Stores\Kinds\PageKind::Collection, App\Stores\Kinds\PageKind::Product, App\Stores\Kinds\PageKind::Article, App\Stores\Kinds\PageKind::Plain])->mapWithKeys(static fn ($one) => [$one->key() => $one->plural()])->all(), $lens->kind?->key() ?? '', ''],
        'market' => ['Market', count($markets->all()) > 1 ? (App\Weigh\Numbers\Units::of($store)->addUp() ? ['' => 'all'] : []) + collect($markets->all())->mapWithKeys(static fn ($one) => [(string) $one->id => $one->name])->all() : [], (string) $lens->market, ''],
    ];
@endphp
<form method="get" action="{{ route($at, $store) }}" class="filters lens" aria-label="Filters">
    @foreach ($keep as $key => $value)<input type="hidden" name="{{ $key }}" value="{{ $value }}">@endforeach
    @foreach ($parts as $part)
        @php([$label, $options, $now, $usual] = $choices[$part])
        @if ($options !== [])
            <label><span class="of">{{ $label }}</span>
            <span class="select"><select name="{{ $part }}" data-send-on-change @if ($now !== $usual) class="is-asked" @endif>@foreach ($options as $key => $option)@php($value = is_int($key) && $part !== 'market' ? $option : (string) $key)<option value="{{ $value }}" @selected($value === $now)>{{ $option }}</option>@endforeach</select></span></label>
        @endif
    @endforeach
    @if ($more ?? null)<a href="{{ $more[1] }}" @if ($more[2]) aria-current="true" @endif>{{ $more[0] }}</a>@endif
    <noscript><button class="button">Apply</button></noscript>
    @if ($lens->query() !== [])<a href="{{ route($at, [$store] + $keep) }}">Reset</a>@endif
</form>
