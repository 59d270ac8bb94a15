<?php

declare(strict_types=1);

/**
 * Server time of desk and inventory screens (median of 15, warm) beside an empty signed-in page. --data=large: 20,000
 * products.
 */

use App\Gather\Crawl\Crawls;
use App\Platform\Database\Rows;
use Illuminate\Support\Facades\DB;

$shop = getenv('BENCH_DATA') === 'large' ? 'large' : 'medium';
$store = benchStore($shop);
benchFinish($store);
if (Crawls::shown($store->id) === 0) {
    told("Crawling the $shop shop once …");
    ['seconds' => $seconds, 'crawl' => $crawl] = benchCrawl($store);
    result('crawl of the '.$shop.' shop', $crawl->fetched.' pages', $crawl->fetched / $seconds, 'pages/s', null);
}
$screen = new BenchScreen($store);
$size =
    DB::table('write_rows')->where('store_id', $store->id)->count().
    ' resources, '.
    DB::table('page_index')->where('store_id', $store->id)->count().
    ' pages';
$empty = $screen->median('/stores');
result('empty signed-in page', $size, $empty, 'ms', $empty);
$middle = static fn (string $table, string $key, string $id): string => (static fn (stdClass $row): string => bin2hex(
    (string) $row->k,
).
    '.'.
    $row->i)(
        Rows::sole(
            "SELECT $key AS k, $id AS i FROM $table WHERE store_id = ? ORDER BY $key, $id LIMIT 1 OFFSET ".
                max(0, intdiv(DB::table($table)->where('store_id', $store->id)->count(), 2)),
            [$store->id],
        ),
    );
foreach (
    [
        'desk' => '/write',
        'desk, products' => '/write?kind=product',
        'desk, missing descriptions of products' => '/write?kind=product&check=missing&field=description',
        'desk, repeated' => '/write?check=repeated',
        'desk, changed' => '/write?state=changed',
        'desk, widest first' => '/write?sort=wide',
        'desk, most seen first' => '/write?sort=seen',
        'desk, products without a description, most seen first' => '/write?kind=product&check=missing&field=description&sort=seen',
        'desk, found by name' => '/write?q=tripod',
        'desk, from the middle on' => '/write?after='.$middle('write_rows', 'name_key', 'resource_id'),
        'desk, counts (fragment)' => '/write/counts?kind=product',
        'inventory' => '/gather',
        'inventory, products' => '/gather?kind=product',
        'inventory, by links' => '/gather?sort=links',
        'inventory, by clicks' => '/gather?sort=clicks',
        'inventory, redirects by impressions' => '/gather?status=301&sort=impressions',
        'inventory, products by depth' => '/gather?kind=product&sort=depth',
        'inventory, no link reaches' => '/gather?reached=no',
        'inventory, redirects' => '/gather?status=301',
        'inventory, not indexable' => '/gather?indexable=no',
        'inventory, by words found' => '/gather?q=tripod+floor',
        'inventory, from the middle on' => '/gather?after='.$middle('page_index', 'address', 'page_id'),
        'inventory, counts (fragment)' => '/gather/counts',
        'inventory, exact substring (fragment)' => '/gather?q=tripod-fl&exact=1',
        'release' => '/release',
    ] as $name => $path
) {
    result($name, $size, $screen->median("/s/{$store->slug}$path"), 'ms', $empty);
}
