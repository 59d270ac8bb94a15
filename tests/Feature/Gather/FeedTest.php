<?php

declare(strict_types=1);

use App\Access\Role;
use App\Gather\Feeds\Feeds;
use App\Gather\Feeds\FeedWork;
use App\Platform\Work\WorkDesk;
use App\Stores\StoreOptions;
use Illuminate\Support\Facades\DB;

const SHORT = '{"token":{"path":"/v1/token","secret":"secret","token":"token"},"clock":"/v1/clock","parts":[
    {"sort":"search","path":"/v1/search","ask":{"by":"page"},"history":12,"fields":{"day":"day","page":"page","clicks":"clicks","impressions":"impressions","position":"position"}},
    {"sort":"search","path":"/v1/search","ask":{"by":"page,query"},"history":6,"fields":{"day":"day","page":"page","query":"query","clicks":"clicks","impressions":"impressions","position":"position"}},
    {"sort":"sales","path":"/v1/sales","history":12,"fields":{"day":"day","page":"page","visits":"visits","orders":"orders","units":"units","revenue":"revenue"}}]}';

it('pulls what the market tells, both grains and sales, and the sums agree with the market’s own', function (): void {
    freshMarket();
    $store = fedStore(SHORT);
    expect(pull($store))->toBe('done');
    $days = DB::select(
        'SELECT grain, COUNT(DISTINCT day) AS days, SUM(clicks) AS clicks FROM search_rows WHERE store_id = ? GROUP BY grain ORDER BY grain',
        [$store->id],
    );
    expect(array_map(static fn (stdClass $row): int => (int) $row->days, $days))
        ->toBe([12, 6])
        ->and((int) $days[0]->clicks)
        ->toBeGreaterThan(0)
        ->and(DB::table('sales_rows')->where('store_id', $store->id)->distinct()->count('day'))
        ->toBe(12)
        ->and(DB::table('gather_imports')->where('store_id', $store->id)->where('rows_aside', '>', 0)->count())
        ->toBe(0);
    // On a day and page that both tell, query rows never tell more than the page's own.
    $over = DB::select(
        'SELECT p.page_id FROM (SELECT page_id, day, SUM(clicks) AS clicks FROM search_rows WHERE store_id = ? AND grain = 35 GROUP BY page_id, day) q JOIN (SELECT page_id, day, SUM(clicks) AS clicks FROM search_rows WHERE store_id = ? AND grain = 33 GROUP BY page_id, day) p ON p.page_id = q.page_id AND p.day = q.day WHERE q.clicks > p.clicks',
        [$store->id, $store->id],
    );
    expect($over)->toBe([]);
});

it('pulls only what is new, days that were not whole once more, and never counts a day twice', function (): void {
    $store = fedStore(SHORT);
    pull($store);
    $sums = static fn (): array => array_column(
        array_map(
            static fn (stdClass $row): array => [(string) $row->day, (int) $row->impressions],
            DB::select(
                'SELECT day, SUM(impressions) AS impressions FROM search_rows WHERE store_id = ? AND grain = 33 GROUP BY day ORDER BY day',
                [$store->id],
            ),
        ),
        1,
        0,
    );
    $before = $sums();
    $imports = DB::table('gather_imports')->where('store_id', $store->id)->count();
    pull($store);
    expect($sums())
        ->toBe($before)
        ->and(DB::table('gather_imports')->where('store_id', $store->id)->max('rows_taken'))
        ->toBeGreaterThan(0);
    $today = app(Feeds::class)->moveOn($store, 7);
    expect($store->refresh()->today())->toBe($today);
    pull($store);
    $after = $sums();
    $late = array_slice(array_keys($before), -2);
    expect(count($after))
        ->toBe(count($before) + 7)
        ->and(array_diff_key(array_intersect_key($after, $before), array_flip($late)))
        ->toBe(array_diff_key($before, array_flip($late)));
    foreach ($late as $day) {
        expect($after[$day])->toBeGreaterThanOrEqual($before[$day]);
    }
    expect(DB::table('gather_imports')->where('store_id', $store->id)->count())->toBeGreaterThan($imports);
});

it('earns more with a better title from the day it is live, and the days before stay as they were', function (): void {
    freshShop();
    freshMarket();
    $store = fedStore(SHORT);
    app(Feeds::class)->moveOn($store, 1); // The market looks at the shop as it is on its first day.
    crawl($store->refresh());
    $page = DB::selectOne(
        "SELECT r.external_id, p.id, p.url FROM resources r JOIN pages p ON p.id = r.page_id WHERE r.store_id = ? AND r.kind = 2 AND p.url LIKE '%/range/%' ORDER BY p.url LIMIT 1",
        [$store->id],
    );
    $term = str_replace('-', ' ', basename((string) $page->url));
    changeInShop((string) $page->external_id, ['title' => 'Page']);
    app(Feeds::class)->moveOn($store->refresh(), 200);
    changeInShop((string) $page->external_id, ['title' => ucfirst($term).' from small makers']);
    app(Feeds::class)->moveOn($store->refresh(), 200);
    $today = $store->refresh()->today();
    app(StoreOptions::class)->set($store, 'feed_mapping', str_replace('"history":12', '"history":390', SHORT));
    pull($store->refresh());
    $rate = static fn (int $from, int $to): float => (static fn (stdClass $row): float => (int) $row->clicks /
        max(1, (int) $row->impressions))(
            DB::selectOne(
                'SELECT SUM(clicks) AS clicks, SUM(impressions) AS impressions FROM search_rows WHERE store_id = ? AND grain = 33 AND page_id = ? AND day BETWEEN ? AND ?',
                [
                    $store->id,
                    $page->id,
                    (new DateTimeImmutable($today))->modify("-$from days")->format('Y-m-d'),
                    (new DateTimeImmutable($today))->modify("-$to days")->format('Y-m-d'),
                ],
            ),
        );
    expect($rate(190, 3))->toBeGreaterThan(1.2 * $rate(390, 205));
});

it('tells what the feed refuses, and waits where it asks to wait', function (): void {
    $store = fedStore(SHORT);
    app(StoreOptions::class)->set($store, 'feed_secret', 'wrong');
    expect(pull($store->refresh()))
        ->toBe('failed')
        ->and(DB::table('work')->where('store_id', $store->id)->where('sort', FeedWork::sort())->value('problem'))
        ->toContain('The secret is wrong');
    $db = new PDO('sqlite:'.getenv('MARKET_DATA').'/market.sqlite');
    $today = sure($db->query("SELECT value FROM settings WHERE name = 'today'"))->fetchColumn();
    $db->exec("INSERT INTO uses VALUES ('quota $today', 5000) ON CONFLICT (what) DO UPDATE SET n = 5000");
    app(StoreOptions::class)->set(
        $store,
        'feed_secret',
        trim((string) file_get_contents(getenv('MARKET_DATA').'/secret')),
    );
    $work = app(Feeds::class)->pull($store->refresh(), null);
    app(WorkDesk::class)->slice($work);
    $row = DB::table('work')->where('id', $work)->first();
    $db->exec("DELETE FROM uses WHERE what LIKE 'quota%'");
    expect($row?->state)
        ->toBe('waiting')
        ->and(strtotime((string) $row?->wake_at))
        ->toBeGreaterThan(time() + 3000)
        ->and((string) $row?->progress)
        ->toContain('429');
});

it('refuses a mapping that cannot be meant', function (string $json, string $why): void {
    expect(fn () => app(StoreOptions::class)->set(shopStore(), 'feed_mapping', $json))->toThrow(
        InvalidArgumentException::class,
        $why,
    );
})->with([
    ['{', 'JSON object'],
    ['{"parts":[]}', 'one to twelve parts'],
    ['{"parts":[{"sort":"weather"}]}', 'search or sales'],
    ['{"parts":[{"sort":"search","path":"https://evil.example/"}]}', 'begins with a slash'],
    ['{"parts":[{"sort":"search","path":"/x","fields":{"clicks":"c"}}]}', 'at least the day'],
]);

it('is shown to the store’s people, pulled by writers, and not by viewers or strangers', function (): void {
    $store = fedStore(SHORT);
    $this->actingAs(member($store, Role::Viewer))
        ->get("/s/{$store->slug}/gather/feed")
        ->assertOk()
        ->assertSee('Fetched every night');
    $this->post("/s/{$store->slug}/gather/feed/pull")->assertForbidden();
    $this->post("/s/{$store->slug}/gather/feed/clock", ['days' => 7])->assertForbidden();
    $this->actingAs(member(shopStore(), Role::Owner))
        ->get("/s/{$store->slug}/gather/feed")
        ->assertNotFound();
    $this->actingAs(member($store, Role::Writer))
        ->post("/s/{$store->slug}/gather/feed/clock", ['days' => 900])
        ->assertSessionHasErrors('days');
    $this->post("/s/{$store->slug}/gather/feed/pull")->assertRedirect();
    expect(DB::table('work')->where('store_id', $store->id)->where('sort', FeedWork::sort())->count())->toBe(1);
});
