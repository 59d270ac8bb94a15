@php
    $link = static fn (array $changes) => route('write', [$store] + $filter->query($changes));
    $found = array_values(array_filter(Orchard\Core\Wording\Check::inBits(PHP_INT_MAX), static fn ($check): bool => $counts['checks'][$check->key()] > 0 || $filter->check === $check || $check->value <= 8));
    // The gravest stand in the line, and the one that is chosen; the others behind it.
    $first = array_filter($found, static fn ($check, int $nth): bool => $nth < ($doubtful > 0 ? 5 : 6) || $filter->check === $check, ARRAY_FILTER_USE_BOTH);
    $rest = array_diff_key($found, $first);
@endphp
<a href="{{ $link(['kind' => null, 'check' => null, 'state' => null, 'field' => null, 'faults' => null, 'claims' => null]) }}" @if ($filter->isWide()) aria-current="true" @endif>all <b class="n">@n($counts['total'])</b></a>
@if ($doubtful > 0 || $filter->hasDoubts)<a href="{{ $link(['claims' => $filter->hasDoubts ? null : '1']) }}" @if ($filter->hasDoubts) aria-current="true" @endif title="Drafts that say what no fact of their page says"><b class="n">@n($doubtful)</b> claims without a fact</a>@endif
@if ($filter->isFaulty)<a href="{{ $link(['faults' => null]) }}" aria-current="true">with any fault</a>@endif
<span class="sep"></span>
@foreach ($first as $check)<a href="{{ $link(['check' => $filter->check === $check ? null : $check->key()]) }}" title="{{ ucfirst($check->reason()) }}" @if ($filter->check === $check) aria-current="true" @endif><b class="n">@n($counts['checks'][$check->key()])</b> {{ $check->label() }}</a>
@endforeach
@if ($rest)<details class="drop"><summary>{{ count($rest) }} more</summary><div class="drop-sheet">@foreach ($rest as $check)<p><a href="{{ $link(['check' => $check->key()]) }}"><b class="n">@n($counts['checks'][$check->key()])</b> {{ $check->label() }}</a> <span class="soft">{{ $check->reason() }}</span></p>@endforeach</div></details>@endif
@foreach ($filter->check || $filter->field ? Orchard\Core\Wording\TextField::inResults() : [] as $field)<a href="{{ $link(['field' => $filter->field === $field ? null : $field->key()]) }}" @if ($filter->field === $field) aria-current="true" @endif title="Count the faults of {{ $field->key() }}s alone">only in {{ $field->key() }}s</a>@endforeach
<span class="sep"></span>
<a href="{{ $link(['state' => $filter->state === 'changed' ? null : 'changed']) }}" @if ($filter->state === 'changed') aria-current="true" @endif><span class="n">@n($counts['changed'])</span> with a draft</a>
@foreach (App\Changes\DraftState::cases() as $state)
    @if ($counts['states'][$state->value] && $state !== App\Changes\DraftState::Open)<a href="{{ $link(['state' => $filter->state === $state->value ? null : $state->value]) }}" @if ($filter->state === $state->value) aria-current="true" @endif><span class="n">@n($counts['states'][$state->value])</span> {{ $state->label() }}</a>@endif
@endforeach
<span class="sep"></span>
@foreach ([App\Stores\Kinds\PageKind::Product, App\Stores\Kinds\PageKind::Collection, App\Stores\Kinds\PageKind::Article, App\Stores\Kinds\PageKind::Plain] as $kind)
    <a class="soft" href="{{ $link(['kind' => $filter->kind === $kind ? null : $kind->key()]) }}" @if ($filter->kind === $kind) aria-current="true" @endif>{{ $kind->plural() }}</a>
@endforeach
