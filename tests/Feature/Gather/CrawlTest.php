<?php

declare(strict_types=1);

use App\Access\Role;
use App\Gather\Crawl\Crawl;
use App\Gather\Crawl\Crawls;
use App\Gather\Crawl\Throttle;
use App\Gather\Pages\PageFilter;
use App\Gather\Pages\PageList;
use App\Platform\Work\WorkDesk;
use App\Stores\AddStore;
use App\Stores\Kinds\PageKind;
use App\Stores\StoreBasics;
use App\Stores\StoreOptions;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;

beforeEach(fn () => freshShop());

/** @return array<string, stdClass> index rows by path */
function inventory(int $store): array
{
    $rows = [];
    foreach (
        DB::select(
            'SELECT i.*, p.url, f.title, f.redirect_url, f.h1s, f.canonicals, f.canonical_header, f.problem FROM page_index i JOIN pages p ON p.id = i.page_id JOIN page_facts f ON f.page_id = p.id AND f.to_crawl = 0 WHERE i.store_id = ?',
            [$store],
        ) as $row
    ) {
        $rows[(string) preg_replace('~^http://[^/]+~', '', (string) $row->url)] = $row;
    }

    return $rows;
}

it('finds what is there: pages, redirects one by one, errors, what is barred, what no link reaches', function (): void {
    $store = shopStore();
    $crawl = crawl($store);
    $pages = inventory($store->id);
    expect($crawl->state)
        ->toBe('complete')
        ->and($pages['/'])
        ->depth->toBe(0)
        ->status->toBe(200)
        ->kind->toBe(PageKind::Home->value)
        ->and($pages['/all-lamps'])
        ->status->toBe(301)
        ->redirect_url->toEndWith('/lamps')
        ->and($pages['/lamps'])
        ->status->toBe(301)
        ->redirect_url->toEndWith('/sale')
        ->depth->toBe(1)
        ->and($pages['/sale'])
        ->status->toBe(302)
        ->and($pages['/round'])
        ->status->toBe(301)
        ->and($pages['/find'])
        ->status->toBe(0)
        ->problem->toBe('barred by robots.txt')
        ->and($pages['/about/trade'])
        ->status->toBe(200)
        ->depth->toBe(65535)
        ->and($pages['/about/terms'])
        ->indexable->toBe(0)
        ->and($pages['/about/jobs']->title)
        ->toBeNull();
    $products = office('GET', '/resources?kind=product&limit=250')['items'];
    foreach ($products as $product) {
        expect($pages[$product['path']])->kind->toBe(PageKind::Product->value)->status->toBe(200);
        expect($pages[$product['path']]->title)->toBe(
            ($product['title'] !== '' ? $product['title'] : $product['name']).' – Tindrel',
        );
    }
});

it('syncs the shop’s resources and learns what the theme adds', function (): void {
    $store = shopStore();
    crawl($store);
    expect(DB::table('resources')->where('store_id', $store->id)->count())->toBe(40 + 10 + 8 + 12 + 1);
    $market = $store->markets()->firstOrFail();
    expect(
        DB::table('title_suffixes')
            ->where('market_id', $market->id)
            ->where('kind', PageKind::Product->value)
            ->value('suffix'),
    )->toBe(' – Tindrel');
    $text = DB::selectOne(
        "SELECT t.stored, t.shown FROM resource_texts t JOIN resources r ON r.id = t.resource_id WHERE r.store_id = ? AND r.kind = 3 AND t.field = 2 AND t.stored = '' LIMIT 1",
        [$store->id],
    );
    expect($text->shown)->not->toBe('');
});

it('writes an unchanged page only once, and a changed one as an interval', function (): void {
    $store = shopStore();
    $first = crawl($store);
    $facts = DB::table('page_facts')->where('store_id', $store->id)->count();
    $second = crawl($store);
    expect(DB::table('page_facts')->where('store_id', $store->id)->count())->toBe($facts);
    $product = office('GET', '/resources?kind=product&limit=1')['items'][0];
    changeInShop($product['id'], ['title' => 'A title of today']);
    $third = crawl($store);
    $page = DB::table('resources')
        ->where('store_id', $store->id)
        ->where('external_id', $product['id'])
        ->value('page_id');
    $rows = DB::table('page_facts')->where('page_id', $page)->orderBy('id')->get();
    expect($rows)
        ->toHaveCount(2)
        ->and((int) $rows[0]?->to_crawl)
        ->toBe((int) $third->id)
        ->and($rows[1]?->title)
        ->toBe('A title of today – Tindrel')
        ->and((int) $rows[1]?->to_crawl)
        ->toBe(0)
        ->and((int) DB::table('pages')->where('id', $page)->value('seen_crawl'))
        ->toBe((int) $third->id);
});

it('cuts the same set at a limit every time, and calls such a crawl incomplete', function (): void {
    $sets = [];
    foreach ([1, 8] as $concurrency) {
        $store = shopStore();
        app(StoreOptions::class)->set($store, 'page_limit', '60');
        app(StoreOptions::class)->set($store, 'concurrency', (string) $concurrency);
        $crawl = crawl($store->refresh());
        expect($crawl->state)
            ->toBe('incomplete')
            ->and((int) $crawl->fetched)
            ->toBe(60)
            ->and($crawl->cutOff)
            ->toBeGreaterThan(0);
        $urls = array_keys(
            array_filter(inventory($store->id), static fn (stdClass $row): bool => (int) $row->status > 0),
        );
        sort($urls);
        $sets[] = $urls;
    }
    expect($sets[0])->toBe($sets[1]);
});

it(
    'says that nothing is gone after an incomplete crawl, and that something is after a complete one',
    function (): void {
        $store = shopStore();
        crawl($store);
        $before = count(inventory($store->id));
        app(StoreOptions::class)->set($store, 'page_limit', '10');
        crawl($store->refresh());
        expect(count(inventory($store->id)))->toBe($before);
        app(StoreOptions::class)->set($store, 'page_limit', '5000');
        $shop = new PDO('sqlite:'.getenv('SHOP_DATA').'/shop.sqlite');
        $shop->exec("DELETE FROM resources WHERE kind = 'article'");
        file_put_contents(getenv('SHOP_DATA').'/generation', '2');
        crawl($store->refresh());
        expect(count(inventory($store->id)))
            ->toBeLessThan($before)
            ->and(DB::table('resources')->where('store_id', $store->id)->where('gone', 1)->count())
            ->toBe(8);
    },
);

it('stops when asked and goes on where it was', function (): void {
    $store = shopStore();
    $begun = app(Crawls::class)->begin($store, null);
    $desk = app(WorkDesk::class);
    DB::table('gather_crawls')
        ->where('id', $begun['crawl'])
        ->update(['concurrency' => 1]);
    DB::table('work')
        ->where('id', $begun['work'])
        ->update(['stop_asked' => 1]);
    expect($desk->workToEnd($begun['work']))->toBe('stopped')->and(Crawl::latest($store->id)?->state)->toBe('stopped');
    $desk->resume($begun['work']);
    expect($desk->workToEnd($begun['work']))->toBe('done');
});

it('loses nothing and repeats nothing when its process is killed half-way', function (): void {
    $reference = shopStore();
    crawl($reference);
    $store = shopStore();
    $begun = app(Crawls::class)->begin($store, null);
    for ($kill = 0; $kill < 3; $kill++) {
        $code =
            'require "vendor/autoload.php"; $app = require "bootstrap/app.php"; $app->make(Illuminate\Contracts\Console\Kernel::class)->bootstrap(); $app->make(App\Platform\Work\WorkDesk::class)->slice('.
            $begun['work'].
            ');';
        $process = proc_open(
            [PHP_BINARY, '-r', $code],
            [1 => ['file', '/dev/null', 'w'], 2 => ['file', '/dev/null', 'w']],
            $pipes,
            base_path(),
        );
        usleep(450_000 + $kill * 150_000);
        proc_terminate(sure($process), 9);
        proc_close(sure($process));
        DB::table('work')
            ->where('id', $begun['work'])
            ->update(['expires_at' => now()->subSecond()]);
    }
    expect(app(WorkDesk::class)->workToEnd($begun['work']))->toBe('done');
    $facts = static fn (int $id): array => array_map(
        static fn (stdClass $row): array => [
            $row->status,
            $row->title,
            $row->depth,
            $row->links_in,
            $row->links_nav,
            $row->kind,
            $row->why_not,
        ],
        inventory($id),
    );
    $a = $facts($reference->id);
    $b = $facts($store->id);
    ksort($a);
    ksort($b);
    expect($b)
        ->toBe($a)
        ->and(DB::table('page_facts')->where('store_id', $store->id)->count())
        ->toBe(count($b));
});

it('starts one crawl when two press at once', function (): void {
    $store = shopStore();
    app(Crawls::class)->begin($store, null);
    expect(fn () => app(Crawls::class)->begin($store, null))->toThrow(RuntimeException::class, 'under way');
});

it('shows the newest crawl, its sitemaps and how far it is, and where there is none that none is', function (): void {
    $store = shopStore();
    $this->actingAs(member($store, App\Access\Role::Viewer));
    $this->get("/s/$store->slug/gather/crawl")
        ->assertOk()
        ->assertDontSee('Sitemaps of the last crawl');
    $crawl = crawl($store);
    $this->get("/s/$store->slug/gather/crawl")
        ->assertOk()
        ->assertSee('Sitemaps of the last crawl')
        ->assertSee('complete')
        ->assertSee(number_format($crawl->fetched).'</span> pages crawled', false);
});

it('says plainly when the shop does not answer, or its host is not allowed', function (): void {
    $store = app(AddStore::class)->add(
        'Dead',
        'http://127.0.0.1:9',
        'dead-'.Str::lower(Str::random(8)),
        new StoreBasics(allowPrivate: true),
    );
    $begun = app(Crawls::class)->begin($store, null);
    expect(app(WorkDesk::class)->workToEnd($begun['work']))
        ->toBe('failed')
        ->and(Crawl::latest($store->id))
        ->state->toBe('failed')
        ->remark->toContain('does not answer');
    $closed = app(AddStore::class)->add('Closed', (string) getenv('SHOP_URL'), 'closed-'.Str::lower(Str::random(8)));
    $begun = app(Crawls::class)->begin($closed, null);
    expect(app(WorkDesk::class)->workToEnd($begun['work']))
        ->toBe('failed')
        ->and(Crawl::latest($closed->id)?->remark)
        ->toContain('not a public address');
});

it('slows down when the shop does, and waits when asked to', function (): void {
    $throttle = new Throttle(8);
    for ($i = 0; $i < 20; $i++) {
        $throttle->answered(0.2);
    }
    expect($throttle->allowed())->toBe(8);
    for ($i = 0; $i < 20; $i++) {
        $throttle->answered(4.0);
    }
    expect($throttle->allowed())->toBeLessThan(8);
    $throttle->askedToWait(10, 100.0);
    expect($throttle->mayStart(0, 105.0))->toBeFalse()->and($throttle->mayStart(0, 110.5))->toBeTrue();
});

it('shows the inventory: filters, sorts, finds, and pages by key without losing or repeating a row', function (): void {
    $store = shopStore();
    crawl($store);
    $list = app(PageList::class);
    foreach (['address', 'depth', 'links', 'words'] as $sort) {
        $seen = [];
        $after = '';
        do {
            $page = $list->page($store, PageFilter::of(['sort' => $sort, 'after' => $after]));
            array_push($seen, ...array_column($page['rows'], 'pageId'));
            $after = (string) $page['next'];
        } while ($after !== '');
        expect($seen)->toHaveCount(count(inventory($store->id)))->and(array_unique($seen))->toHaveCount(count($seen));
    }
    $counts = $list->counts($store);
    expect(array_sum($counts['kinds']))
        ->toBe($counts['total'])
        ->and(array_sum($counts['statuses']))
        ->toBe($counts['total']);
    $rows = $list->page($store, PageFilter::of(['q' => 'pendant lam', 'kind' => 'collection']))['rows'];
    expect($rows)->not->toBeEmpty();
    foreach ($rows as $row) {
        expect(mb_strtolower($row->title.' '.$row->url))->toContain('pendant');
    }
    expect($list->page($store, PageFilter::of(['q' => '/range/pendant-lamps?', 'exact' => '1']))['rows'])
        ->not->toBeEmpty()
        ->and($list->page($store, PageFilter::of(['q' => '+-"*()@<>~', 'status' => 'x', 'after' => 'zz.1']))['rows'])
        ->toBeArray();
    $this->actingAs(member($store, Role::Viewer))
        ->get("/s/{$store->slug}/gather?kind=product&sort=links")
        ->assertOk()
        ->assertSee('/lamp/');
    $this->get("/s/{$store->slug}/gather/pages/{$rows[0]->pageId}")
        ->assertOk()
        ->assertSee('Click depth');
});

it('exports the inventory with the promised columns', function (): void {
    $store = shopStore();
    crawl($store);
    $csv = orchard(['gather:export', "--store={$store->slug}"]);
    $lines = explode("\r\n", trim($csv['out']));
    expect($csv['code'])
        ->toBe(0)
        ->and($lines[0])
        ->toBe(
            'url,status,final_url,kind,indexable,why_not,title,description,h1,h1_count,canonical,depth,links_in,words,last_seen,sources',
        )
        ->and(count($lines) - 1)
        ->toBe(count(inventory($store->id)));
    $json = json_decode(orchard(['gather:export', "--store={$store->slug}", '--format=json'])['out'], true);
    $byUrl = array_column($json, null, 'url');
    expect($byUrl[getenv('SHOP_URL').'/all-lamps']['final_url'])
        ->toEndWith('/range/pendant-lamps')
        ->and($byUrl[getenv('SHOP_URL').'/round']['final_url'])
        ->toBe('');
    expect(orchard(['gather:export', "--store={$store->slug}", '--format=pdf'])['code'])->toBe(2);
});

it('keeps one store’s pages from another’s people', function (): void {
    $mine = shopStore();
    crawl($mine);
    $page = DB::table('pages')->where('store_id', $mine->id)->value('id');
    $other = shopStore();
    $this->actingAs(member($other, Role::Owner))
        ->get("/s/{$other->slug}/gather/pages/$page")
        ->assertNotFound();
    $this->get("/s/{$other->slug}/gather")
        ->assertOk()
        ->assertDontSee('/lamp/');
});
