@include('doors', ['step' => 'Match', 'within' => ['match' => ['match.term'], 'match.roads' => ['match.road']], 'doors' => [
    'Terms and pages' => ['match' => 'All terms', 'match.groups' => 'Groups'],
    'Pages that take turns' => ['match.rivals' => 'Pages that take turns'],
    'Terms without a page' => ['match.open' => 'Proposed pages', 'match.reach' => 'Within reach'],
    'Where terms stand' => ['match.pages' => 'Where terms stand'],
    'Tracked terms' => ['match.tracked' => 'Tracked terms', 'match.roads' => 'Roads'],
]])
