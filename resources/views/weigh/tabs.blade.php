@include('doors', ['step' => 'Weigh', 'within' => ['weigh.numbers' => ['weigh.range'], 'worklists' => ['worklist'], 'weigh' => ['weigh.why'], 'weigh.queries' => ['weigh.query']], 'doors' => [
    'What is worth most' => ['weigh' => 'Pages', 'weigh.wins' => 'Quick wins', 'weigh.curve' => 'Position and CTR', 'weigh.ahead' => 'Coming season', 'weigh.missing' => 'Out of stock'],
    'What changed' => ['weigh.losing' => 'Losing clicks', 'weigh.moved' => 'Upside changed'],
    'Numbers' => ['weigh.numbers' => 'Sums', 'weigh.queries' => 'Queries', 'weigh.places' => 'Positions'],
    'Plan' => ['worklists' => 'Worklists', 'weigh.cut' => 'By hand or by recipe', 'weigh.what-if' => 'What if', 'calendar' => 'Calendar'],
]])
