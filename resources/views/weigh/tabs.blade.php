<nav class="tabs-line" aria-label="Weigh">
    @foreach (['weigh' => 'Pages', 'weigh.wins' => 'Quick wins', 'weigh.losing' => 'Losing', 'weigh.moved' => 'Moved', 'weigh.ahead' => 'Ahead', 'weigh.missing' => 'Not in stock', 'weigh.curve' => 'Curve', 'weigh.numbers' => 'Numbers', 'weigh.queries' => 'Queries', 'weigh.places' => 'Positions', 'weigh.cut' => 'Hand or recipe', 'weigh.what-if' => 'What if', 'worklists' => 'Worklists', 'calendar' => 'Calendar'] as $name => $label)
        <a href="{{ route($name, $store) }}" @if (request()->routeIs($name, $name.'.*') && ($name !== 'weigh' || request()->routeIs('weigh')) || ($name === 'worklists' && request()->routeIs('worklist')) || ($name === 'weigh.numbers' && request()->routeIs('weigh.range'))) aria-current="page" @endif>{{ $label }}</a>
    @endforeach
</nav>
