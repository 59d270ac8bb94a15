<?php

declare(strict_types=1);

/**
 * The inventory of a store of 100,000 pages and 10,000,000 search rows, made up once: thirty combinations of filters
 * and orders, counts, folders, dossiers; each with the plan by which the database answers it. Server time beside an
 * empty signed-in page.
 */

use App\Gather\Pages\PageFilter;
use App\Gather\Pages\PageList;
use App\Platform\Typed;
use Illuminate\Support\Facades\DB;

/** @var App\Stores\Models\Store $store */
$store = require __DIR__.'/wide.php';
$id = $store->id;
$pages = DB::table('page_index')->where('store_id', $id)->count();
$screen = new BenchScreen($store);
$size =
    number_format($pages).
    ' pages, '.
    number_format((int) DB::table('fact_days')->where('store_id', $id)->sum('row_count')).
    ' rows';
$empty = $screen->median('/stores');
result('empty signed-in page', $size, $empty, 'ms', $empty);
$combinations = [
    '', 'kind=product', 'kind=product&status=200', 'status=301', 'engines=not', 'engines=indexable&sort=clicks',
    'kind=collection&sort=impressions', 'kind=product&words=..120', 'words=..60&sort=impressions',
    'depth=5..&sort=clicks', 'kind=product&life=out-of-stock&sort=clicks', 'life=discontinued&stock=..5',
    'stock=..0&sort=revenue', 'price=100..200&kind=product', 'price=..20&sort=price',
    'marks=no-description&kind=product', 'marks=looks-missing', 'canonical=2&sort=links',
    'canonical=3&kind=product&status=200', 'no-alt=3..&sort=no-alt', 'response=800..&sort=response',
    'title-length=70..&sort=impressions', 'description-length=..0&kind=product&sort=clicks',
    'sources=sitemap&kind=article', 'sources=search&depth=7..', 'h1s=2..&kind=collection',
    'position=2..8&impressions=500..&sort=impressions', 'clicks=..0&impressions=1000..&sort=impressions',
    'folder=/range/brass&sort=words', 'q=brass+tripod&kind=product', 'links=..1&status=200&sort=bytes',
    'changed=1..1&images=10..&sort=images',
];
$list = new PageList();
$times = [];
foreach ($combinations as $asked) {
    $times[] = $time = $screen->median("/s/bench-wide/gather?$asked");
    result('inventory: '.($asked === '' ? 'all' : $asked), $size, $time, 'ms', $empty);
    parse_str($asked, $query);
    $plan = [];
    DB::listen(
        $listener = static function ($event) use (&$plan): void {
            if ($plan === [] && str_contains($event->sql, 'AS sort_key')) {
                $plan = [$event->sql, $event->bindings];
            }
        },
    );
    $list->page($store, PageFilter::of(array_filter($query, is_string(...))));
    DB::getEventDispatcher()?->forget(Illuminate\Database\Events\QueryExecuted::class);
    foreach ($plan === [] ? [] : DB::select('EXPLAIN '.$plan[0], $plan[1]) as $step) {
        told(
            "plan: {$step->table} by ".
                ($step->key ?? 'no key').
                " ({$step->type}), about {$step->rows} rows; {$step->Extra}",
        );
    }
}
sort($times);
result(
    'inventory, the middle of '.count($times).' combinations',
    $size,
    $times[intdiv(count($times), 2)],
    'ms',
    $empty,
);
result('inventory, the slowest but one', $size, $times[count($times) - 2], 'ms', $empty);
foreach (
    [
        'counts (fragment)' => '/gather/counts',
        'count of a filter (fragment)' => '/gather/count?words=..120&life=out-of-stock',
        'folders (fragment)' => '/gather/folders',
        'folders of a filter (fragment)' => '/gather/folders?kind=product&folder=/lamp/',
        'exact substring (fragment)' => '/gather?q=oak-tripod&exact=1',
        'words on many pages' => '/gather?q=lamp',
        'words on some' => '/gather?q=tripod',
    ] as $name => $path
) {
    result($name, $size, $screen->median("/s/bench-wide$path"), 'ms', $empty);
}
$page = Typed::int(DB::table('page_index')->where('store_id', $id)->orderByDesc('clicks')->value('page_id'));
result(
    'dossier of the page with the most clicks',
    $size,
    $screen->median("/s/bench-wide/gather/pages/$page"),
    'ms',
    $empty,
);
