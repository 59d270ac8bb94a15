@include('doors', ['step' => 'Tend', 'within' => isset($group) ? ["tend.{$group->value}" => ['tend.cause']] : ['tend' => ['tend.page']], 'doors' => [
    'How pages are reached' => ['tend' => 'Rings', 'tend.orphans' => 'Orphans', 'tend.depth' => 'Too deep, few links', 'tend.links' => 'All pages'],
    'Headings and images' => ['tend.headings' => 'Headings', 'tend.images' => 'Images'],
    'Links and answers' => ['tend.status' => 'Broken links and slow pages'],
]])
