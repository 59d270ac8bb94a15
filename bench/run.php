<?php

declare(strict_types=1);

/**
 * Runs the benchmarks of this folder, one or all: `bin/orchard bench [NAME]`. Each prints one JSON object a line;
 * `limit` is what the machine itself does on the same work in the same run, so only the ratio is worth comparing.
 */

use Illuminate\Contracts\Console\Kernel;

require dirname(__DIR__).'/vendor/autoload.php';
$app = require dirname(__DIR__).'/bootstrap/app.php';
$app->make(Kernel::class)->bootstrap();
require __DIR__.'/support.php';

$names = [
    'crawl', 'import', 'screens', 'inventory', 'weigh', 'markets', 'tangles', 'untangle', 'kills', 'memory', 'release',
    'release-large', 'overview', 'leaving', 'desk', 'recipes', 'matching', 'match', 'tend', 'outcome', 'watch',
    'mutation',
];
$asked = ($argv[1] ?? '') === '' ? $names : [$argv[1]];
foreach ($asked as $name) {
    if (! in_array($name, $names, true)) {
        fwrite(STDERR, "There is no benchmark \"$name\"; there are ".implode(', ', $names).".\n");
        exit(2);
    }
    require __DIR__."/$name.php";
}
