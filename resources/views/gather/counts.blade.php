<div>
    <div class="filters">
        <a href="{{ route('gather', [$store] + $filter->query(['kind' => null])) }}" @if (! isset($filter->asked['kind'])) aria-current="true" @endif>All <span class="n">@n($counts['total'])</span></a>
        @foreach (App\Stores\Kinds\PageKind::cases() as $kind)
            @if ($counts['kinds'][$kind->key()] ?? 0)
                <a href="{{ route('gather', [$store] + $filter->query(['kind' => $kind->key()])) }}" @if (($filter->asked['kind'] ?? '') === $kind->key()) aria-current="true" @endif>{{ $kind->plural() }} <span class="n">@n($counts['kinds'][$kind->key()])</span></a>
            @endif
        @endforeach
    </div>
    <div class="filters">
        <span class="of">Status</span>
        @foreach ($counts['statuses'] as $status => $n)
            @php($isNow = ($filter->asked['status'] ?? '') === (string) $status)
            <a href="{{ route('gather', [$store] + $filter->query(['status' => $isNow ? null : (string) $status])) }}" @if ($isNow) aria-current="true" @endif>{{ $status ?: 'not crawled' }} <span class="n">@n($n)</span></a>
        @endforeach
        <span class="of">Search engines</span>
        @foreach (['indexable' => $counts['indexable'], 'not' => $counts['total'] - $counts['indexable']] as $key => $n)
            @php($isNow = ($filter->asked['engines'] ?? '') === $key)
            <a href="{{ route('gather', [$store] + $filter->query(['engines' => $isNow ? null : $key])) }}" @if ($isNow) aria-current="true" @endif>{{ $key === 'not' ? 'not indexable' : $key }} <span class="n">@n($n)</span></a>
        @endforeach
        @php($none = App\Inventory\Index\DepthRebuild::UNREACHED.'..')
        @if ($counts['unreached'] || ($filter->asked['depth'] ?? '') === $none)<a href="{{ route('gather', [$store] + $filter->query(['depth' => ($filter->asked['depth'] ?? '') === $none ? null : $none])) }}" @if (($filter->asked['depth'] ?? '') === $none) aria-current="true" @endif>orphan pages <span class="n">@n($counts['unreached'])</span></a>@endif
        <span class="of">Found in</span>
        @foreach ($counts['sources'] as $name => $n)
            @php($isNow = ($filter->asked['sources'] ?? '') === $name)
            <a href="{{ route('gather', [$store] + $filter->query(['sources' => $isNow ? null : $name])) }}" @if ($isNow) aria-current="true" @endif>{{ $name }} <span class="n">@n($n)</span></a>
        @endforeach
    </div>
</div>
