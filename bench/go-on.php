<?php

declare(strict_types=1);

/** Works whatever is open in a store to its end: `php bench/go-on.php SLUG`. */

use App\Platform\Typed;
use App\Platform\Work\WorkDesk;
use App\Stores\Models\Store;
use Illuminate\Contracts\Console\Kernel;
use Illuminate\Support\Facades\DB;

require dirname(__DIR__).'/vendor/autoload.php';
$app = require dirname(__DIR__).'/bootstrap/app.php';
$app->make(Kernel::class)->bootstrap();
$store = Store::query()->where('slug', $argv[1])->firstOrFail();
while (
    ($work = DB::table('work')
        ->where('store_id', $store->id)
        ->whereIn('state', ['waiting', 'running'])
        ->orderBy('id')
        ->value('id')) !== null
) {
    app(WorkDesk::class)->workToEnd(Typed::int($work));
}
