<div>
    <div class="filters">
        <a href="{{ route('gather', [$store] + $filter->query(['kind' => null])) }}" @if (! $filter->kind) aria-current="true" @endif>All <span class="n">@n($counts['total'])</span></a>
        @foreach (App\Store\Kinds\PageKind::cases() as $kind)
            @if ($counts['kinds'][$kind->key()] ?? 0)
                <a href="{{ route('gather', [$store] + $filter->query(['kind' => $kind->key()])) }}" @if ($filter->kind === $kind) aria-current="true" @endif>{{ $kind->plural() }} <span class="n">@n($counts['kinds'][$kind->key()])</span></a>
            @endif
        @endforeach
    </div>
    <div class="filters">
        <span class="of">Status</span>
        @if ($filter->status !== null)<a href="{{ route('gather', [$store] + $filter->query(['status' => null])) }}">any</a>@endif
        @foreach ($counts['statuses'] as $status => $n)
            <a href="{{ route('gather', [$store] + $filter->query(['status' => (string) $status])) }}" @if ($filter->status === $status) aria-current="true" @endif>{{ $status ?: 'not fetched' }} <span class="n">@n($n)</span></a>
        @endforeach
        <span class="of">For search engines</span>
        <a href="{{ route('gather', [$store] + $filter->query(['indexable' => $filter->indexable === true ? null : 'yes'])) }}" @if ($filter->indexable === true) aria-current="true" @endif>indexable <span class="n">@n($counts['indexable'])</span></a>
        <a href="{{ route('gather', [$store] + $filter->query(['indexable' => $filter->indexable === false ? null : 'no'])) }}" @if ($filter->indexable === false) aria-current="true" @endif>not <span class="n">@n($counts['total'] - $counts['indexable'])</span></a>
        @if ($counts['unreached'] || $filter->unreached)<a href="{{ route('gather', [$store] + $filter->query(['reached' => $filter->unreached ? null : 'no'])) }}" @if ($filter->unreached) aria-current="true" @endif>no link reaches <span class="n">@n($counts['unreached'])</span></a>@endif
    </div>
</div>
