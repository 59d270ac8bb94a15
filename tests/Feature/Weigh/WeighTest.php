<?php

declare(strict_types=1);

use App\Access\Role;
use App\Gather\Files\FileSort;
use App\Gather\Files\Imports;
use App\Platform\Work\NewWork;
use App\Platform\Work\WorkDesk;
use App\Stores\Models\Store;
use App\Stores\StoreOptions;
use App\Weigh\Weighing\ScoreWork;
use Illuminate\Support\Facades\DB;
use Tests\Web\Site;

it(
    'weighs what the rows say: withheld, the value of a click, and more for whoever earns less than its positions',
    function (): void {
        $store = weighableStore();
        weigh($store);
        $rows = weighed($store);
        expect($rows['/poor']['upside_wording'])
            ->toBeGreaterThan($rows['/good']['upside_wording'])
            ->and($rows['/good']['withheld_clicks'])
            ->toBe(13 * (96 - 90))
            ->and($rows['/out']['upside'])
            ->toBe(0.0)
            ->and($rows['/out']['reason'])
            ->toBe('nothing to sell: out of stock')
            ->and($rows['/hidden']['upside'])
            ->toBe(0.0)
            ->and($rows['/hidden']['reason'])
            ->toBe('not listed: noindex')
            ->and($rows['/poor']['reason'])
            ->toContain('below average for its positions');
        foreach ($rows as $row) {
            expect($row['upside'])
                ->toEqualWithDelta($row['upside_wording'] + $row['upside_position'], 0.011)
                ->and($row['low'])
                ->toBeLessThanOrEqual($row['upside'])
                ->and($row['high'])
                ->toBeGreaterThanOrEqual($row['upside'])
                ->and($row['impressions'])
                ->toBe(13000)
                ->and($row['ctr'])
                ->toEqualWithDelta($row['clicks'] / $row['impressions'], 1e-5);
        }
        // The store's own name is told apart and left out.
        expect(
            DB::table('weigh_queries')
                ->join('search_queries', 'search_queries.id', '=', 'query_id')
                ->where('weigh_queries.store_id', $store->id)
                ->where('text', 'a site')
                ->value('class'),
        )->toBe(1);
    },
);

it('counts 1,000 clicks of which 620 are told by queries as 380 withheld, each worth 0.60', function (): void {
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
    bringIn($store, "page,visits,orders,revenue\n/,600,12,600\n", FileSort::Sales, $first, $last);
    weigh($store);
    $score = DB::table('weigh_scores')->where('store_id', $store->id)->first();
    expect($score)
        ->clicks->toBe(1000)
        ->withheld_clicks->toBe(380)
        ->and((float) $score?->click_value)
        ->toEqualWithDelta(0.6, 1e-6);
});

it('shows the sum behind a page, and its parts add up to what the list says', function (): void {
    $store = weighableStore();
    weigh($store);
    $page = (int) DB::table('weigh_scores')->where('store_id', $store->id)->orderByDesc('upside')->value('page_id');
    $score = DB::table('weigh_scores')->where('page_id', $page)->first();
    $this->actingAs(member($store, Role::Viewer))
        ->get("/s/{$store->slug}/weigh")
        ->assertOk()
        ->assertSee('in 28 days')
        ->assertSee('/poor');
    $this->get("/s/{$store->slug}/weigh/pages/$page")
        ->assertOk()
        ->assertSee(number_format((float) $score?->wording, 2))
        ->assertSee(number_format((float) $score?->lift, 2))
        ->assertSee('lamp /poor');
    $this->get("/s/{$store->slug}/weigh?sort=clicks&kind=product")
        ->assertOk()
        ->assertSee('/good');
    expect(
        $this->get("/s/{$store->slug}/weigh/export.csv")
            ->assertOk()
            ->streamedContent(),
    )->toContain('upside_wording,upside_position,reason');
});

it('follows what people assume, and what files say of difficulty', function (): void {
    $store = weighableStore();
    weigh($store);
    $before = weighed($store);
    app(StoreOptions::class)->set($store->refresh(), 'share_closed', '0.5');
    weigh($store->refresh());
    expect(weighed($store)['/poor']['upside_wording'])->toEqualWithDelta($before['/poor']['upside_wording'] / 2, 0.02);
    app(StoreOptions::class)->set($store->refresh(), 'share_closed', '1');
    bringIn($store->refresh(), "keyword,difficulty\nlamp /poor,95\n", FileSort::Keywords);
    weigh($store->refresh());
    $after = weighed($store);
    expect($after['/poor']['upside_position'])
        ->toBeLessThan($before['/poor']['upside_position'])
        ->and($after['/good']['upside_position'])
        ->toBe($before['/good']['upside_position']);
    expect(fn () => app(StoreOptions::class)->set($store->refresh(), 'lift_probability', '2'))->toThrow(
        InvalidArgumentException::class,
        'a number from 0 to 1',
    );
});

it(
    'gives the same scores when it is done once more, and those of before when an import is taken back',
    function (): void {
        $store = weighableStore();
        weigh($store);
        $first = weighed($store);
        weigh($store);
        expect(weighed($store))->toBe($first);
        $day = now()->startOfWeek()->subWeeks(2)->toDateString();
        $import = bringIn($store, "page,day,clicks,impressions,position\n/good,$day,1,90000,4\n");
        weigh($store);
        expect(weighed($store)['/good'])->not->toBe($first['/good']);
        app(WorkDesk::class)->workToEnd(app(Imports::class)->takeBack($store, (int) $import->id, null));
        weigh($store);
        expect(weighed($store))->toBe($first);
    },
);

it('says so where there are no numbers, and weighs by itself once there are', function (): void {
    $store = (new Site())->linking('/', [])->store();
    $this->actingAs(member($store, Role::Viewer))
        ->get("/s/{$store->slug}/weigh")
        ->assertOk()
        ->assertSee('There are no clicks and impressions yet');
    weigh($store);
    expect(DB::table('weigh_scores')->where('store_id', $store->id)->count())->toBe(0);
    $before = DB::table('work')->where('store_id', $store->id)->where('sort', ScoreWork::sort())->count();
    bringIn(
        $store,
        "page,day,clicks,impressions,position\n/,".now()->startOfWeek()->subWeeks(2)->toDateString().",3,90,4\n",
    );
    expect(DB::table('work')->where('store_id', $store->id)->where('sort', ScoreWork::sort())->count())->toBe(
        $before + 1,
    );
});

it('takes odd rows as they are: no position, position 150, only the own brand', function (): void {
    $site = (new Site())
        ->linking('/', ['/a' => 'A', '/b' => 'B', '/c' => 'C'])
        ->linking('/a', [])
        ->linking('/b', [])
        ->linking('/c', []);
    $store = $site->store();
    crawl($store);
    $day = now()->startOfWeek()->subWeeks(2)->toDateString();
    bringIn(
        $store,
        "page,query,day,clicks,impressions,position\n/a,lamp,$day,3,90,\n/b,far lamp,$day,0,90,150\n/c,a site lamps,$day,50,60,1\n",
    );
    weigh($store);
    $this->actingAs(member($store, Role::Viewer))
        ->get("/s/{$store->slug}/weigh")
        ->assertSee('No sales data');
    $rows = weighed($store);
    expect($rows['/a']['position'])
        ->toBeNull()
        ->and($rows['/a']['upside'])
        ->toBe(0.0)
        ->and($rows['/b']['upside_position'])
        ->toBe(0.0)
        ->and($rows['/c']['upside'])
        ->toBe(0.0)
        ->and($rows['/c']['reason'])
        ->toBe('only brand queries');
});

it('is shown to the store’s people alone, and begun by writers', function (): void {
    $store = weighableStore();
    weigh($store);
    $page = (int) DB::table('weigh_scores')->where('store_id', $store->id)->value('page_id');
    foreach (['/weigh', "/weigh/pages/$page", '/weigh/export.csv'] as $path) {
        $this->app['auth']->forgetGuards();
        $this->get("/s/{$store->slug}$path")->assertRedirect('/sign-in');
        $this->actingAs(member($other ??= (new Site())->store(), Role::Owner))
            ->get("/s/{$store->slug}$path")
            ->assertNotFound();
    }
    $this->actingAs(member($other, Role::Owner))
        ->get("/s/{$other->slug}/weigh/pages/$page")
        ->assertNotFound();
    $this->actingAs(member($store, Role::Viewer))
        ->post("/s/{$store->slug}/weigh/score")
        ->assertForbidden();
    $this->actingAs(member($store, Role::Writer))
        ->post("/s/{$store->slug}/weigh/score")
        ->assertRedirect();
    expect(orchard(['weigh:score', "--store={$store->slug}", '--wait', '--json']))
        ->code->toBe(0)
        ->out->toContain('"state":"done"')
        ->and(orchard(['weigh:export', '--store=nowhere']))
        ->code->toBe(2);
});

it('weighs a store once at a time: a second weighing waits for the first, and its scores stand', function (): void {
    $store = weighableStore();
    weigh($store);
    $scores = weighed($store);
    $first = app(WorkDesk::class)->begin(new NewWork(ScoreWork::class, $store->id));
    DB::table('work')
        ->where('id', $first)
        ->update([
            'state' => 'running',
            'started_at' => now(),
            'fence' => 1,
            'owner' => 'elsewhere',
            'expires_at' => now()->addMinute(),
        ]);
    $second = app(WorkDesk::class)->begin(new NewWork(ScoreWork::class, $store->id));
    app(WorkDesk::class)->slice($second);
    expect(DB::table('work')->where('id', $second)->value('state'))
        ->toBe('waiting')
        ->and(DB::table('weigh_scores')->where('store_id', $store->id)->where('work_id', $second)->count())
        ->toBe(0);
    // Whoever held it is dead: nobody takes it up for a minute, and it is let go.
    DB::table('work')
        ->where('id', $first)
        ->update(['expires_at' => now()->subMinutes(2), 'wake_at' => now()->subMinutes(2)]);
    expect(app(WorkDesk::class)->workToEnd($second))
        ->toBe('done')
        ->and(weighed($store))
        ->toBe($scores)
        ->and(DB::table('work')->where('id', $first)->value('state'))
        ->toBe('stopped');
});

it('weighs anew when the words for the store itself are set by command', function (): void {
    $store = weighableStore();
    weigh($store);
    $brand = fn (): int => (int) DB::table('weigh_query_sums')
        ->where('store_id', $store->id)
        ->where('weeks', 13)
        ->where('class', 1)
        ->sum('clicks');
    $before = $brand();
    expect(orchard(['store:set', 'brand_terms', 'lamp', "--store={$store->slug}"]))->code->toBe(0);
    sortAnew($store);
    $work = (int) DB::table('work')
        ->where('store_id', $store->id)
        ->where('sort', 'weigh.score')
        ->where('state', 'waiting')
        ->max('id');
    expect($work)->toBeGreaterThan(0);
    expect(app(App\Platform\Work\WorkDesk::class)->workToEnd($work))->toBe('done');
    expect($brand())->toBeGreaterThan($before);
});

it('weighs by itself what an upgrade made otherwise, and not again and again', function (): void {
    $store = weighableStore();
    weigh($store);
    $waiting = static fn (): int => DB::table('work')
        ->where('store_id', $store->id)
        ->where('sort', ScoreWork::sort())
        ->where('state', 'waiting')
        ->count();
    DB::table('work')->where('store_id', $store->id)->delete();
    $scores = app(App\Weigh\Weighing\Scores::class);
    $scores->beginMissing();
    expect($waiting())->toBe(0);
    DB::table('weigh_states')->where('store_id', $store->id)->delete();
    $scores->beginMissing();
    $scores->beginMissing();
    expect($waiting())->toBe(1);
    DB::table('work')
        ->where('store_id', $store->id)
        ->update(['state' => 'failed']);
    $scores->beginMissing();
    expect($waiting())->toBe(0);
    DB::table('work')
        ->where('store_id', $store->id)
        ->update(['created_at' => now()->subHours(2)]);
    $scores->beginMissing();
    expect($waiting())->toBe(1);
});
