<?php

declare(strict_types=1);

/**
 * The overview at 100,000 pages and 10,000,000 search rows: server time beside an empty signed-in page, the slowest of
 * what
 * it asks with the database's plan, and the settings.
 */

use App\Platform\Work\WorkDesk;
use App\Stores\Overview\OverviewBoard;
use App\Stores\Steps\StepBoard;
use App\Weigh\Weighing\Scores;
use Illuminate\Database\Events\QueryExecuted;
use Illuminate\Support\Carbon;
use Illuminate\Support\Facades\DB;

/** @var App\Stores\Models\Store $store */
$store = require __DIR__.'/wide.php';
$size =
    number_format(DB::table('page_index')->where('store_id', $store->id)->count()).
    ' pages, '.
    number_format((int) DB::table('fact_days')->where('store_id', $store->id)->sum('row_count')).
    ' rows';
if (! DB::table('weigh_lots')->where('store_id', $store->id)->exists()) {
    told('Weighing it once …');
    $state = app(WorkDesk::class)->workToEnd(app(Scores::class)->begin($store->id, null));
    $state === 'done' || throw new RuntimeException("The weighing ended as $state.");
}
// A store of a year's rows is no new one.
DB::table('stores')
    ->where('id', $store->id)
    ->update(['created_at' => now()->subDays(90)]);
$screen = new BenchScreen($store);
$empty = $screen->median('/stores');
result('empty signed-in page', $size, $empty, 'ms', $empty);
foreach (
    [
        'overview' => '',
        'overview, the first hour' => '?first-hour',
        'overview, its foot (fragment)' => '/since',
        'what stands in the frame (fragment)' => '/under-way',
        'settings of the store' => '/settings',
        'settings of its markets' => '/settings/markets',
    ] as $name => $path
) {
    result($name, $size, $screen->median("/s/{$store->slug}$path"), 'ms', $empty);
}
$asked = [];
DB::listen(static function (QueryExecuted $query) use (&$asked): void {
    $asked[] = [$query->time, $query->sql, $query->bindings];
});
$board = app(OverviewBoard::class);
$weeks = $board->weeks($store);
$board->lots($store);
$weeks === null || $board->marks($store, $weeks->weeks[0]->monday);
$board->firstHour($store);
$board->changes($store, Carbon::now('UTC')->subDays(7));
$board->sources($store);
app(StepBoard::class)->hands($store);
app(StepBoard::class)->forStore($store);
usort($asked, static fn (array $a, array $b): int => $b[0] <=> $a[0]);
told(count($asked).' queries, '.round(array_sum(array_column($asked, 0)), 1).' ms in all; the slowest:');
foreach (array_slice($asked, 0, 8) as [$time, $sql, $bindings]) {
    told(sprintf('%.1f ms: %s', $time, (string) preg_replace('/\s+/', ' ', mb_substr($sql, 0, 160))));
    foreach (
        str_starts_with(ltrim($sql), 'select') || str_starts_with(ltrim($sql), 'SELECT')
            ? DB::select("EXPLAIN $sql", $bindings)
            : [] as $row
    ) {
        told("      {$row->table}: {$row->type}, {$row->key}, about {$row->rows} rows, {$row->Extra}");
    }
}
$often = array_count_values(array_column($asked, 1));
arsort($often);
foreach (array_slice(array_filter($often, static fn (int $times): bool => $times > 2), 0, 6) as $sql => $times) {
    told("asked $times times: ".mb_substr((string) $sql, 0, 120));
}
