<?php

declare(strict_types=1);

/**
 * Weighing a store of 100,000 pages, 10,000,000 search rows and about 2,000,000 page-query pairs: all of it, and anew
 * where nothing but assumptions changed, beside fetching the same pairs into PHP in page order; memory; then every
 * screen of Weigh and thirty lenses, server time beside an empty signed-in page.
 */

use App\Platform\Database\Rows;
use App\Platform\Typed;
use App\Platform\Work\WorkDesk;
use App\Weigh\Weighing\Scores;
use App\Weigh\Worklists\NewWorklist;
use App\Weigh\Worklists\Worklists;
use Illuminate\Support\Facades\DB;

/** @var App\Stores\Models\Store $store */
$store = require __DIR__.'/wide.php';
$id = $store->id;
$pages = DB::table('page_index')->where('store_id', $id)->count();
$size =
    number_format($pages).
    ' pages, '.
    number_format((int) DB::table('fact_days')->where('store_id', $id)->sum('row_count')).
    ' rows';
$weigh = static function () use ($id): float {
    $start = microtime(true);
    $work = app(Scores::class)->begin($id, null);
    $phase = '';
    $state = app(WorkDesk::class)->workToEnd($work, static function (array $progress) use (&$phase, $start): void {
        if (($progress['phase'] ?? '') !== $phase) {
            $phase = is_string($progress['phase'] ?? null) ? $progress['phase'] : '';
            told(sprintf('%5.1f s: %s', microtime(true) - $start, $phase));
        }
    });
    $state === 'done' ||
        throw new RuntimeException(
            "The weighing ended as $state: ".Typed::text(DB::table('work')->where('id', $work)->value('problem')),
        );

    return microtime(true) - $start;
};
if (getenv('BENCH_SUMS') === '1' || ! DB::table('weigh_states')->where('store_id', $id)->exists()) {
    DB::table('weigh_states')->where('store_id', $id)->delete();
    result('weighing, sums and all', $size, $weigh(), 's', null);
}
$pairs = Rows::figure(
    'SELECT COUNT(*) AS n FROM (SELECT 1 FROM weigh_pairs WHERE store_id = ? AND span < 96 GROUP BY page_id, query_id,
        device) pairs',
    [$id],
);
$fetch = static function () use ($id): float {
    $start = microtime(true);
    $after = 0;
    while (
        $ids = DB::select(
            'SELECT page_id FROM page_index WHERE store_id = ? AND page_id > ? ORDER BY page_id LIMIT 1000',
            [$id, $after],
        )
    ) {
        $after = (int) end($ids)->page_id;
        $rows = DB::select(
            'SELECT page_id, query_id, device, SUM(clicks) AS clicks, SUM(impressions) AS impressions,
                SUM(position_sum) AS position_sum FROM weigh_pairs WHERE store_id = ? AND page_id IN ('.
                implode(',', array_column($ids, 'page_id')).
                ') AND span < 96 GROUP BY page_id, query_id, device',
            [$id],
        );
    }

    return microtime(true) - $start;
};
$limit = $fetch();
result('weighing anew, beside fetching the pairs', number_format($pairs).' pairs', $weigh(), 's', $limit);
result('peak memory of it', number_format($pairs).' pairs', memory_get_peak_usage(true) / 1048576, 'MiB', null);

$screen = new BenchScreen($store);
$empty = $screen->median('/stores');
result('empty signed-in page', $size, $empty, 'ms', $empty);
$list = Typed::int(
    DB::table('weigh_worklists')->where('store_id', $id)->value('id') ??
        Worklists::open($store, new NewWorklist('Bench', '2026-01-01', '2026-12-31', 1200), null),
);
Worklists::fill($store, Worklists::find($store, $list) ?? throw new LogicException(), new App\Weigh\Numbers\Lens());
$page = Typed::int(DB::table('weigh_scores')->where('store_id', $id)->orderByDesc('upside')->value('page_id'));
$query = Typed::int(
    DB::table('weigh_query_markets')->where('store_id', $id)->orderByDesc('impressions')->value('query_id'),
);
$times = [];
foreach (
    [
        '', 'sort=extra_clicks', 'sort=impressions', 'sort=clicks', 'sort=revenue', 'kind=product',
        'kind=article&sort=clicks', 'kind=home', 'weeks=4', 'weeks=26&sort=clicks', 'weeks=52&sort=impressions',
        'against=year', 'device=phone', 'device=desktop&sort=clicks', 'device=tablet&sort=clicks',
        'class=but-brand&sort=impressions', 'class=brand&sort=clicks', 'class=question&sort=impressions', 'class=maker',
        'class=question&device=phone&sort=clicks&kind=collection', 'weeks=4&class=generic&device=desktop&sort=clicks',
    ] as $asked
) {
    $times[] = $time = $screen->median("/s/bench-wide/weigh?$asked");
    result('list: '.($asked === '' ? 'as usual' : $asked), $size, $time, 'ms', $empty);
}
foreach (
    [
        'quick-wins', 'quick-wins?sort=far', 'quick-wins?sort=question', 'quick-wins?sort=rivals', 'losing', 'moved',
        'losing?weeks=4&against=year', 'ahead', 'ahead?only=seasons', 'not-in-stock', 'curve', 'curve?kind=collection',
        "curve?page=$page", 'numbers', 'numbers?by=folder&device=phone', 'numbers?by=week&class=question',
        'numbers?by=class', 'queries', 'queries?sort=impressions&class=question', "queries/$query", 'places',
        'hand-or-recipe', 'what-if', 'what-if?share=0.5&probability=0.3&target=1&value=2', 'worklists',
        "worklists/$list", "pages/$page",
    ] as $path
) {
    $times[] = $time = $screen->median("/s/bench-wide/weigh/$path");
    result("screen: $path", $size, $time, 'ms', $empty);
}
sort($times);
result('the middle of '.count($times).' screens', $size, $times[intdiv(count($times), 2)], 'ms', $empty);
result('the slowest but one', $size, $times[count($times) - 2], 'ms', $empty);
