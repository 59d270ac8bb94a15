<nav class="tabs-line" aria-label="Untangle">
    @foreach (['untangle' => 'Causes', 'untangle.tangles' => 'Tangles', 'untangle.troubles' => 'Declared', 'untangle.parameters' => 'Parameters', 'untangle.filters' => 'Filters', 'untangle.versions' => 'Versions', 'untangle.redirects' => 'Redirects', 'untangle.lost' => 'Lost', 'untangle.slugs' => 'Slugs', 'untangle.told' => 'To tell', 'untangle.rules' => 'Rules'] as $name => $label)
        <a href="{{ route($name, $store) }}" @if (request()->routeIs($name) || ($name === 'untangle' && request()->routeIs('untangle.cause')) || ($name === 'untangle.tangles' && request()->routeIs('untangle.tangle', 'untangle.compare'))) aria-current="page" @endif>{{ $label }}</a>
    @endforeach
</nav>
