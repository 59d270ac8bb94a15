@include('doors', ['step' => 'Tend', 'within' => isset($group) ? [($group === App\Tend\Found\FindingGroup::Sitemaps ? 'tend.maps' : "tend.{$group->value}") => ['tend.cause', 'tend.sitemaps']] : ['tend' => ['tend.page'], 'tend.robots' => ['tend.robots.check'], 'tend.try' => ['tend.try.look']], 'doors' => [
    'How pages are reached' => ['tend' => 'Rings', 'tend.orphans' => 'Orphans', 'tend.depth' => 'Too deep, few links', 'tend.add' => 'Links to add', 'tend.links' => 'All pages'],
    'Headings and images' => ['tend.headings' => 'Headings', 'tend.images' => 'Images', 'tend.words' => 'Own words', 'tend.collections' => 'Collections'],
    'Links and answers' => ['tend.status' => 'Broken links and slow pages'],
    'Structured data' => ['tend.structured' => 'Structured data', 'tend.try' => 'Try a text or an address'],
    'Sitemaps and robots.txt' => ['tend.maps' => 'Sitemaps', 'tend.robots' => 'robots.txt', 'tend.known' => 'Known to search engines'],
]])
