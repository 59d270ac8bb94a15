<?php

declare(strict_types=1);

/** A store of 100,000 pages and about 10,000,000 search rows, made up once by the database itself; returns it. */

use App\Facts\NumberWindow;
use App\Facts\PageWeeks;
use App\Inventory\WordSearch;
use App\Platform\Typed;
use App\Stores\AddStore;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;

$slug ??= 'bench-wide';
$pages = (int) (getenv('BENCH_PAGES') ?: 100_000);
$rows ??= (int) (getenv('BENCH_ROWS') ?: 10_000_000);
$store =
    Store::query()->where('slug', $slug)->first() ??
    app(AddStore::class)->add('Bench wide', 'https://wide.example/', $slug);
$id = $store->id;
if (DB::table('page_index')->where('store_id', $id)->count() < $pages) {
    told("Making up $pages pages …");
    $market = Typed::int(DB::table('markets')->where('store_id', $id)->value('id'));
    $path =
        "CONCAT(ELT(1 + seq MOD 5, '/lamp/', '/range/', '/journal/', '/about/', '/lamp/'), ELT(1 + seq MOD 7, 'brass', 'linen', 'oak', 'opal', 'steel', 'paper', 'marble'), '-', ELT(1 + seq MOD 11, 'table', 'floor', 'wall', 'pendant', 'desk', 'reading', 'ceiling', 'spot', 'arc', 'tripod', 'picture'), '-lamp-', seq, IF(seq MOD 9 = 0, CONCAT('?finish=', seq MOD 13), ''))";
    DB::insert(
        "INSERT IGNORE INTO pages (store_id, market_id, digest, url, first_crawl, seen_crawl, sources) SELECT $id, $market, UNHEX(MD5(CONCAT('https://wide.example', $path))), CONCAT('https://wide.example', $path), 1, 1, 4 | IF(seq MOD 3 = 0, 16, 0) FROM seq_1_to_$pages",
    );
    DB::insert(
        "INSERT INTO page_facts (page_id, store_id, from_crawl, digest, status, content_type, title, description,
            robots, robots_header, canonicals, h1s, words, language, types, strays, bytes) SELECT id, $id, 1, digest, 200, 'text/html', CONCAT('A lamp for every room, number ', id), 'A description of some length that says what the page shows.', '', '', '[]', '[\"A lamp\"]', 100, 'en', '[]', '{}', 28000 FROM pages WHERE store_id = $id",
    );
    DB::insert("INSERT INTO page_index (page_id, store_id, market_id, kind, status, indexable, why_not, depth,
        links_in, links_nav, links_out, words, title_chars, description_chars, h1s, images, no_alt, canonical, bytes,
        response_ms, marks, sources, life, stock, price, changed_crawl, address)
        SELECT id, $id, market_id, CASE WHEN url LIKE '%/lamp/%' THEN 3 WHEN url LIKE '%/range/%' THEN 2 WHEN url LIKE '%/journal/%' THEN 4 ELSE 5 END, 200, 1, 0, CRC32(CONCAT(id, 'd')) MOD 9, POW(CRC32(CONCAT(id, 'l')) MOD 100, 2) / 40, 20, 30, 40 + CRC32(CONCAT(id, 'w')) MOD 700, 20 + CRC32(CONCAT(id, 't')) MOD 60, CRC32(CONCAT(id, 'e')) MOD 180, CRC32(CONCAT(id, 'h')) MOD 3, CRC32(CONCAT(id, 'i')) MOD 12, CRC32(CONCAT(id, 'a')) MOD 4, CRC32(CONCAT(id, 'c')) MOD 4, 20000 + CRC32(CONCAT(id, 'b')) MOD 40000, CRC32(CONCAT(id, 'r')) MOD 900, 1 << (CRC32(CONCAT(id, 'm')) MOD 12), sources | 1, CRC32(CONCAT(id, 'v')) MOD 6, CRC32(CONCAT(id, 'k')) MOD 80, (CRC32(CONCAT(id, 'p')) MOD 40000) / 100, 1, SUBSTRING(url, 21) FROM pages WHERE store_id = $id");
    DB::update(
        "UPDATE page_index SET status = CASE CRC32(CONCAT(page_id,
            's')) MOD 20 WHEN 0 THEN 301 WHEN 1 THEN 404 ELSE 200 END WHERE store_id = $id",
    );
    DB::update(
        "UPDATE page_index SET indexable = status = 200 AND canonical < 2,
            why_not = CASE WHEN status = 301 THEN 2 WHEN status = 404 THEN 3 WHEN canonical > 1 THEN 8 ELSE 0 END
            WHERE store_id = $id",
    );
    DB::insert(
        "INSERT INTO page_words (page_id, store_id, words) SELECT i.page_id, $id, CONCAT(' a lamp for every room number ', i.page_id, REPLACE(REPLACE(i.address, '/', ' '), '-', ' ')) FROM page_index i WHERE store_id = $id",
    );
    WordSearch::rebuild($id);
    DB::insert(
        "INSERT INTO page_counts SELECT $id, kind, status, indexable, sources, COUNT(*) FROM page_index
            WHERE store_id = $id GROUP BY kind, status, indexable, sources",
    );
}
if (DB::table('fact_days')->where('store_id', $id)->count() < 360) {
    told("Making up $rows search rows …");
    $queries = 50_000;
    // Of fifty queries one asks something, and one names the store.
    DB::insert(
        "INSERT IGNORE INTO search_queries (store_id, digest, text) SELECT $id, UNHEX(MD5(CONCAT('lamp query ', seq))),
            CONCAT(CASE seq MOD 50 WHEN 7 THEN 'how to hang ' WHEN 9 THEN 'bench wide ' ELSE '' END, 'lamp query ',
            seq) FROM seq_1_to_$queries",
    );
    $firstQuery = Typed::int(DB::table('search_queries')->where('store_id', $id)->min('id'));
    $firstPage = Typed::int(DB::table('pages')->where('store_id', $id)->min('id'));
    $days = 120;
    $last = new DateTimeImmutable('-4 days');
    for ($d = 0; $d < $days; $d++) {
        $day = $last->modify("-$d days")->format('Y-m-d');
        if (DB::table('fact_days')->where('store_id', $id)->where('day', $day)->where('grain', 43)->exists()) {
            continue;
        }
        $a = intdiv($rows * 4, 5 * $days);
        $b = min($pages, intdiv($rows, 5 * $days));
        DB::transaction(static function () use (
            $id,
            $day,
            $a,
            $b,
            $firstQuery,
            $firstPage,
            $queries,
            $pages,
            $d,
        ): void {
            // Some twenty queries a page, on two devices; the first pages are seen far more often than the last.
            $page = "FLOOR(POW((CRC32(CONCAT(seq, 'x', $d)) MOD 100000) / 100000, 2) * $pages)";
            $told = DB::affectingStatement(
                "INSERT IGNORE INTO search_rows (store_id, grain, page_id, day, days, query_id, country, device, type,
                    clicks, impressions, position_sum) SELECT $id, 43, $firstPage + $page, '$day', 1, $firstQuery + ($page * 31 + (CRC32(CONCAT(seq, 'q', $d)) MOD 20) * 977) MOD $queries, '', 1 + seq MOD 2, 0, seq MOD 3, 5 + seq MOD 40, 1000 * (5 + seq MOD 40) * (1 + (CRC32(CONCAT($page, 'p')) + seq MOD 4) MOD 25) FROM seq_1_to_$a",
            );
            $own = DB::affectingStatement(
                "INSERT IGNORE INTO search_rows (store_id, grain, page_id, day, days, query_id, country, device, type,
                    clicks, impressions, position_sum) SELECT $id, 33, $firstPage + seq - 1, '$day', 1, 0, '', 0, 0, seq MOD 9, 20 + seq MOD 90, 1000 * (20 + seq MOD 90) * (1 + seq MOD 20) FROM seq_1_to_$b",
            );
            $sold = DB::affectingStatement(
                "INSERT IGNORE INTO sales_rows (store_id, grain, page_id, day, days, visits, orders, units, revenue,
                    returned, margin) SELECT $id, 33, $firstPage + FLOOR(POW((CRC32(CONCAT(seq, 's', $d)) MOD 100000) / 100000, 2) * $pages), '$day', 1, 3, 1, 1, 20 + seq MOD 200, 0, 0 FROM seq_1_to_2000",
            );
            DB::insert(
                "INSERT INTO fact_days (store_id, facts, grain, day, days, import_id, state, row_count) VALUES ($id, 1, 43, '$day', 1, 1, 'owns', $told), ($id, 1, 33, '$day', 1, 1, 'owns', $own), ($id, 2, 33, '$day', 1, 1, 'owns', $sold)",
            );
        });
        $d % 20 === 0 && told("day $d of $days");
    }
    told('Summing weeks …');
    $weeks = array_values(
        array_unique(
            array_map(
                static fn (stdClass $row): string => PageWeeks::weekOf((string) $row->day),
                DB::select('SELECT DISTINCT day FROM fact_days WHERE store_id = ? ORDER BY day', [$id]),
            ),
        ),
    );
    foreach (array_chunk($weeks, 4) as $portion) {
        DB::transaction(static fn () => (new PageWeeks($id))->rebuild($portion));
    }
    NumberWindow::refresh($store, static function (Closure $write): void {
        DB::transaction($write);
    });
    foreach (['page_index', 'page_words', 'page_weeks', 'search_rows'] as $table) {
        DB::statement("ANALYZE TABLE $table");
    }
}

return $store;
