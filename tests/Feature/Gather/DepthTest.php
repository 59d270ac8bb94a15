<?php

declare(strict_types=1);

use App\Inventory\Index\DepthRebuild;
use App\Platform\Work\WorkRun;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;
use Tests\Web\Site;

/** A hold on work that nobody else will take up. */
function heldRun(Store $store): WorkRun
{
    $work = DB::table('work')->insertGetId([
        'store_id' => $store->id,
        'sort' => 'test.held',
        'subject_id' => 0,
        'state' => 'running',
        'fence' => 1,
        'wake_at' => now()->addYear(),
        'progress' => '{}',
        'created_at' => now(),
    ]);

    return new WorkRun($work, $store->id, 0, null, 1, microtime(true) + 60, []);
}

/**
 * A store whose pages link to each other by chance: in their text, by repeated regions, and by redirects.
 *
 * @return array{Store, list<int>} store, pages; the first is home
 */
function linkedByChance(int $seed): array
{
    mt_srand($seed);
    $store = (new Site())->store();
    $market = (int) DB::table('markets')->where('store_id', $store->id)->value('id');
    $base = rtrim($store->base_url, '/');
    $pages = [];
    for ($n = 0, $count = mt_rand(5, 40); $n < $count; $n++) {
        $url = $n === 0 ? "$base/" : "$base/p$n";
        $pages[] = DB::table('pages')->insertGetId([
            'store_id' => $store->id,
            'market_id' => $market,
            'digest' => md5($url, true),
            'url' => $url,
        ]);
    }
    foreach ($pages as $n => $page) {
        // A page in ten redirects; one in ten is not listed, so that it is no part of the inventory.
        $redirect = $n > 0 && mt_rand(0, 9) === 0 ? "$base/p".mt_rand(1, count($pages) - 1) : null;
        DB::table('page_facts')->insert([
            'page_id' => $page,
            'store_id' => $store->id,
            'from_crawl' => 1,
            'digest' => random_bytes(16),
            'status' => $redirect === null ? 200 : 301,
            'redirect_url' => $redirect,
            'robots' => '',
            'robots_header' => '',
            'canonicals' => '[]',
            'h1s' => '[]',
            'types' => '[]',
            'strays' => '{}',
        ]);
        if ($n === 0 || mt_rand(0, 9) > 0) {
            DB::table('page_index')->insert([
                'page_id' => $page,
                'store_id' => $store->id,
                'market_id' => $market,
                'kind' => 3,
                'status' => $redirect === null ? 200 : 301,
                'indexable' => 1,
                'why_not' => 0,
                'depth' => 7,
                'links_in' => 7,
                'links_nav' => 7,
                'links_out' => 7,
                'sources' => 3,
                'address' => "/p$n",
            ]);
        }
        for ($place = 0, $links = mt_rand(0, 4); $redirect === null && $place < $links; $place++) {
            DB::table('links')->insert([
                'store_id' => $store->id,
                'from_page' => $page,
                'place' => $place,
                'to_page' => $pages[array_rand($pages)],
                'anchor' => '',
                'rel' => 0,
            ]);
        }
    }
    for ($b = 0; $b < 3; $b++) {
        $block = DB::table('link_blocks')->insertGetId([
            'store_id' => $store->id,
            'digest' => random_bytes(16),
            'region' => 1 + $b,
        ]);
        for ($place = 0; $place < 3; $place++) {
            DB::table('block_links')->insert([
                'block_id' => $block,
                'place' => $place,
                'to_page' => $pages[array_rand($pages)],
                'anchor' => '',
                'rel' => 0,
            ]);
        }
        foreach ($pages as $page) {
            mt_rand(0, 5) === 0 &&
                DB::table('page_blocks')->insert(['store_id' => $store->id, 'page_id' => $page, 'block_id' => $block]);
        }
    }

    return [$store, $pages];
}

it('counts clicks from home and links as the database itself does', function (int $seed): void {
    [$store, $pages] = linkedByChance($seed);
    (new DepthRebuild($store))->work(heldRun($store));
    // Every link of a page that is listed, by text or region, to one that is.
    $all = "SELECT l.from_page AS a, l.to_page AS b FROM links l WHERE l.store_id = $store->id UNION SELECT p.page_id, b.to_page FROM page_blocks p JOIN block_links b ON b.block_id = p.block_id WHERE p.store_id = $store->id";
    $edges = "SELECT e.a, e.b, 1 AS clicks FROM ($all) e JOIN page_index x ON x.page_id = e.a JOIN page_index y ON y.page_id = e.b LEFT JOIN page_facts r ON r.page_id = e.a AND r.redirect_url IS NOT NULL LEFT JOIN pages rt ON rt.store_id = r.store_id AND rt.url = r.redirect_url LEFT JOIN page_index ri ON ri.page_id = rt.id WHERE ri.page_id IS NULL
        UNION SELECT f.page_id, t.id, 0 FROM page_facts f JOIN pages t ON t.store_id = f.store_id AND t.url = f.redirect_url JOIN page_index x ON x.page_id = f.page_id JOIN page_index y ON y.page_id = t.id WHERE f.store_id = $store->id";
    $depths = [];
    foreach (
        DB::select(
            "WITH RECURSIVE e AS ($edges), walk AS (SELECT CAST(? AS UNSIGNED) AS page, 0 AS depth UNION SELECT e.b, walk.depth + e.clicks FROM walk JOIN e ON e.a = walk.page WHERE walk.depth + e.clicks < 45) SELECT page, MIN(depth) AS depth FROM walk GROUP BY page",
            [$pages[0]],
        ) as $row
    ) {
        $depths[(int) $row->page] = (int) $row->depth;
    }
    foreach (DB::table('page_index')->where('store_id', $store->id)->get() as $row) {
        $page = (int) $row->page_id;
        $in = DB::selectOne(
            'SELECT COUNT(DISTINCT l.from_page) AS n FROM links l JOIN page_index x ON x.page_id = l.from_page WHERE l.store_id = ? AND l.to_page = ? AND l.from_page <> ?',
            [$store->id, $page, $page],
        )->n;
        $nav = DB::selectOne(
            'SELECT COUNT(DISTINCT p.page_id) AS n FROM page_blocks p JOIN block_links b ON b.block_id = p.block_id JOIN page_index x ON x.page_id = p.page_id WHERE p.store_id = ? AND b.to_page = ?',
            [$store->id, $page],
        )->n;
        $out = DB::selectOne(
            'SELECT COUNT(*) AS n FROM links l JOIN page_index y ON y.page_id = l.to_page WHERE l.store_id = ? AND l.from_page = ?',
            [$store->id, $page],
        )->n;
        expect([(int) $row->depth, (int) $row->links_in, (int) $row->links_nav, (int) $row->links_out])
            ->toBe(
                [$depths[$page] ?? DepthRebuild::UNREACHED, (int) $in, (int) $nav, (int) $out],
                "seed $seed, page $page",
            )
            ->and((int) $row->sources & 1)
            ->toBe(isset($depths[$page]) ? 1 : 0);
    }
})->with(range(1, 12));

it('finds nothing to count in a store without pages', function (): void {
    $store = (new Site())->store();
    (new DepthRebuild($store))->work(heldRun($store));
    expect(DB::table('page_counts')->where('store_id', $store->id)->count())->toBe(0);
});
