@php($link = fn (array $changes) => route('write', [$store] + $filter->query($changes)))
<a href="{{ $link(['kind' => null, 'check' => null, 'state' => null, 'field' => null, 'faults' => null]) }}" @if ($filter->isWide()) aria-current="true" @endif>all <b class="n">@n($counts['total'])</b></a>
@if ($filter->isFaulty)<a href="{{ $link(['faults' => null]) }}" aria-current="true">with any fault</a>@endif
<span class="sep"></span>
@foreach (Orchard\Core\Wording\Check::inBits(PHP_INT_MAX) as $check)
    @if ($counts['checks'][$check->key()] || $filter->check === $check || $check->value <= 8)<a href="{{ $link(['check' => $filter->check === $check ? null : $check->key()]) }}" title="{{ ucfirst($check->reason()) }}" @if ($filter->check === $check) aria-current="true" @endif><b class="n">@n($counts['checks'][$check->key()])</b> {{ $check->label() }}</a>@endif
@endforeach
@foreach ($filter->check || $filter->field ? Orchard\Core\Wording\TextField::cases() : [] as $field)<a href="{{ $link(['field' => $filter->field === $field ? null : $field->key()]) }}" @if ($filter->field === $field) aria-current="true" @endif title="Count the faults of {{ $field->key() }}s alone">only in {{ $field->key() }}s</a>@endforeach
<span class="sep"></span>
<a href="{{ $link(['state' => $filter->state === 'changed' ? null : 'changed']) }}" @if ($filter->state === 'changed') aria-current="true" @endif><span class="n">@n($counts['changed'])</span> with a draft</a>
@foreach (App\Changes\DraftState::cases() as $state)
    @if ($counts['states'][$state->value] && $state !== App\Changes\DraftState::Open)<a href="{{ $link(['state' => $filter->state === $state->value ? null : $state->value]) }}" @if ($filter->state === $state->value) aria-current="true" @endif><span class="n">@n($counts['states'][$state->value])</span> {{ $state->label() }}</a>@endif
@endforeach
<span class="sep"></span>
@foreach ([App\Stores\Kinds\PageKind::Product, App\Stores\Kinds\PageKind::Collection, App\Stores\Kinds\PageKind::Article, App\Stores\Kinds\PageKind::Plain] as $kind)
    <a class="soft" href="{{ $link(['kind' => $filter->kind === $kind ? null : $kind->key()]) }}" @if ($filter->kind === $kind) aria-current="true" @endif>{{ $kind->plural() }}</a>
@endforeach
