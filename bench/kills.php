<?php

declare(strict_types=1);

/**
 * Crawl, import and feed pull, each killed ten times at random moments: what they leave has to equal an undisturbed
 * run's, row by row.
 */

use App\Gather\Crawl\Crawls;
use App\Gather\Feeds\Feeds;
use App\Gather\Files\FileLook;
use App\Gather\Files\FileSort;
use App\Gather\Files\Imports;
use App\Platform\Typed;
use App\Stores\AddStore;
use App\Stores\Models\Store;
use App\Stores\StoreBasics;
use App\Stores\StoreOptions;
use Illuminate\Support\Facades\DB;
use Random\Engine\Xoshiro256StarStar;
use Random\Randomizer;

const KILLS = 10;

function benchFresh(string $slug, string $shop): Store
{
    $old = Store::query()->where('slug', $slug)->first();
    if ($old !== null) {
        $old->update(['slug' => $slug.'-'.bin2hex(random_bytes(4))]);
    }
    $url = (string) getenv('SHOP_'.strtoupper($shop));
    $store = app(AddStore::class)->add($slug, $url, $slug, new StoreBasics(allowPrivate: true));
    app(StoreOptions::class)->set($store->refresh(), 'concurrency', '8');

    return $store->refresh();
}

/** Works what is open in a store to its end; killed so many times on the way, at moments that the seed says. */
function benchKilled(Randomizer $chance, Store $store, int $kills, int $longest): int
{
    for ($done = 0; ; $done++) {
        $process =
            proc_open(
                [PHP_BINARY, '-d', 'memory_limit=512M', __DIR__.'/go-on.php', $store->slug],
                [['file', '/dev/null', 'r'], ['file', '/dev/null', 'w'], STDERR],
                $pipes,
            ) ?:
            throw new RuntimeException('It does not start.');
        $until = $done < $kills ? microtime(true) + $chance->getInt(400, $longest) / 1000 : INF;
        while (proc_get_status($process)['running'] && microtime(true) < $until) {
            usleep(5000);
        }
        $status = proc_get_status($process);
        if (! $status['running']) {
            proc_close($process);

            return $done;
        }
        exec("pkill -9 -P {$status['pid']}; kill -9 {$status['pid']}");
        proc_close($process);
        // Whoever comes next would wait for the lease to run out.
        DB::update('UPDATE work SET expires_at = UTC_TIMESTAMP(3) WHERE store_id = ? AND owner IS NOT NULL', [
            $store->id,
        ]);
    }
}

/** @return list<string> what a store's tables hold of pages and rows, without ids, times and rates */
function benchLeft(Store $store): array
{
    $queries = [
        'SELECT p.url, i.kind, i.status, i.indexable, i.why_not, i.depth, i.links_in, i.links_nav, i.links_out,
            i.words, i.title_chars, i.marks, i.sources, i.images, i.canonical, f.title, f.description, f.h1s
            FROM page_index i JOIN pages p ON p.id = i.page_id LEFT JOIN page_facts f ON f.page_id = p.id
            AND f.to_crawl = 0 WHERE i.store_id = ?',
        'SELECT a.url, b.url, l.anchor, l.rel, l.place FROM links l JOIN pages a ON a.id = l.from_page JOIN pages b
            ON b.id = l.to_page WHERE l.store_id = ?',
        'SELECT p.url, r.grain, r.day, q.text, r.country, r.device, r.clicks, r.impressions, r.position_sum
            FROM search_rows r LEFT JOIN pages p ON p.id = r.page_id LEFT JOIN search_queries q ON q.id = r.query_id
            WHERE r.store_id = ?',
        'SELECT p.url, r.day, r.visits, r.orders, r.units, r.revenue FROM sales_rows r LEFT JOIN pages p
            ON p.id = r.page_id WHERE r.store_id = ?',
        'SELECT p.url, w.week, w.clicks, w.impressions, w.position_sum, w.visits, w.orders, w.revenue FROM page_weeks w
            JOIN pages p ON p.id = w.page_id WHERE w.store_id = ?',
    ];
    $rows = [];
    foreach ($queries as $i => $sql) {
        foreach (DB::select($sql, [$store->id]) as $row) {
            $rows[] =
                "$i ".
                implode(
                    '|',
                    array_map(static fn (mixed $value): string => Typed::text($value), array_values((array) $row)),
                );
        }
    }
    sort($rows);

    return $rows;
}

$chance = new Randomizer(new Xoshiro256StarStar(7));
$shop = (string) getenv('SHOP_DEMO');
$file = (string) tempnam(sys_get_temp_dir(), 'rows');
$rows = fopen($file, 'wb') ?: throw new RuntimeException('No room.');
fwrite($rows, "day,page,query,country,device,clicks,impressions,position\n");
for ($i = 0; $i < 120_000; $i++) {
    fwrite(
        $rows,
        '2026-0'.
            (1 + ($i % 6)).
            '-'.
            sprintf('%02d', 1 + ($i % 28)).
            ",$shop/lamp/made-up-".
            $i % 900 .
            ',lamp '.
            ($i * 7919) % 5000 .
            ',DE,mobile,'.
            $i % 3 .
            ','.
            (3 + ($i % 40)).
            ','.
            (1 + ($i % 30)).
            ".5\n",
    );
}
fclose($rows);
$begin = [
    'crawl' => static fn (Store $store) => app(Crawls::class)->begin($store, null),
    'import' => static function (Store $store) use ($file): void {
        $import = app(Imports::class)->take($store, null, 'rows.csv', $file);
        app(Imports::class)->start(
            $store,
            $import,
            FileLook::into(
                $store->id,
                (Imports::find($store, $import) ?? throw new RuntimeException('It is gone.'))->path(),
                FileSort::Search,
            ),
        );
    },
    'feed pull' => static function (Store $store): void {
        $options = app(StoreOptions::class);
        $market = (string) getenv('MARKET_DEMO');
        $options->set(
            $store->refresh(),
            'private_hosts',
            implode(',', [...$store->options()->privateHosts, (string) preg_replace('~^http://~', '', $market)]),
        );
        $options->set($store->refresh(), 'feed_url', $market);
        $options->set(
            $store->refresh(),
            'feed_secret',
            trim((string) file_get_contents(getenv('ORCHARD_VAR').'/markets/tindrel/secret')),
        );
        app(Feeds::class)->pull($store->refresh(), null);
    },
];
foreach ($begin as $name => $start) {
    told("$name, undisturbed …");
    $calm = benchFresh('bench-calm', 'demo');
    $start($calm);
    $from = microtime(true);
    benchKilled($chance, $calm, 0, 0);
    $seconds = microtime(true) - $from;
    told("$name, killed …");
    $killed = benchFresh('bench-killed', 'demo');
    $start($killed);
    $kills = benchKilled($chance, $killed, KILLS, (int) (500 + (1000 * $seconds) / 12));
    $left = benchLeft($calm);
    $other = benchLeft($killed);
    result(
        "$name, rows that differ after $kills kills",
        number_format(count($left)).' rows',
        count(array_diff($left, $other)) + count(array_diff($other, $left)) + abs(count($left) - count($other)),
        'rows',
        null,
    );
}
unlink($file);
