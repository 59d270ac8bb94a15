@include('doors', ['step' => 'Watch', 'within' => ['watch' => ['watch.change', 'watch.pages'], 'watch.mark' => ['watch.mark.add']], 'doors' => array_filter([
    'What each change earned' => ['watch' => 'Results'],
    'Made elsewhere' => auth()->user()?->can('write', $store) ? ['watch.mark' => 'Mark a change'] : null,
    'Tracked terms' => ['match.tracked' => 'Tracked terms'],
    'Report' => ['watch.report' => 'Report'],
])])
