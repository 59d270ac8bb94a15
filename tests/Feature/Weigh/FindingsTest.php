<?php

declare(strict_types=1);

use App\Access\Role;
use App\Facts\PageWeeks;
use App\Gather\Files\FileSort;
use App\Stores\Models\Store;
use App\Stores\StoreOptions;
use App\Weigh\Lists\Findings;
use App\Weigh\Lists\HandOrRecipe;
use App\Weigh\Lists\RivalPage;
use App\Weigh\Lists\WhatIf;
use App\Weigh\Lists\WinPage;
use App\Weigh\Numbers\Lens;
use App\Weigh\Numbers\PlaceBands;
use App\Weigh\Scoring\Losses;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Demand\ClickCurve;
use Tests\Web\Site;

/** The Monday so many weeks before the last whole week that the numbers hold. */
function weekBack(int $weeks): string
{
    return (new DateTimeImmutable(PageWeeks::weekOf(now()->subDays(9)->toDateString())))
        ->modify("-$weeks weeks")
        ->format('Y-m-d');
}

function kindOf(Store $store, string $path, int $kind): void
{
    DB::table('kind_rules')->insert([
        'store_id' => $store->id,
        'place' => 0,
        'subject' => 'path',
        'test' => 'is',
        'value' => $path,
        'kind' => $kind,
    ]);
}

it('tells quick wins by page, questions, and queries with two pages', function (): void {
    $site = (new Site())
        ->linking('/', ['/a' => 'A', '/b' => 'B', '/c' => 'C'])
        ->linking('/a', [])
        ->linking('/b', [])
        ->linking('/c', []);
    $store = $site->store();
    crawl($store);
    $rows = '';
    foreach (range(0, 12) as $week) {
        $day = weekBack($week);
        $rows .= "/a,brass lamp,$day,40,1000,3\n/a,oak lamp,$day,9,600,12\n/a,top lamp,$day,90,300,1\n/b,how to hang a lamp,$day,4,500,6\n/b,brass lamp,$day,2,400,9\n/c,far lamp,$day,1,900,40\n/c,a site lamp,$day,9,90,3\n";
    }
    bringIn($store, "page,query,day,clicks,impressions,position\n$rows");
    weigh($store);
    $found = static fn (string $sort): array => array_map(
        static fn (WinPage $row): array => [
            (string) parse_url($row->url, PHP_URL_PATH),
            (int) $row->queries,
            array_column($row->best, 'text'),
        ],
        Findings::wins($store, new Lens(), $sort)['rows'],
    );
    // At the top, beyond 20, the store's own name and what another page does better are no quick wins.
    expect($found('near'))
        ->toBe([['/a', 1, ['brass lamp']], ['/b', 1, ['how to hang a lamp']]])
        ->and($found('far'))
        ->toBe([['/a', 1, ['oak lamp']]])
        ->and($found('question'))
        ->toBe([['/b', 1, ['how to hang a lamp']]]);
    $rivals = Findings::rivals($store, new Lens());
    expect($rivals)
        ->toHaveCount(1)
        ->and($rivals[0]->text)
        ->toBe('brass lamp')
        ->and(
            array_map(
                static fn (RivalPage $page): string => (string) parse_url((string) $page->url, PHP_URL_PATH),
                $rivals[0]->pages,
            ),
        )
        ->toBe(['/a', '/b']);
    $this->actingAs(member($store, Role::Viewer));
    foreach (
        ['near' => 'brass lamp', 'far' => 'oak lamp', 'question' => 'how to hang', 'rivals' => '/b'] as $sort => $text
    ) {
        $this->get("/s/{$store->slug}/weigh/quick-wins?sort=$sort")
            ->assertOk()
            ->assertSee($text)
            ->assertDontSee('a site lamp');
    }
    // No orders: told in clicks, the page with the most to win first.
    $this->get("/s/{$store->slug}/weigh")
        ->assertSee('in 28 days')
        ->assertSeeInOrder(['/a', '/b']);
});

it('takes losses apart so that the parts add up to the click, with what is withheld', function (): void {
    $site = (new Site())
        ->linking('/', ['/less' => 'L', '/lower' => 'M', '/dull' => 'D', '/more' => 'P'])
        ->linking('/less', [])
        ->linking('/lower', [])
        ->linking('/dull', [])
        ->linking('/more', []);
    $store = $site->store();
    crawl($store);
    $queries = $pages = '';
    foreach (range(0, 7) as $week) {
        $now = $week < 4;
        $day = weekBack($week);
        foreach (
            [
                '/less' => $now ? [50, 1000, 3] : [100, 2000, 3],
                '/lower' => $now ? [40, 2000, 8] : [100, 2000, 3],
                '/dull' => $now ? [55, 2000, 3] : [100, 2000, 3],
                '/more' => $now ? [90, 1000, 2] : [20, 1000, 5],
            ] as $path => [$clicks, $seen, $position]
        ) {
            $queries .=
                "$path,lamp $path,$day,$clicks,$seen,$position\n".
                ($now ? "$path,new $path,$day,1,20,9\n" : "$path,old $path,$day,2,30,9\n");
            $pages .= "$path,$day,".($clicks + ($now ? 3 : 9)).','.($seen + 100).",$position\n";
        }
    }
    bringIn($store, "page,day,clicks,impressions,position\n$pages");
    bringIn($store, "page,query,day,clicks,impressions,position\n$queries");
    weigh($store);
    $rows = [];
    foreach (Losses::page($store, new Lens(4)) as $row) {
        $rows[(string) parse_url($row->url, PHP_URL_PATH)] = $row;
        expect($row->demand + $row->place + $row->rate + $row->came + $row->went + $row->withheld)
            ->toEqualWithDelta(-$row->lost, 1e-6)
            ->and($row->came)
            ->toBe(4.0)
            ->and($row->went)
            ->toBe(-8.0);
    }
    expect(array_keys($rows))
        ->toBe(['/lower', '/less', '/dull'])
        ->and($rows['/less']->lost)
        ->toBe(4 * 56)
        ->and($rows['/less']->demand)
        ->toEqualWithDelta(-200, 1e-6)
        ->and($rows['/dull']->rate)
        ->toEqualWithDelta(-180, 1e-6)
        ->and($rows['/lower']->place)
        ->toBeLessThan(-100)
        ->and($rows['/less']->withheld)
        ->toEqualWithDelta(4 * (2 - 7), 1e-6);
    $page = (int) DB::table('pages')->where('store_id', $store->id)->where('url', 'like', '%/lower')->value('id');
    $this->actingAs(member($store, Role::Viewer))
        ->get("/s/{$store->slug}/weigh/losing?weeks=4")
        ->assertOk()
        ->assertSeeInOrder(['/lower', '/less', 'fewer searches', '/dull', 'lower CTR at the same position']);
    $this->get("/s/{$store->slug}/weigh/pages/$page?weeks=4")
        ->assertOk()
        ->assertSee('What changed')
        ->assertSee('lamp /lower')
        ->assertSee('lost');
});

it('sees a season come from a year earlier, and says by when to work', function (): void {
    $site = (new Site())
        ->linking('/', ['/range' => 'R', '/plain' => 'P'])
        ->linking('/range', [])
        ->linking('/plain', []);
    $store = $site->store();
    kindOf($store, '/range', 2);
    crawl($store);
    $rows = $sales = '';
    foreach (range(0, 77) as $week) {
        // A year earlier the collection was seen three times as often from the fifteenth week ahead on.
        $isSeason = $week >= 26 && $week <= 37;
        $rows .=
            '/range,'.
            weekBack($week).
            ','.
            ($isSeason ? 60 : 20).
            ','.
            ($isSeason ? 30000 : 10000).
            ",6\n/plain,".
            weekBack($week).
            ",20,10000,6\n";
    }
    bringIn($store, "page,day,clicks,impressions,position\n$rows");
    bringIn(
        $store,
        'page,day,visits,orders,revenue'.
            "\n".
            implode(
                '',
                array_map(
                    static fn (int $week): string => '/range,'.
                        weekBack($week).
                        ",20,5,500\n/plain,".
                        weekBack($week).
                        ",20,5,500\n",
                    range(0, 12),
                ),
            ),
        FileSort::Sales,
    );
    weigh($store);
    $rows = [];
    $factors = [];
    foreach ([4, 26] as $weeks) {
        foreach (Findings::ahead($store, new Lens(), $weeks, false)['rows'] as $row) {
            $rows[(string) parse_url($row->url, PHP_URL_PATH)] = $row;
            $factors[(string) parse_url($row->url, PHP_URL_PATH)][$weeks] = $row->factor;
        }
    }
    expect($factors['/range'][4] ?? null)
        ->toEqualWithDelta(1.0, 0.1)
        ->and($factors['/range'][26] ?? null)
        ->toBeGreaterThan(1.6)
        ->and($factors['/plain'][26] ?? null)
        ->toBeLessThan(1.25)
        ->and($rows['/range']->seasonWeek)
        ->toBe(weekBack(-15))
        ->and($rows['/range']->workBy)
        ->toBe(weekBack(-7))
        ->and($rows['/plain']->seasonWeek)
        ->toBeNull();
    $this->actingAs(member($store, Role::Viewer))
        ->get("/s/{$store->slug}/weigh/ahead?ahead=26&only=seasons")
        ->assertOk()
        ->assertSee('/range')
        ->assertDontSee('/plain');
});

it('lists for the buyers what is searched for and cannot be bought', function (): void {
    $store = weighableStore();
    weigh($store);
    $rows = Findings::missing($store, new Lens())['rows'];
    expect($rows)
        ->toHaveCount(1)
        ->and($rows[0]->url)
        ->toContain('/out')
        ->and((float) $rows[0]->missed)
        ->toBeGreaterThan(0.0)
        ->and($rows[0]->missed)
        ->toEqualWithDelta(
            $rows[0]->missedClicks *
                (float) DB::table('weigh_scores')->where('page_id', $rows[0]->pageId)->value('click_value'),
            1e-6,
        );
    $this->actingAs(member($store, Role::Viewer))
        ->get("/s/{$store->slug}/weigh/not-in-stock")
        ->assertOk()
        ->assertSee('out of stock');
    expect(
        $this->get("/s/{$store->slug}/weigh/not-in-stock.csv")
            ->assertOk()
            ->streamedContent(),
    )
        ->toContain('clicks_in_28_days')
        ->toContain('/out');
});

it('follows other assumptions exactly as weighing by them would', function (): void {
    $store = weighableStore();
    weigh($store);
    foreach (
        [
            ['share' => '0.4', 'probability' => '0.9', 'target' => '1'],
            ['share' => '1', 'probability' => '0.2', 'target' => '5'],
            ['share' => '0', 'probability' => '0', 'target' => '2'],
        ] as $asked
    ) {
        $answer = WhatIf::from(Request::create('/', 'GET', $asked), $store->refresh())->answer($store, new Lens());
        foreach (
            [
                'share_closed' => $asked['share'],
                'lift_probability' => $asked['probability'],
                'target_position' => $asked['target'],
            ] as $key => $value
        ) {
            app(StoreOptions::class)->set($store->refresh(), $key, $value);
        }
        weigh($store->refresh());
        $anew = DB::table('weigh_scores')->where('store_id', $store->id)->get()->keyBy('page_id');
        foreach ($answer['rows'] as $row) {
            expect((float) $row->now)->toEqualWithDelta(
                (float) $anew[$row->pageId]?->upside,
                1e-3 + 1e-5 * (float) $row->now,
            );
        }
        expect($answer['upside'])->toEqualWithDelta((float) $anew->sum('upside'), 0.01 + 1e-5 * $answer['upside']);
    }
    $double = WhatIf::from(Request::create('/', 'GET', ['value' => '2']), $store->refresh())->answer(
        $store,
        new Lens(),
    );
    expect($double['upside'])->toEqualWithDelta(2 * $double['was'], 1e-3);
    $this->actingAs(member($store, Role::Writer))
        ->get("/s/{$store->slug}/weigh/what-if?share=0.3&probability=x&target=99")
        ->assertOk();
    $this->post("/s/{$store->slug}/weigh/what-if", [
        'share' => 1,
        'probability' => 0.5,
        'target' => 3,
    ])->assertForbidden();
    $this->actingAs(member($store, Role::Owner))
        ->post("/s/{$store->slug}/weigh/what-if", ['share' => 2, 'probability' => 0.5, 'target' => 3])
        ->assertSessionHasErrors('share');
    $this->post("/s/{$store->slug}/weigh/what-if", [
        'share' => 0.5,
        'probability' => 0.5,
        'target' => 3,
    ])->assertRedirect();
    expect($store->refresh()->options()->assumed('share_closed'))->toBe(0.5);
});

it('cuts the list where the next page would not pay or the month has no more hours', function (): void {
    $store = weighableStore();
    weigh($store);
    $cut = HandOrRecipe::of($store, new Lens(), 2);
    $upsides = DB::table('weigh_scores')
        ->where('store_id', $store->id)
        ->where('upside', '>', 0)
        ->orderByDesc('upside')
        ->pluck('upside')
        ->map(floatval(...))
        ->all();
    expect($cut->looked)
        ->toBe(count($upsides))
        ->and($cut->steps[array_key_last(some($cut->steps))]['upside'])
        ->toEqualWithDelta(array_sum($upsides), 1e-6)
        ->and($cut->steps[array_key_last(some($cut->steps))]['part'])
        ->toEqualWithDelta(1.0, 1e-9);
    app(StoreOptions::class)->set($store->refresh(), 'hour_cost', '100000');
    expect(HandOrRecipe::of($store->refresh(), new Lens(), null)->paying)->toBe(0);
    app(StoreOptions::class)->set($store->refresh(), 'hour_cost', '0');
    app(StoreOptions::class)->set($store->refresh(), 'month_hours', '1');
    app(StoreOptions::class)->set($store->refresh(), 'minutes_product', '45');
    expect(HandOrRecipe::of($store->refresh(), new Lens(), null))->fitting->toBe(1)->proposed->toBe(1);
    $this->actingAs(member($store, Role::Writer))
        ->get("/s/{$store->slug}/weigh/hand-or-recipe")
        ->assertOk()
        ->assertSee('proposed');
    $this->post("/s/{$store->slug}/weigh/hand-or-recipe", ['pages' => 1, 'to' => 'tail'])->assertRedirect();
    $tail = DB::table('selected_pages')
        ->join('page_selections', 'page_selections.id', '=', 'selection_id')
        ->where('page_selections.store_id', $store->id)
        ->count();
    expect($tail)->toBe(count($upsides) - 1);
    $this->post("/s/{$store->slug}/weigh/hand-or-recipe", ['pages' => 0, 'to' => 'tail'])->assertSessionHasErrors(
        'pages',
    );
    $this->post("/s/{$store->slug}/weigh/hand-or-recipe", ['pages' => 1, 'to' => '999999'])->assertNotFound();
});

it('cuts bands where the curve halves, and counts every query in one', function (): void {
    $bands = PlaceBands::of(null);
    foreach ($bands as $band) {
        if ($band['to'] !== null && $band['to'] < 20) {
            expect(ClickCurve::assumed($band['to'] + 1))->toBeLessThanOrEqual(ClickCurve::assumed($band['from']) / 2);
        }
    }
    expect($bands[0]['from'])
        ->toBe(1)
        ->and($bands[count($bands) - 1]['to'])
        ->toBeNull();
    $store = weighableStore();
    weigh($store);
    $weeks = PlaceBands::weeks($store, new Lens(), $bands);
    expect($weeks)->toHaveCount(13)->and(array_sum(array_column(sure(end($weeks)), 'pairs')))->toBe(5);
    $this->actingAs(member($store, Role::Viewer))
        ->get("/s/{$store->slug}/weigh/places")
        ->assertOk();
});

it('draws pages beside the curve, picks a range of them, and shows one page’s queries', function (): void {
    $store = weighableStore();
    weigh($store);
    $this->actingAs(member($store, Role::Viewer));
    $this->get("/s/{$store->slug}/weigh/curve")
        ->assertOk()
        ->assertSee('curve-line', false)
        ->assertSee('/poor');
    $this->get("/s/{$store->slug}/weigh/curve?from=3&to=5&low=0&high=2")
        ->assertOk()
        ->assertSee('1 pages selected');
    $this->get("/s/{$store->slug}/weigh/curve?from=5&to=3&low=abc&high=")->assertOk();
    $page = (int) DB::table('pages')->where('store_id', $store->id)->where('url', 'like', '%/poor')->value('id');
    $this->get("/s/{$store->slug}/weigh/curve?page=$page&from=1&to=9&low=0&high=100")
        ->assertOk()
        ->assertSee('Position and CTR of one page’s queries')
        ->assertSee('lamp /poor');
});

it('begins with the core pages where nothing is known of searches', function (): void {
    $site = (new Site())
        ->linking('/', ['/range' => 'R', '/lamp' => 'L'])
        ->linking('/range', ['/lamp' => 'L'])
        ->linking('/lamp', []);
    $store = $site->store();
    kindOf($store, '/range', 2);
    kindOf($store, '/lamp', 3);
    crawl($store);
    $this->actingAs(member($store, Role::Viewer))
        ->get("/s/{$store->slug}/weigh")
        ->assertOk()
        ->assertSee('start with the core pages')
        ->assertSee('most pages link to')
        ->assertSee('collection');
    bringIn($store, 'page,day,visits,orders,revenue'."\n/lamp,".weekBack(0).",20,5,500\n", FileSort::Sales);
    weigh($store);
    $this->get("/s/{$store->slug}/weigh")
        ->assertSee('sell best')
        ->assertSee('500');
});

it('shows every screen to the store’s people, strangers none', function (): void {
    $store = weighableStore();
    weigh($store);
    $query = (int) DB::table('search_queries')->where('store_id', $store->id)->value('id');
    $paths = [
        'quick-wins', 'losing', 'moved', 'ahead', 'not-in-stock', 'not-in-stock.csv', 'curve', 'numbers',
        'numbers?by=folder', 'numbers?by=collection', 'numbers?by=device', 'numbers?by=class&against=year',
        'numbers?by=week&device=phone', 'numbers?by=market', 'queries',
        'queries?sort=impressions&class=question&weeks=26', "queries/$query", 'places', 'hand-or-recipe', 'what-if',
        'worklists', 'calendar', '?weeks=52&against=year&device=tablet&class=maker&kind=article&sort=clicks',
        '?weeks=7&device=x&class=-1&market=999&sort=nothing&after=%27',
    ];
    foreach ($paths as $path) {
        $this->app['auth']->forgetGuards();
        $this->get("/s/{$store->slug}/weigh".(str_starts_with($path, '?') ? '' : '/').$path)->assertRedirect(
            '/sign-in',
        );
        $this->actingAs(member($other ??= (new Site())->store(), Role::Owner))
            ->get("/s/{$store->slug}/weigh".(str_starts_with($path, '?') ? '' : '/').$path)
            ->assertNotFound();
        $this->actingAs(member($store, Role::Viewer))
            ->get("/s/{$store->slug}/weigh".(str_starts_with($path, '?') ? '' : '/').$path)
            ->assertOk();
    }
    $this->actingAs(member($other, Role::Owner))
        ->get("/s/{$other->slug}/weigh/queries/$query")
        ->assertNotFound();
    // An empty store shows them, too.
    foreach ($paths as $path) {
        str_starts_with($path, 'queries/') ||
            $this->get("/s/{$other->slug}/weigh".(str_starts_with($path, '?') ? '' : '/').$path)->assertOk();
    }
    $this->actingAs(member($store, Role::Viewer))
        ->post("/s/{$store->slug}/weigh/hand-or-recipe", ['pages' => 1, 'to' => 'tail'])
        ->assertForbidden();
});

it('tells what moved with the last weighing, by parts that add up', function (): void {
    $store = weighableStore();
    weigh($store);
    weigh($store);
    expect(Findings::moved($store, new Lens()))->toBe([]);
    $before = DB::table('weigh_scores')
        ->where('store_id', $store->id)
        ->pluck('upside', 'page_id')
        ->map(floatval(...))
        ->all();
    $rows = '';
    foreach (range(0, 12) as $week) {
        $rows .= '/good,lamp /good,'.weekBack($week).",5,900,4\n";
    }
    bringIn($store, "page,query,day,clicks,impressions,position\n$rows");
    weigh($store);
    $moved = Findings::moved($store, new Lens());
    expect($moved)->not->toBe([]);
    foreach ($moved as $row) {
        expect($row->wasUpside)
            ->toEqualWithDelta($before[$row->pageId], 1e-9)
            ->and($row->byWorth + $row->byTexts + $row->byPositions)
            ->toEqualWithDelta($row->upside - $row->wasUpside, 1e-6)
            // In words, not in the code that is kept.
            ->and($row->reason)
            ->toContain(' ');
    }
    $this->actingAs(member($store, Role::Viewer))
        ->get("/s/{$store->slug}/weigh/moved")
        ->assertOk()
        ->assertSee('/good');
});

it('counts what is kept of the revenue: less returns and tax, or the margin where files tell it', function (): void {
    $site = (new Site())->linking('/', []);
    $store = $site->store();
    crawl($store);
    [$first, $last] = [now()->subDays(97)->toDateString(), now()->subDays(7)->toDateString()];
    bringIn($store, "page,clicks,impressions,position\n/,1000,20000,3\n", FileSort::Search, $first, $last);
    bringIn(
        $store,
        "page,query,clicks,impressions,position\n/,brass lamp,620,9000,3\n",
        FileSort::Search,
        $first,
        $last,
    );
    $worth = static function () use ($store): float {
        weigh($store->refresh());

        return (float) DB::table('weigh_scores')->where('store_id', $store->id)->value('click_value');
    };
    bringIn($store, "page,visits,orders,revenue,returned\n/,600,12,600,120\n", FileSort::Sales, $first, $last);
    expect($worth())->toEqualWithDelta(0.48, 1e-6);
    app(StoreOptions::class)->set($store->refresh(), 'tax', '0.2');
    expect($worth())->toEqualWithDelta(0.4, 1e-6);
    app(StoreOptions::class)->set($store->refresh(), 'margin', '0.5');
    expect($worth())->toEqualWithDelta(0.2, 1e-6);
    bringIn(
        $store,
        "page,visits,orders,revenue,returned,margin\n/,600,12,600,120,250\n",
        FileSort::Sales,
        $first,
        $last,
    );
    expect($worth())
        ->toEqualWithDelta(0.2, 1e-6)
        ->and((float) DB::table('page_index')->where('store_id', $store->id)->value('margin'))
        ->toBe(250.0);
});

it('sums other dates as a job, of each day the coarsest grain, and keeps them', function (): void {
    $store = weighableStore();
    $first = now()->startOfWeek()->subWeeks(5)->toDateString();
    $last = now()->startOfWeek()->subWeeks(2)->addDays(3)->toDateString();
    $this->actingAs(member($store, Role::Viewer))
        ->post("/s/{$store->slug}/weigh/dates", ['first' => $first, 'last' => $last])
        ->assertForbidden();
    $this->actingAs(member($store, Role::Writer))
        ->post("/s/{$store->slug}/weigh/dates", ['first' => $last, 'last' => $first])
        ->assertSessionHasErrors('last');
    $this->post("/s/{$store->slug}/weigh/dates", ['first' => 'x', 'last' => $last])->assertSessionHasErrors('first');
    $to = (string) $this->post("/s/{$store->slug}/weigh/dates", ['first' => $first, 'last' => $last])
        ->assertRedirect()
        ->headers->get('Location');
    $this->get($to)->assertOk()->assertSee('being calculated');
    app(App\Platform\Work\WorkDesk::class)->workToEnd(
        (int) DB::table('work')->where('sort', 'weigh.range')->where('store_id', $store->id)->value('id'),
    );
    // Four weeks of page rows: 96, 19, 32 and 32 clicks; what queries tell is part of them.
    $this->get($to)
        ->assertOk()
        ->assertSee('/good')
        ->assertSee((string) (4 * (96 + 19 + 32 + 32)).'</b> clicks', false);
    expect(
        $this->get("$to/export.csv")
            ->assertOk()
            ->streamedContent(),
    )->toContain('/good,'. 4 * 96 .',4000');
    $this->get($to)->assertDontSee('Data was imported since');
    bringIn($store, "page,day,clicks,impressions,position\n/good,$first,1,10,4\n");
    $this->get($to)->assertSee('Data was imported since');
    $again = (string) $this->post("/s/{$store->slug}/weigh/dates", ['first' => $first, 'last' => $last])->headers->get(
        'Location',
    );
    expect($again)->toBe($to);
    $this->actingAs(member($other = (new Site())->store(), Role::Owner))
        ->get(str_replace($store->slug, $other->slug, $to))
        ->assertNotFound();
});
