@include('doors', ['step' => 'Gather', 'within' => ['gather.files' => ['gather.file']], 'doors' => [
    'Pages' => ['gather' => 'Pages'],
    'What changed' => ['gather.changed' => 'What changed'],
    'Crawls' => ['gather.crawl' => 'Crawls', 'gather.rendered' => 'Rendered with JavaScript'],
    'Data' => ['gather.files' => 'Files', 'gather.feed' => 'Feed'],
]])
