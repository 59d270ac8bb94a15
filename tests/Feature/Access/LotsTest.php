<?php

declare(strict_types=1);

use App\Access\Role;
use App\Stores\AddStore;
use App\Stores\Kinds\PageKind;
use App\Stores\Markets;
use App\Stores\Overview\Lot;
use App\Stores\Overview\OverviewBoard;
use App\Weigh\Scoring\LotSums;
use App\Weigh\Scoring\ScoredLot;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;
use Tests\Shops\ShopOfCollections;
use Tests\Web\Site;

it('adds up: lots, all other pages and the sum of what is weighed', function (): void {
    $store = ShopOfCollections::store();
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
    $store = ShopOfCollections::store();
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
    $store = ShopOfCollections::store();
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
