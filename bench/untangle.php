<?php

declare(strict_types=1);

/**
 * Untangling the large stand-in shop (about 100,000 addresses), crawled at the first use: all of it, beside reading its
 * rows alone; memory; every screen, server time beside an empty signed-in page. Then 2,000 addresses of the demo shop
 * folded, seen live and taken back.
 */

use App\Changes\AddressChanges;
use App\Changes\AddressField;
use App\Changes\Editing\Author;
use App\Changes\Origin;
use App\Platform\Typed;
use App\Platform\Work\WorkDesk;
use App\Release\Releases;
use App\Release\ReleaseWish;
use App\Release\Sending\LookWork;
use App\Release\UndoWish;
use App\Stores\StoreOptions;
use App\Untangle\Finding\Finds;
use App\Untangle\Finding\Inventory;
use Illuminate\Support\Facades\DB;

$find = static function (int $id): float {
    $start = microtime(true);
    $work = app(Finds::class)->begin($id, null);
    $phase = '';
    $state = app(WorkDesk::class)->workToEnd($work, static function (array $progress) use (&$phase, $start): void {
        if (($progress['phase'] ?? '') !== $phase) {
            $phase = is_string($progress['phase'] ?? null) ? $progress['phase'] : '';
            told(sprintf('%5.1f s: %s', microtime(true) - $start, $phase));
        }
    });
    $state === 'done' ||
        throw new RuntimeException(
            "The search ended as $state: ".Typed::text(DB::table('work')->where('id', $work)->value('problem')),
        );

    return microtime(true) - $start;
};
$shop = getenv('BENCH_SHOP') ?: 'large';
$store = benchStore($shop, 12);
if (DB::table('page_index')->where('store_id', $store->id)->count() < 1000) {
    told("crawling the $shop shop first");
    benchCrawl($store);
}
$pages = DB::table('page_index')->where('store_id', $store->id)->count();
$size = number_format($pages).' addresses';
$start = microtime(true);
$inventory = new Inventory($store);
$rows = microtime(true) - $start;
unset($inventory);
$seconds = $find($store->id);
$progress = Typed::map(
    DB::table('work')
        ->where('store_id', $store->id)
        ->where('sort', 'untangle.find')
        ->orderByDesc('id')
        ->value('progress'),
);
result('finding tangles, all of it', $size, $seconds, 's', null);
result('the same once more, nothing changed', $size, $find($store->id), 's', $rows);
result('candidates an address', $size, Typed::int($progress['candidates'] ?? 0) / $pages, 'pairs', null);
result('peak memory', $size, memory_get_peak_usage(true) / 1048576, 'MiB', null);
result('tangles', $size, DB::table('untangle_tangles')->where('store_id', $store->id)->count(), '', null);
result(
    'causes',
    $size,
    DB::table('untangle_causes')->where('store_id', $store->id)->where('urls', '>', 0)->count(),
    '',
    null,
);

$screen = new BenchScreen($store);
$empty = $screen->median('/stores');
result('empty signed-in page', $size, $empty, 'ms', $empty);
$cause = Typed::int(DB::table('untangle_causes')->where('store_id', $store->id)->orderByDesc('urls')->value('id'));
$open = Typed::int(
    DB::table('untangle_causes')
        ->where('store_id', $store->id)
        ->where('to_do', '<=', 3000)
        ->orderByDesc('to_do')
        ->value('id'),
);
$tangle = Typed::int(
    DB::table('untangle_tangles')->where('store_id', $store->id)->orderByDesc('pages')->value('tangle_id'),
);
[$a, $b] = DB::table('untangle_pages')
    ->where('store_id', $store->id)
    ->where('tangle_id', $tangle)
    ->limit(2)
    ->pluck('page_id')
    ->map(Typed::int(...))
    ->all();
$times = [];
foreach (
    [
        '', "/causes/$cause?show=all", "/causes/$open", '/tangles', '/tangles?only=to-do', "/tangles/$tangle",
        "/compare?a=$a&b=$b", '/troubles', '/troubles?verdict=to-keeper', '/troubles?verdict=to-self', '/parameters',
        '/rules', '/filters', '/versions', '/redirects', '/lost', '/slugs', '/told',
    ] as $path
) {
    $times[$path] = $screen->median("/s/{$store->slug}/untangle$path");
    result("untangle$path", $size, $times[$path], 'ms', $empty);
}
sort($times);
result('screens, in the middle', $size, $times[intdiv(count($times), 2)], 'ms', $empty);

$demo = benchStore('demo', 8);
if (DB::table('page_index')->where('store_id', $demo->id)->count() < 1000) {
    benchCrawl($demo);
}
$find($demo->id);
app(StoreOptions::class)->set($demo->refresh(), 'clicks_at_risk', '100');
$members = DB::select(
    "SELECT u.page_id, k.url, c.sort FROM untangle_pages u JOIN page_index i ON i.page_id = u.page_id JOIN pages k
        ON k.id = u.keeper_page JOIN untangle_causes c ON c.id = u.cause_id WHERE u.store_id = ? AND u.keeper_page > 0
        AND u.keeper_page <> u.page_id AND i.status = 200 AND c.sort IN ('path', 'variant', 'parameter')
        ORDER BY u.page_id LIMIT 2000",
    [$demo->id],
);
$put = app(AddressChanges::class)->put(
    $demo,
    array_values(
        array_map(
            static fn (stdClass $row): array => [
                'page' => (int) $row->page_id,
                'field' => $row->sort === 'path' ? AddressField::Redirect : AddressField::Canonical,
                'value' => (string) $row->url,
                'why' => 'bench',
            ],
            $members,
        ),
    ),
    new Author(Origin::Hand, null),
);
$work = static function (array $made): array {
    $start = microtime(true);
    app(WorkDesk::class)->workToEnd($made['work']);
    $sent = microtime(true) - $start;
    $look = Typed::int(
        DB::table('work')->where('sort', LookWork::sort())->where('subject_id', $made['release'])->max('id'),
    );
    for (
        $i = 0;
        $i < 100 && DB::table('release_items')->where('release_id', $made['release'])->where('seen', 'no')->exists();
        $i++
    ) {
        app(WorkDesk::class)->slice($look);
    }

    return [
        $sent,
        DB::table('release_items')->where('release_id', $made['release'])->where('state', 'live')->count(),
        DB::table('release_items')->where('release_id', $made['release'])->where('seen', 'seen')->count(),
    ];
};
$release = app(Releases::class)->send($demo->refresh(), new ReleaseWish([]), null);
[$sent, $live, $seen] = $work($release);
result('folding: live', number_format($put).' addresses of the demo', $live, 'addresses', $put);
result('folding: seen live', number_format($put).' addresses of the demo', $seen, 'addresses', $put);
result('folding: sent in', number_format($put).' addresses of the demo', $sent, 's', null);
[$sent, $live, $seen] = $work(app(Releases::class)->undo($demo, new UndoWish($release['release']), null));
result('taken back: live', number_format($put).' addresses of the demo', $live, 'addresses', $put);
result('taken back: seen as before', number_format($put).' addresses of the demo', $seen, 'addresses', $put);
