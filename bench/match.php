<?php

declare(strict_types=1);

/**
 * Matching 20,000 pages and 100,000 terms of research (500,000 with --data=large), through the database: all phases,
 * one decision solved again, 2,000 terms tracked over 10,000,000 search rows, and every screen of Match, as server time
 * beside an empty signed-in page.
 */

use App\Inventory\Terms\PageTerms;
use App\Inventory\Terms\TermOrigin;
use App\Match\Pairing\Solving;
use App\Match\Pairing\SuggestWork;
use App\Match\Tracking\TrackWork;
use App\Platform\Work\WorkDesk;
use App\Stores\AddStore;
use App\Stores\Markets;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;

$store =
    Store::query()->where('slug', 'bench-match')->first() ??
    app(AddStore::class)->add('Bench match', 'https://match.example/', 'bench-match');
$id = $store->id;
$terms = getenv('BENCH_DATA') === 'large' ? 500_000 : 100_000;
$market = Markets::of($store)->first();
$words = "ELT(1 + seq MOD 23, 'brass', 'linen', 'oak', 'opal', 'steel', 'paper', 'marble', 'black', 'white', 'large',
    'small', 'modern', 'antique', 'outdoor', 'kitchen', 'bedroom', 'hallway', 'glass', 'rattan', 'copper', 'green',
    'round', 'plain'), ' ', ELT(1 + seq DIV 23 MOD 17, 'arched', 'tripod', 'dome', 'cone', 'globe', 'column', 'slim',
    'fluted', 'ribbed', 'pleated', 'drum', 'lantern', 'cluster', 'picture', 'reading', 'swing arm', 'plug in'), ' ',
    ELT(1 + seq DIV 391 MOD 11, 'table', 'floor', 'wall', 'pendant', 'desk', 'bedside', 'ceiling', 'spot', 'arc',
    'garden', 'stair')";
if (DB::table('page_index')->where('store_id', $id)->count() < 20_000) {
    told("Making up 20,000 pages and $terms terms …");
    DB::insert(
        "INSERT IGNORE INTO pages (store_id, market_id, digest, url, first_crawl, seen_crawl, sources)
            SELECT $id, $market->id, UNHEX(MD5(CONCAT('https://match.example/', seq))),
            CONCAT('https://match.example/', REPLACE(CONCAT($words), ' ', '-'), '-lamp-', seq), 1, 1, 1
            FROM seq_1_to_20000",
    );
    DB::insert(
        "INSERT INTO page_facts (page_id, store_id, from_crawl, digest, status, content_type, title, description,
            robots, robots_header, canonicals, h1s, words, language, types, strays, bytes) SELECT id,
                $id, 1, digest, 200,
            'text/html', REPLACE(SUBSTRING(url, 23), '-', ' '), 'A lamp.', '', '', '[]',
            JSON_ARRAY(REPLACE(SUBSTRING(url, 23), '-', '
                ')), 100, 'en', '[]', '{}', 28000 FROM pages WHERE store_id = $id",
    );
    DB::insert(
        "INSERT INTO page_index (page_id, store_id, market_id, kind, status, indexable, why_not, sources, address)
            SELECT id,
                $id, market_id, IF(id % 10 = 0, 2, 3), 200, 1, 0, 1, SUBSTRING(url, 22)
                FROM pages WHERE store_id = $id",
    );
    DB::insert(
        "INSERT INTO keyword_rows (store_id, mark, import_id, is_current, phrase, country, volume, difficulty, topic,
            holders)
            SELECT $id, UNHEX(MD5(CONCAT('k', seq))), 0, 1, CONCAT($words, ' lamp', IF(seq > 4301, CONCAT(' ',
            ELT(1 + seq MOD 5, 'e27', 'e14', '40w', '60w', 'led'), ' ', seq DIV 4301), '')), '',
            10 + CRC32(seq) MOD 9000, CRC32(CONCAT('d', seq)) MOD 90, '', '' FROM seq_1_to_$terms",
    );
}
$size = '20,000 pages, '.number_format($terms).' terms';
DB::table('page_terms')->where('store_id', $id)->delete();
$from = hrtime(true);
$state = app(WorkDesk::class)->workToEnd(SuggestWork::begin($store, null), static fn () => null);
result('match:suggest', $size, (hrtime(true) - $from) / 1e9, 's', null);
told("It is $state. Memory at most: ".round(memory_get_peak_usage() / 1e6).' MB');
$told = DB::table('match_states')->where('market_id', $market->id)->first();
told(json_encode($told, JSON_THROW_ON_ERROR));
$best = DB::table('match_terms')
    ->where('store_id', $id)
    ->whereNotNull('lead_page')
    ->orderByDesc('worth')
    ->limit(2)
    ->get()
    ->all();
[$one, $other] = [$best[0] ?? throw new LogicException('Nothing is matched.'), $best[1] ?? $best[0]];
$from = hrtime(true);
PageTerms::lead($store, [(int) $one->lead_page => (string) $other->term], TermOrigin::Hand, null);
$moved = (new Solving($store, $market))->solve(withSupports: false);
result('one decision, and all solved again', $size, (hrtime(true) - $from) / 1e9, 's', null);
told(count($moved['moved']).' pages moved.');
const TRACKED = 2000;
if (DB::table('search_rows')->where('store_id', $id)->limit(1)->doesntExist()) {
    told('Making up 10,000,000 search rows …');
    DB::insert(
        "INSERT IGNORE INTO search_queries (store_id, digest, text) SELECT $id, UNHEX(MD5(term)), term FROM match_terms
            WHERE store_id = $id ORDER BY worth DESC LIMIT 25000",
    );
    DB::insert(
        "INSERT IGNORE INTO search_rows SELECT $id, 35, p.page, DATE(NOW()) - INTERVAL d.seq DAY, 1, p.query, '', 0, 0,
            CRC32(CONCAT(p.query, d.seq)) MOD 4, 5 + CRC32(CONCAT(d.seq, p.query)) MOD 90,
            1000 * (5 + CRC32(CONCAT(d.seq, p.query)) MOD 90) * (1 + p.query MOD 40)
            FROM (SELECT q.id AS query, (SELECT MIN(id) FROM pages WHERE store_id = $id) + q.id MOD 20000 AS page
            FROM search_queries q WHERE q.store_id = $id ORDER BY page) p JOIN seq_3_to_402 d",
    );
    DB::insert(
        "INSERT IGNORE INTO fact_days (store_id, facts, day, days, grain, scope, import_id, state, row_count)
            SELECT $id, 1, DATE(NOW()) - INTERVAL seq DAY, 1, 35, '', 0, 'owns', 25000 FROM seq_3_to_402",
    );
}
told(number_format(DB::table('search_rows')->where('store_id', $id)->count()).' search rows.');
DB::insert(
    "INSERT IGNORE INTO match_said (store_id, market_id, digest, term, tracked, said_at) SELECT store_id, market_id,
        digest, term, 1, NOW() FROM match_terms WHERE store_id = $id AND market_id = $market->id ORDER BY worth DESC
        LIMIT ".TRACKED,
);
DB::update("UPDATE match_terms t JOIN match_said s ON s.store_id = t.store_id AND s.market_id = t.market_id
    AND s.digest = t.digest SET t.tracked = 1
    WHERE t.store_id = $id");
$from = hrtime(true);
$state = app(WorkDesk::class)->workToEnd((int) TrackWork::begin($store, null), static fn () => null);
result(
    'days of '.number_format(TRACKED).' tracked terms',
    '10,000,000 search rows',
    (hrtime(true) - $from) / 1e9,
    's',
    null,
);
told("It is $state: ".number_format(DB::table('match_days')->where('store_id', $id)->count()).' days.');
$screen = new BenchScreen($store);
$empty = $screen->median('/stores');
result('empty signed-in page', $size, $empty, 'ms', $empty);
$term = (int) $one->id;
foreach (
    [
        '', '?size=200', '?view=open', '?view=locked', '?order=volume', '?asked=collection', '?words=brass+floor',
        "?group={$one->head_id}", '/groups', '/rivals', '/open', '/reach', '/pages', '/tracked',
        '/tracked?order=gained', '/tracked?asked=collection&band=2', "/terms/$term",
    ] as $path
) {
    result("match$path", $size, $screen->median("/s/bench-match/match$path"), 'ms', $empty);
}
