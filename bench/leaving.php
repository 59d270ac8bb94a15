<?php

declare(strict_types=1);

/**
 * Deleting a store of 100,000 pages and 2,000,000 search rows by one worker, beside deleting as many rows of one table
 * in
 * portions of the same size; and the overview of another store meanwhile, beside the same when nothing is deleted.
 */

use App\Platform\Work\WorkDesk;
use App\Stores\Leaving\Leaving;
use App\Stores\Leaving\StoreTables;
use App\Weigh\Weighing\Scores;
use Illuminate\Support\Facades\DB;
use Symfony\Component\Process\Process;

/** @var App\Stores\Models\Store $other */
$other = require __DIR__.'/wide.php';
[$slug, $rows] = ['bench-leaving', 2_000_000];
/** @var App\Stores\Models\Store $store */
$store = require __DIR__.'/wide.php';
app(WorkDesk::class)->workToEnd(app(Scores::class)->begin($store->id, null));
$count = static function () use ($store): int {
    $n = 0;
    foreach (app(StoreTables::class)->own() as $table) {
        $n += DB::table($table)->where('store_id', $store->id)->count();
    }

    return $n;
};
$before = $count();
$size = number_format($before).' rows in '.count(app(StoreTables::class)->own()).' tables';
$screen = new BenchScreen($other);
$idle = $screen->median("/s/{$other->slug}");
app(Leaving::class)->archive($store);
$work = app(Leaving::class)->delete($store->refresh(), $store->name, null);
$start = microtime(true);
$worker = new Process(
    [PHP_BINARY, base_path('artisan'), 'queue:work', '--queue=short,bulk', '--stop-when-empty', '--sleep=0'],
    base_path(),
);
$worker->setTimeout(3600)->start();
$seen = [];
while (DB::table('work')->where('id', $work)->value('state') !== 'done' && microtime(true) - $start < 3600) {
    $seen[] = $screen->median("/s/{$other->slug}");
    $worker->isRunning() || $worker->restart();
}
$seconds = microtime(true) - $start;
$worker->stop();
sort($seen);
// What the machine does at best: as many rows of one narrow table, in portions of the same size.
DB::statement(
    'CREATE TABLE bench_rows (id BIGINT UNSIGNED AUTO_INCREMENT PRIMARY KEY, store_id BIGINT UNSIGNED NOT NULL,
        n INT NOT NULL, KEY (store_id))',
);
DB::insert('INSERT INTO bench_rows (store_id, n) SELECT 1, seq FROM seq_1_to_400000');
$plain = microtime(true);
while (DB::delete('DELETE FROM bench_rows WHERE store_id = 1 LIMIT 4000') > 0);
$plain = ((microtime(true) - $plain) / 400_000) * $before;
DB::statement('DROP TABLE bench_rows');
result('deleting a store', $size, $seconds, 's', $plain);
result('rows left of it', $size, (float) $count(), 'rows', null);
result('overview of another store meanwhile, in the middle', $size, $seen[intdiv(count($seen), 2)], 'ms', $idle);
result('overview of another store meanwhile, at the slowest', $size, (float) end($seen), 'ms', $idle);
