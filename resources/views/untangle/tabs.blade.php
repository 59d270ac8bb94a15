@include('doors', ['step' => 'Untangle', 'within' => ['untangle' => ['untangle.cause', 'untangle.family'], 'untangle.tangles' => ['untangle.tangle', 'untangle.compare']], 'doors' => [
    'Duplicates' => ['untangle' => 'Causes', 'untangle.tangles' => 'Tangles', 'untangle.parameters' => 'Parameters', 'untangle.filters' => 'Filters', 'untangle.rules' => 'Rules'],
    'Canonicals' => ['untangle.troubles' => 'Canonicals', 'untangle.versions' => 'hreflang'],
    'Redirects' => ['untangle.redirects' => 'Redirects', 'untangle.lost' => '404s', 'untangle.slugs' => 'Slugs'],
    'Tell search engines' => ['untangle.told' => 'Tell search engines'],
]])
