<?php

declare(strict_types=1);

use App\Access\Role;
use App\Changes\Drafts;
use App\Changes\Editing\Author;
use App\Changes\Editing\TextEdit;
use App\Changes\Origin;
use App\Gather\Files\FileSort;
use App\Platform\Work\NewWork;
use App\Platform\Work\WorkDesk;
use App\Stores\AddStore;
use App\Stores\Events\RulesChanged;
use App\Stores\Kinds\KindRule;
use App\Stores\Kinds\KindRules;
use App\Stores\Kinds\PageKind;
use App\Stores\Markets;
use App\Stores\Models\Store;
use App\Stores\Overview\FirstHourPart;
use App\Stores\Overview\Lot;
use App\Stores\Overview\Mark;
use App\Stores\Overview\OverviewBoard;
use App\Stores\Overview\Week;
use App\Stores\Overview\WeeksOfClicks;
use App\Stores\Overview\WeeksPicture;
use App\Stores\Steps\StepBoard;
use App\Stores\StoreOptions;
use App\Untangle\Lists\CauseProgress;
use App\Weigh\Scoring\LotSums;
use App\Weigh\Scoring\ScoredLot;
use Illuminate\Support\Carbon;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;
use Orchard\Core\Wording\TextField;
use Tests\Web\Site;

/** A shop whose collections link to products under their own paths, as many do; clicks come to the canonical ones. */
function shopOfCollections(): Store
{
    static $sites = [];
    $site = $sites[] = new Site();
    $product =
        '<meta property="og:type" content="product"><script type="application/ld+json">{"@type":"Product","name":"Lamp","offers":{"price":"50","priceCurrency":"EUR","availability":"InStock"}}</script>';
    $collections = ['floor' => range(1, 6), 'wall' => range(5, 9), 'sale' => [1, 9]];
    $site->linking(
        '/',
        array_fill_keys(array_map(static fn (string $name): string => "/c/$name", array_keys($collections)), 'Lamps'),
    );
    foreach ($collections as $name => $products) {
        $site->linking(
            "/c/$name",
            array_fill_keys(array_map(static fn (int $n): string => "/c/$name/p$n", $products), 'Lamp'),
        );
        foreach ($products as $n) {
            $site->linking("/c/$name/p$n", [], "$product<link rel=\"canonical\" href=\"/p$n\">");
        }
    }
    foreach (range(1, 10) as $n) {
        $site->linking("/p$n", [], "$product<link rel=\"canonical\" href=\"/p$n\">");
    }
    $site->linking('/journal/a', []);
    $site->page(
        '/sitemap.xml',
        '<urlset xmlns="http://www.sitemaps.org/schemas/sitemap/0.9">'.
            implode(
                '',
                array_map(static fn (string $path): string => "<url><loc>$site->url$path</loc></url>", [
                    '/p10',
                    '/journal/a',
                ]),
            ).
            '</urlset>',
        headers: [['Content-Type', 'application/xml']],
    );
    $store = $site->store();
    (new KindRules([
        new KindRule('path', 'contains', '/p', PageKind::Product),
        new KindRule('path', 'begins', '/c/', PageKind::Collection),
        new KindRule('path', 'begins', '/journal/', PageKind::Article),
    ]))->save($store);
    crawl($store);
    $rows = $sales = '';
    for ($week = 1; $week <= 66; $week++) {
        $day = now()->startOfWeek()->subWeeks($week)->addDays(2)->toDateString();
        foreach (range(1, 10) as $n) {
            $rows .= "/p$n,$day,".(10 + $n + ($week > 52 ? 0 : 5)).",1000,$n\n";
            $sales .= "/p$n,$day,20,1,".(40 + $n)."\n";
        }
        foreach (['/c/floor' => 30, '/c/wall' => 4, '/journal/a' => 2] as $path => $clicks) {
            $rows .= "$path,$day,$clicks,900,5\n";
            $sales .= "$path,$day,20,1,50\n";
        }
    }
    bringIn($store, "page,day,clicks,impressions,position\n$rows");
    bringIn($store, "page,day,visits,orders,revenue\n$sales", FileSort::Sales);
    weigh($store);

    return $store;
}

it('adds up: lots, all other pages and the sum of what is weighed', function (): void {
    $store = shopOfCollections();
    $lots = app(OverviewBoard::class)->lots($store) ?? throw new LogicException();
    $total = (float) DB::table('weigh_scores')->where('store_id', $store->id)->sum('upside');
    $three = array_sum(array_map(static fn (Lot $lot): float => $lot->sum, $lots->lots));
    expect($lots->lots)
        ->toHaveCount(3)
        ->and($lots->sum)
        ->toEqualWithDelta($total, 1e-6)
        ->and($three + $lots->rest())
        ->toEqualWithDelta($total, 1e-6)
        ->and($lots->unit)
        ->toBe('EUR')
        ->and($lots->pages)
        ->toBe(DB::table('weigh_scores')->where('store_id', $store->id)->where('upside', '>', 0)->count());
    // Each page is in one lot alone; the sums are those of its pages; the largest comes first.
    $pages = DB::select(
        'SELECT l.place, l.page_id, s.upside, s.low, s.high FROM weigh_lot_pages l JOIN weigh_scores s
            ON s.page_id = l.page_id WHERE l.store_id = ?',
        [$store->id],
    );
    expect(array_unique(array_column($pages, 'page_id')))->toHaveCount(count($pages));
    foreach ($lots->lots as $nth => $lot) {
        $of = array_filter($pages, static fn (stdClass $page): bool => (int) $page->place === $nth + 1);
        expect(array_sum(array_column($of, 'upside')))
            ->toEqualWithDelta($lot->sum, 1e-6)
            ->and(array_sum(array_column($of, 'low')))
            ->toEqualWithDelta($lot->low, 1e-6)
            ->and($nth === 0 || $lots->lots[$nth - 1]->sum >= $lot->sum)
            ->toBeTrue();
    }
});

it('counts a product in its collection through the canonical of what the collection links to', function (): void {
    $store = shopOfCollections();
    $of = static fn (string $collection): array => DB::table('collection_pages')
        ->join('pages', 'pages.id', '=', 'page_id')
        ->where('collection_pages.store_id', $store->id)
        ->where('collection_id', pageAt($store, "/c/$collection"))
        ->orderBy('url')
        ->pluck('url')
        ->map(static fn (mixed $url): string => (string) parse_url((string) $url, PHP_URL_PATH))
        ->all();
    expect($of('floor'))
        ->toBe(['/p1', '/p2', '/p3', '/p4', '/p5', '/p6'])
        ->and($of('wall'))
        ->toBe(['/p5', '/p6', '/p7', '/p8', '/p9'])
        ->and($of('sale'))
        ->toBe(['/p1', '/p9']);
    // The numbers by collection see them as well.
    $clicks = static fn (string $collection): int => (int) DB::table('weigh_groups')
        ->where('store_id', $store->id)
        ->where('sort', 'collection')
        ->where('weeks', 13)
        ->where('device', 9)
        ->where('class', 9)
        ->where('name', (string) pageAt($store, "/c/$collection"))
        ->value('clicks');
    expect($clicks('sale'))->toBe(13 * (16 + 24));
    $names = array_map(
        static fn (Lot $lot): string => $lot->name,
        (app(OverviewBoard::class)->lots($store) ?? throw new LogicException())->lots,
    );
    expect(implode(' ', $names))->toContain('products')->not->toContain('/c/sale');
});

it('takes no list of the whole shop for a lot', function (): void {
    $store = app(AddStore::class)->add('Wide', 'https://wide-lots.example', 'wide-'.Str::lower(Str::random(8)));
    $market = Markets::of($store)->first()->id;
    $pages = [];
    for ($n = 1; $n <= 302; $n++) {
        $pages[] = DB::table('pages')->insertGetId([
            'store_id' => $store->id,
            'market_id' => $market,
            'digest' => md5("{$store->slug}/$n", true),
            'url' => "https://wide-lots.example/$n",
        ]);
    }
    [$all, $few] = array_splice($pages, 0, 2);
    foreach ($pages as $n => $page) {
        scored($store, (int) $page, [
            'market_id' => $market,
            'kind' => PageKind::Product->value,
            'impressions' => 100,
            'position_milli' => 4000,
            'expected_rate' => 0.1,
            'ratio' => 0.5,
            'upside' => $n < 50 ? 10 : 1,
            'high' => 20,
            'wording' => 1,
            'own_part' => 1,
        ]);
    }
    $in = static fn (int $collection, array $of): bool => DB::table('collection_pages')->insert(
        array_map(
            static fn (int $page): array => [
                'store_id' => $store->id,
                'page_id' => $page,
                'collection_id' => $collection,
            ],
            $of,
        ),
    );
    // A list of a hundred of three hundred products, and a collection of fifty that are in it, too.
    $in($all, array_slice($pages, 0, 100));
    $in($few, array_slice($pages, 0, 50));
    DB::transaction(static fn () => LotSums::rebuild($store));
    $lots = array_map(
        static fn (ScoredLot $lot): array => [$lot->collectionId, $lot->pages, $lot->upside],
        LotSums::of($store, 0),
    );
    expect($lots)->toBe([[$few, 50, 500.0], [0, 250, 250.0]]);
});

it('takes a lot’s pages to the desk, for those who write', function (): void {
    $store = shopOfCollections();
    $lot = (app(OverviewBoard::class)->lots($store) ?? throw new LogicException())->lots[0];
    $pages = DB::table('weigh_lot_pages')
        ->where('store_id', $store->id)
        ->where('place', 1)
        ->orderByDesc('upside')
        ->pluck('page_id')
        ->all();
    $path = (string) parse_url($lot->way->url, PHP_URL_PATH);
    $this->post($path, ['market' => 0])->assertRedirect('/sign-in');
    $this->actingAs(member((new Site())->store(), Role::Owner))
        ->post($path, ['market' => 0])
        ->assertNotFound();
    $this->actingAs(member($store, Role::Viewer))
        ->post($path, ['market' => 0])
        ->assertForbidden();
    $this->get("/s/{$store->slug}")
        ->assertOk()
        ->assertDontSee($lot->way->label);
    $this->actingAs(member($store, Role::Writer))
        ->get("/s/{$store->slug}")
        ->assertOk()
        ->assertSee($lot->way->label);
    $to = (string) $this->post($path, ['market' => 0])
        ->assertRedirect()
        ->headers->get('Location');
    parse_str((string) parse_url($to, PHP_URL_QUERY), $query);
    expect(
        DB::table('selected_pages')
            ->where('selection_id', $query['selection'])
            ->orderBy('place')
            ->pluck('page_id')
            ->all(),
    )->toBe($pages);
    $this->get($to)->assertOk();
    $this->post("/s/{$store->slug}/weigh/lots/9", ['market' => 0])
        ->assertRedirect()
        ->assertSessionHasErrors('lot');
    $this->post($path, ['market' => 'all'])->assertSessionHasErrors('market');
});

it('draws whole weeks beside the same weeks a year earlier', function (): void {
    $store = shopOfCollections();
    $weeks = app(OverviewBoard::class)->weeks($store) ?? throw new LogicException();
    $now = array_sum(range(16, 25)) + 36;
    expect($weeks->weeks)
        ->toHaveCount(13)
        ->and($weeks->clicks())
        ->toBe(array_sum(array_map(static fn (Week $week): int => (int) $week->clicks, $weeks->weeks)))
        ->and($weeks->clicks() % $now)
        ->toBe(0);
    $change = new WeeksOfClicks(
        [new Week('2026-11-02', 100, 50), new Week('2026-11-09', 100, null), new Week('2026-11-16', null, 70)],
        null,
        null,
        'EUR',
        '',
    );
    // Only weeks that both years tell are compared.
    expect($change->change())->toBe(1.0)->and($change->clicks())->toBe(200);
    $picture = new WeeksPicture($change, [
        new Mark('2026-11-09', '3 pages released'),
        new Mark('2026-10-01', 'before'),
    ]);
    expect($picture->top)
        ->toBe(100)
        ->and($picture->bars()[0]['height'])
        ->toBe(118.0)
        ->and($picture->bars()[2]['height'])
        ->toBe(0.0)
        ->and($picture->bars()[1]['year'])
        ->toBeNull()
        ->and($picture->marks())
        ->toHaveCount(1)
        ->and($picture->marks()[0]['x'])
        ->toBe($picture->bars()[1]['x']);
});

it('says in each step what the step itself says', function (): void {
    $store = livedInForOverview();
    CauseProgress::learn($store);
    $hands = app(StepBoard::class)->hands($store);
    $waits = [];
    foreach (app(StepBoard::class)->forStore($store) as $one) {
        $waits[$one['step']->value] = $one['waiting']->count ?? 0;
    }
    expect($hands['untangle']?->count)
        ->toBe($waits['untangle'] ?? null)
        ->and($hands['write']?->count)
        ->toBe($waits['write'] ?? null)
        ->and($hands['write']?->count)
        ->toBe(1)
        ->and($hands['release']?->count)
        ->toBe($waits['release'] ?? null)
        ->and($hands['release']?->words)
        ->toBe('change is ready to be sent');
    $page = $this->actingAs(member($store, Role::Writer))
        ->get("/s/{$store->slug}")
        ->assertOk();
    foreach ($hands as $hand) {
        $hand === null || $page->assertSee($hand->words)->assertSee($hand->label);
    }
    foreach ($hands as $hand) {
        $hand === null || $this->get($hand->url)->assertOk();
    }
});

it('ticks the first hour off by what is there, and names what each thing gives', function (): void {
    $site = (new Site())->linking('/', ['/a' => 'A'])->linking('/a', []);
    $store = $site->store();
    $board = app(OverviewBoard::class);
    $done = static fn (): array => array_keys(
        array_filter(
            array_combine(
                array_map(static fn (FirstHourPart $part): int => $part->place, $board->firstHour($store)),
                array_map(static fn (FirstHourPart $part): bool => $part->isDone, $board->firstHour($store)),
            ),
        ),
    );
    $owner = member($store, Role::Owner);
    $at = "/s/{$store->slug}";
    expect($done())->toBe([]);
    $this->actingAs($owner)->get($at)->assertOk()->assertSee('Start the crawl')->assertSee('What it gives');
    crawl($store);
    expect($done())->toBe([10]);
    $this->get($at)->assertSee('Import a file');
    bringIn($store, "page,day,clicks,impressions,position\n/a,".now()->subDays(5)->toDateString().",10,1000,3\n");
    expect($done())->toBe([10, 20]);
    bringIn(
        $store,
        "page,day,visits,orders,revenue\n/a,".now()->subDays(5)->toDateString().",10,1,50\n",
        FileSort::Sales,
    );
    expect($done())->toBe([10, 20, 30]);
    app(StoreOptions::class)->set($store->refresh(), 'ways', 'title=file');
    expect($done())->toBe([10, 20, 30, 40]);
    $form = $board->firstHour($store->refresh())[4]->ways[0];
    expect($form->fields)->not->toBeNull();
    $this->post((string) parse_url($form->url, PHP_URL_PATH), (array) $form->fields)
        ->assertRedirect()
        ->assertSessionHasNoErrors();
    expect($done())->toBe([10, 20, 30, 40, 50]);
    $resource = (int) DB::table('resources')->where('store_id', $store->id)->value('id');
    app(Drafts::class)->save(
        $store,
        new TextEdit($resource, TextField::Title, 'A better title', 0),
        new Author(Origin::Hand, null),
    );
    expect($done())->toBe([10, 20, 30, 40, 50, 60]);
    // Taken back, it is no longer there, and no longer ticked off.
    app(StoreOptions::class)->set($store->refresh(), 'ways', '');
    $store->refresh();
    expect($done())->toBe([10, 20, 30, 50, 60]);
});

it('tells what has changed since somebody was here, and how fresh each source is', function (): void {
    $store = livedInForOverview();
    $board = app(OverviewBoard::class);
    $words = array_map(
        static fn ($change): string => $change->words,
        $board->changes($store, Carbon::now('UTC')->subDay(), 20),
    );
    expect(implode('|', $words))
        ->toContain('Crawl: ')
        ->toContain('rows.csv')
        ->toContain('Writer: 2 pages in draft, 1 page ready');
    expect($board->changes($store, Carbon::now('UTC')->addHour()))->toBe([]);
    $names = array_map(static fn ($source): string => $source->name, $board->sources($store));
    expect($names)->toBe(['Crawl of the shop', 'Search rows', 'Orders']);
    DB::table('gather_crawls')
        ->where('store_id', $store->id)
        ->update(['ended_at' => now('UTC')->subDays(40)]);
    expect($board->sources($store)[0]->isOld)->toBeTrue();
    $other = app(AddStore::class)->add('Bare', 'https://bare.example', 'bare-'.Str::lower(Str::random(8)));
    expect($board->changes($other, Carbon::now('UTC')->subYear()))->toBe([])->and($board->sources($other))->toBe([]);
});

it('stops long work from the overview, releases only by those who send', function (): void {
    $store = (new Site())->linking('/', [])->store();
    $desk = app(WorkDesk::class);
    $crawl = $desk->begin(new NewWork(App\Gather\Pages\ReindexWork::class, $store->id));
    $release = $desk->begin(new NewWork(App\Release\Sending\SendWork::class, $store->id));
    $at = "/s/{$store->slug}/works";
    $this->post("$at/$crawl/stop")->assertRedirect('/sign-in');
    $this->actingAs(member($store, Role::Viewer))
        ->post("$at/$crawl/stop")
        ->assertForbidden();
    $this->actingAs(member((new Site())->store(), Role::Owner))
        ->post("$at/$crawl/stop")
        ->assertNotFound();
    $this->actingAs(member($store, Role::Writer))
        ->get("/s/{$store->slug}/since")
        ->assertOk()
        ->assertSee('waiting for its turn');
    $this->post("$at/$release/stop")->assertForbidden();
    $this->post("$at/$crawl/stop")->assertRedirect();
    expect((int) DB::table('work')->where('id', $crawl)->value('stop_asked'))->toBe(1);
    $this->actingAs(member($store, Role::Approver))
        ->post("$at/$release/stop")
        ->assertRedirect();
    $this->post("$at/999999999/stop")->assertNotFound();
});

/** A store with numbers, duplicates, one draft and one text that is ready. */
function livedInForOverview(): Store
{
    $store = shopOfCollections();
    findTangles($store);
    $writer = member($store, Role::Writer);
    $drafts = app(Drafts::class);
    $two = DB::table('resources')->where('store_id', $store->id)->orderBy('id')->limit(2)->pluck('id')->all();
    foreach ($two as $resource) {
        $drafts->save(
            $store,
            new TextEdit((int) $resource, TextField::Title, 'A better title', 0),
            new Author(Origin::Hand, $writer->id),
        );
    }
    $ready = $drafts->find((int) $two[0], TextField::Title) ?? throw new LogicException();
    $drafts->markReady($store, [$ready->id], true, $writer->id);

    return $store;
}

it('tells a file that failed until it came again, and pages that no rule knows', function (): void {
    $site = (new Site())->linking('/', array_fill_keys(['/a/1.html', '/a/2.html', '/a/3.html'], 'A'));
    foreach ([1, 2, 3] as $n) {
        $site->linking("/a/$n.html", []);
    }
    $store = $site->store();
    crawl($store);
    $hand = static fn () => app(StepBoard::class)->hands($store)['gather'] ?? null;
    expect($hand()?->count)->toBe(3)->and($hand()?->words)->toContain('neither products nor collections');
    // What only an owner may do is offered to owners alone.
    foreach ([[Role::Writer, false], [Role::Owner, true]] as [$role, $isOffered]) {
        $page = $this->actingAs(member($store, $role))
            ->get("/s/{$store->slug}")
            ->assertOk()
            ->assertSee('Import a file');
        foreach (['Say which they are', 'Connect a feed'] as $label) {
            $isOffered ? $page->assertSee($label) : $page->assertDontSee($label);
        }
    }
    (new KindRules([
        new KindRule('path', 'is', '/', PageKind::Home),
        new KindRule('path', 'begins', '/a/', PageKind::Product),
    ]))->save($store);
    RulesChanged::dispatch($store->id, null);
    sortAnew($store);
    expect($hand())->toBeNull();
    $wrong =
        "page,day,clicks,impressions,position\n".
        str_repeat('/a/1.html,'.now()->subDays(9)->toDateString().",x,y,z\n", 1200);
    $import = bringIn($store, $wrong, ends: 'failed');
    expect($hand()?->words)
        ->toContain('rows.csv could not be taken in')
        ->and($hand()?->url)
        ->toEndWith("/gather/files/{$import->id}");
    // Sales alone are no search rows: nothing is ticked off by them, and Weigh still lacks some.
    bringIn(
        $store,
        "page,day,visits,orders,revenue\n/a/1.html,".now()->subDays(9)->toDateString().",10,1,50\n",
        FileSort::Sales,
    );
    expect($hand())->toBeNull();
    $parts = app(OverviewBoard::class)->firstHour($store);
    expect([$parts[1]->isDone, $parts[2]->isDone])
        ->toBe([false, true])
        ->and(app(StepBoard::class)->missing($store, ['weigh']))
        ->toHaveKey('weigh');
});
