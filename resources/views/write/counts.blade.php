@php($link = fn (array $changes) => route('write', [$store] + $filter->query($changes)))
<a href="{{ $link(['kind' => null]) }}" @if (! $filter->kind) aria-current="true" @endif>all</a>
@foreach ([App\Stores\Kinds\PageKind::Product, App\Stores\Kinds\PageKind::Collection, App\Stores\Kinds\PageKind::Article, App\Stores\Kinds\PageKind::Plain] as $kind)
    <a href="{{ $link(['kind' => $kind->key()]) }}" @if ($filter->kind === $kind) aria-current="true" @endif>{{ $kind->plural() }}</a>
@endforeach
<span class="n">@n($counts['total'])</span>
<span class="of">Issues in</span>
<a href="{{ $link(['field' => null]) }}" @if (! $filter->field) aria-current="true" @endif>both</a>
@foreach (Orchard\Core\Wording\TextField::cases() as $field)<a href="{{ $link(['field' => $field->key()]) }}" @if ($filter->field === $field) aria-current="true" @endif>{{ $field->key() }}s</a>@endforeach
@if ($filter->check)<a href="{{ $link(['check' => null]) }}">any</a>@endif
@foreach ([Orchard\Core\Wording\Check::Missing, Orchard\Core\Wording\Check::TooWide, Orchard\Core\Wording\Check::Repeated, Orchard\Core\Wording\Check::TooShort] as $check)
    <a href="{{ $link(['check' => $filter->check === $check ? null : $check->key()]) }}" @if ($filter->check === $check) aria-current="true" @endif>{{ $check->label() }} <span class="n">@n($counts['checks'][$check->key()])</span></a>
@endforeach
<span class="of">Drafts</span>
<a href="{{ $link(['state' => $filter->state === 'changed' ? null : 'changed']) }}" @if ($filter->state === 'changed') aria-current="true" @endif>all drafts <span class="n">@n($counts['changed'])</span></a>
@foreach (App\Changes\DraftState::cases() as $state)
    @if ($counts['states'][$state->value])<a href="{{ $link(['state' => $filter->state === $state->value ? null : $state->value]) }}" @if ($filter->state === $state->value) aria-current="true" @endif>{{ $state->label() }} <span class="n">@n($counts['states'][$state->value])</span></a>@endif
@endforeach
