<?php

declare(strict_types=1);

/**
 * Looking through a store of 100,000 pages with 5,000,000 links in texts and a menu on every page: depth, link weight
 * (beside igraph where R has it), findings, links to add, sitemaps; then every screen, and the plans of its lists.
 */

use App\Inventory\LastRead;
use App\Platform\Bytes;
use App\Platform\Typed;
use App\Platform\Work\WorkDesk;
use App\Tend\Adding\AddWork;
use App\Tend\Finding\Finds;
use App\Tend\Finding\FindWork;
use App\Tend\Maps\MapWork;
use App\Tend\Reach\ReachMap;
use Illuminate\Support\Facades\DB;
use Orchard\Core\LinkGraph\PageRank;

$slug = 'bench-tend';
$rows = 1_000_000;
/** @var App\Stores\Models\Store $store */
$store = require __DIR__.'/wide.php';
$id = $store->id;
$first = Typed::int(DB::table('pages')->where('store_id', $id)->min('id'));
$pages = DB::table('page_index')->where('store_id', $id)->count();
$perPage = 50;
if (DB::table('links')->where('store_id', $id)->doesntExist()) {
    told('Making up 5,000,000 links …');
    // The last thousand pages are linked by nobody; the others the more the earlier they stand.
    for ($place = 0; $place < $perPage; $place++) {
        DB::insert(
            "INSERT INTO links (store_id, from_page, place, to_page, anchor, rel) SELECT $id, page_id, $place, $first +
                FLOOR(POW((CRC32(CONCAT(page_id, '-', $place)) MOD 100000) / 100000, 2) * ($pages - 1000)),
                CONCAT('lamp ', page_id MOD 997), 0 FROM page_index WHERE store_id = $id",
        );
        $place % 10 === 9 && told(($place + 1) * $pages.' links');
    }
    DB::insert(
        "INSERT INTO link_blocks (store_id, digest, region) VALUES ($id, UNHEX(MD5('menu')), 1), ($id,
            UNHEX(MD5('foot')), 3)",
    );
    foreach (DB::table('link_blocks')->where('store_id', $id)->pluck('id')->map(Typed::int(...)) as $block) {
        DB::insert(
            "INSERT INTO block_links (block_id, place, to_page, anchor, rel) SELECT $block, seq, $first + seq * 7,
                CONCAT('menu ', seq), 0 FROM seq_1_to_120",
        );
        DB::insert(
            "INSERT INTO page_blocks (store_id, page_id, block_id) SELECT $id, page_id, $block FROM page_index WHERE
                store_id = $id",
        );
    }
    told('Making up what the pages say …');
    DB::statement('CREATE TEMPORARY TABLE bench_details (n INT PRIMARY KEY, details MEDIUMBLOB, text MEDIUMBLOB)');
    for ($n = 0; $n < 64; $n++) {
        mt_srand($n);
        $images = [];
        for ($i = 0; $i < 8; $i++) {
            $images[] = [
                'src' => "https://wide.example/pictures/$n-$i.jpg",
                'alt' => $i === $n % 9 ? null : "Lamp $n from side $i",
                'width' => 800,
                'height' => 600,
            ];
        }
        $sentences = [];
        for ($i = 0; $i < 20; $i++) {
            $sentences[] =
                'The lamp number '.mt_rand(1, 900).' stands on a foot of cast iron in row '.mt_rand(1, 900).'.';
        }
        DB::insert(
            'INSERT INTO bench_details VALUES (?, '.
                (new Bytes(
                    (string) gzdeflate(
                        (string) json_encode([
                            'headings' => [
                                ['level' => 1, 'text' => "A lamp $n"],
                                ['level' => $n % 13 === 0 ? 3 : 2, 'text' => 'Care'],
                                ['level' => 3, 'text' => 'Size'],
                            ],
                            'images' => $images,
                        ]),
                        1,
                    ),
                ))->literal().
                ', '.
                (new Bytes((string) gzdeflate(implode("\n", $sentences), 1)))->literal().
                ')',
            [$n],
        );
    }
    DB::insert("INSERT INTO page_details (page_id, store_id, details, text, marks, product, headers, response_ms,
        images, no_alt, h1s, headings, structured_errors, hreflangs, externals, needs_script, looks_missing,
        text_life, canonicals)
        SELECT i.page_id, $id, d.details, d.text, '', NULL, '{}', 300, 8, 1, 1, 3, 0, 0, 0, 0, 0, 0, 1 FROM page_index i
        JOIN bench_details d ON d.n = i.page_id MOD 64 WHERE i.store_id = $id");
    DB::update(
        "UPDATE pages SET digest = UNHEX(MD5('https://wide.example/')), url = 'https://wide.example/' WHERE id =
            $first",
    );
    DB::update(
        "UPDATE page_index SET kind = 1, status = 200, indexable = 1, why_not = 0, address = '/' WHERE page_id =
            $first",
    );
    LastRead::tell($store, 1, true);
    foreach (['links', 'page_details', 'page_blocks', 'page_index'] as $table) {
        DB::statement("ANALYZE TABLE $table");
    }
}
$size = number_format($pages).' pages, '.number_format($pages * $perPage).' links';
$timed = static function (string $what, Closure $do) use ($size): void {
    $start = microtime(true);
    $do();
    result($what, $size, microtime(true) - $start, 's', null);
};
$work = static fn (string $class): Closure => static function () use ($class, $id): void {
    /** @var class-string<App\Platform\Work\LongWork> $class */
    $state = app(WorkDesk::class)->workToEnd(app(Finds::class)->begin($id, null, $class));
    if ($state !== 'done') {
        throw new RuntimeException("$class ended as $state.");
    }
};
$timed('looking through the pages', $work(FindWork::class));
$timed('proposing links and what they change', $work(AddWork::class));
$timed('making sitemaps', $work(MapWork::class));
$reach = ReachMap::of($store);
$ranks = [];
$timed('link weight', static function () use ($reach, &$ranks): void {
    $ranks = PageRank::of($reach->map);
});
$file = (string) tempnam(sys_get_temp_dir(), 'links');
$handle = fopen($file, 'wb') ?: throw new RuntimeException('No room for the links.');
for ($node = 0; $node < $reach->map->nodes(); $node++) {
    foreach (
        [
            ...$reach->map->own($node),
            ...array_merge(
                [],
                ...array_map(
                    static fn (int $block): array => $reach->map->bundles[$block] ?? [],
                    $reach->map->bundlesOf[$node] ?? [],
                ),
            ),
        ] as $to
    ) {
        fwrite($handle, pack('VV', $node, $to));
    }
}
fclose($handle);
$script =
    'library(igraph); f <- commandArgs(TRUE)[1]; e <- readBin(f, "integer", file.size(f) / 4); g <- make_empty_graph('.
    $reach->map->nodes().
    ', directed = TRUE); g <- add_edges(g, e + 1); '.
    't <- system.time(r <- page_rank(g, damping = 0.85)$vector)[3]; cat(t, sprintf("%.12g", r))';
exec('Rscript -e '.escapeshellarg($script).' '.escapeshellarg($file).' 2>/dev/null', $lines);
unlink($file);
$told = array_map(floatval(...), explode(' ', trim($lines[0] ?? '')));
if (count($told) === count($ranks) + 1) {
    result('link weight by igraph', $size, $told[0], 's', null);
    $off = max(0.0, ...array_map(static fn (float $a, float $b): float => abs($a - $b), $ranks, array_slice($told, 1)));
    result('greatest difference to igraph', $size, 1e12 * $off, 'million-millionths of all weight', null);
} else {
    told('R has no igraph here; nothing to compare with.');
}
unset($reach, $ranks, $told);

$screen = new BenchScreen($store);
$empty = $screen->median('/stores');
result('empty signed-in page', $size, $empty, 'ms', $empty);
$deep = Typed::int(
    DB::table('tend_pages')
        ->where('store_id', $id)
        ->where('indexable', 1)
        ->where('depth', '<', 65535)
        ->orderByDesc('depth')
        ->value('page_id'),
);
$cause = Typed::int(DB::table('tend_causes')->where('store_id', $id)->orderByDesc('pages')->value('id'));
$sector = Typed::int(DB::table('tend_cells')->where('store_id', $id)->orderByDesc('pages')->value('sector'));
foreach (
    [
        'rings' => '',
        'rings of one collection' => "?only=$sector",
        'orphans' => '/orphans',
        'too deep' => '/depth',
        'headings' => '/headings',
        'images' => '/images',
        'own words' => '/words',
        'answers' => '/status',
        'cause' => "/causes/$cause",
        'all pages' => '/links',
        'all pages, deepest' => '/links?order=deep',
        'all pages, lightest' => '/links?order=light',
        'all pages, fewest links' => '/links?order=few&role=selling',
        'links to add' => '/add',
        'sitemaps' => '/maps',
        'robots.txt' => '/robots',
        'known to search engines' => '/known',
        'one page' => "/pages/$deep",
        'the most linked page' => "/pages/$first",
        'what brings it nearer' => "/pages/$deep/nearer",
        'words of its links' => "/pages/$first/anchors",
    ] as $name => $path
) {
    result("tend: $name", $size, $screen->median("/s/$slug/tend$path"), 'ms', $empty);
}
