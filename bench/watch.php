<?php

declare(strict_types=1);

/**
 * Judging 100 changes of 50 to 500 pages each in a store of 100,000 pages with 40 weeks told (4,000,000 sums by page
 * and week); beside what the database needs to add those sums up once. Then every screen.
 */

use App\Platform\Typed;
use App\Platform\Work\WorkDesk;
use App\Watch\Judging\Judgings;
use Illuminate\Support\Facades\DB;

$slug = 'bench-watch';
$rows = 1_000_000;
/** @var App\Stores\Models\Store $store */
$store = require __DIR__.'/wide.php';
$id = $store->id;
$pages = DB::table('page_index')->where('store_id', $id)->count();
$weeks = 40;
$newest = Typed::text(DB::table('page_weeks')->where('store_id', $id)->max('week'));
$monday = new DateTimeImmutable($newest);
if (DB::table('page_weeks')->where('store_id', $id)->distinct()->count('week') < $weeks) {
    told("Making up $weeks weeks …");
    $known = DB::table('fact_days')->where('store_id', $id)->where('state', 'owns')->orderByDesc('day')->first();
    for ($back = 0; $back < $weeks; $back++) {
        $week = $monday->modify("-$back weeks");
        DB::statement(
            "REPLACE INTO page_weeks (store_id, week, page_id, clicks, impressions, position_sum) SELECT $id,
                '{$week->format('Y-m-d')}', page_id, FLOOR(POW(CRC32(page_id) MOD 100, 3) / 40000 *
                (0.8 + (CRC32(CONCAT(page_id, '-', $back)) MOD 400) / 1000)), 10 + CRC32(page_id) MOD 900,
                1000 * (10 + CRC32(page_id) MOD 900) * (1 + CRC32(CONCAT(page_id, 'p')) MOD 30)
                FROM page_index WHERE store_id = $id",
        );
        for ($day = 0; $day < 7; $day++) {
            $row = (array) $known;
            unset($row['id']);
            $row['day'] = $week->modify("+$day days")->format('Y-m-d');
            DB::table('fact_days')->insertOrIgnore($row);
        }
    }
    DB::statement('ANALYZE TABLE page_weeks');
}
DB::table('watch_changes')->where('store_id', $id)->delete();
DB::table('watch_pages')->where('store_id', $id)->delete();
for ($n = 0; $n < 100; $n++) {
    $day = $monday->modify('-'.(9 + ($n % 12)).' weeks')->format('Y-m-d');
    $change = DB::table('watch_changes')->insertGetId([
        'store_id' => $id,
        'source' => 2,
        'source_id' => 0,
        'name' => "Change $n",
        'first_day' => $day,
        'day' => $day,
        'pages' => 50 + 45 * ($n % 11),
        'fields' => 0,
        'created_at' => now(),
    ]);
    DB::insert(
        "INSERT INTO watch_pages (change_id, page_id, store_id, live_on, fields, origin) SELECT $change, page_id, $id,
            '$day', 0, '' FROM page_index WHERE store_id = $id AND indexable = 1 AND page_id MOD 131 = $n LIMIT ".
            (50 + 45 * ($n % 11)),
    );
}
$size = number_format($pages).' pages, '.$weeks.' weeks, 100 changes';
$began = microtime(true);
DB::select('SELECT page_id, SUM(clicks), SUM(impressions) FROM page_weeks WHERE store_id = ? GROUP BY page_id', [$id]);
$reading = microtime(true) - $began;
$began = microtime(true);
$state = app(WorkDesk::class)->workToEnd(app(Judgings::class)->begin($id, null));
$seconds = microtime(true) - $began;
$state === 'done' || throw new RuntimeException("Judging has $state.");
result('watch: judging', $size, $seconds, 's', $reading);
result('watch: judging one change', $size, $seconds / 100, 's', $reading);
result('memory', $size, memory_get_peak_usage(true) / 1e6, 'MB', null);

$screen = new BenchScreen($store);
$empty = $screen->median('/stores');
result('empty signed-in page', $size, $empty, 'ms', $empty);
$change = Typed::int(DB::table('watch_changes')->where('store_id', $id)->max('id'));
foreach (
    [
        'results' => '',
        'one result' => "/changes/$change",
        'page by page' => "/changes/$change/pages",
        'mark' => '/mark',
        'report' => '/report',
    ] as $name => $path
) {
    result("watch: $name", $size, $screen->median("/s/$slug/watch$path"), 'ms', $empty);
}
