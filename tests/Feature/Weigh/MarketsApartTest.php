<?php

declare(strict_types=1);

use App\Access\Role;
use App\Gather\Files\FileSort;
use App\Stores\AddStore;
use App\Stores\MarketOptions;
use App\Stores\Models\Market;
use App\Stores\Models\Store;
use App\Weigh\Lists\Findings;
use App\Weigh\Lists\RivalPage;
use App\Weigh\Numbers\Lens;
use App\Weigh\Worklists\NewWorklist;
use App\Weigh\Worklists\Worklist;
use App\Weigh\Worklists\WorklistPage;
use App\Weigh\Worklists\Worklists;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;
use Orchard\Core\Demand\Chance;

/**
 * Three markets in two languages and as many currencies as given, each by files of its own: the second with a hole, the
 * third told since five weeks, and without sales where it has no currency of its own to tell.
 *
 * @param  list<string>  $currencies
 */
function apartStore(int $seed, array $currencies, bool $thirdSells = true): Store
{
    $store = app(AddStore::class)->add('Apart', 'https://apart.example', 'apart-'.Str::lower(Str::random(10)));
    $first = $store->markets()->firstOrFail();
    foreach ([['DE', 'de', '/de'], ['AT', 'de', '/at'], ['UK', 'en', '/uk']] as $i => [$name, $language, $prefix]) {
        $market =
            $i === 0
                ? $first
                : Market::query()->create([
                    'store_id' => $store->id,
                    'place' => $i + 1,
                    'name' => $name,
                    'language' => $language,
                    'country' => '',
                    'currency' => 'EUR',
                    'host' => '',
                    'brand' => 'Apart',
                    'limits' => [],
                ]);
        $market->update([
            'name' => $name,
            'language' => $language,
            'country' => $name === 'UK' ? 'GB' : $name,
            'currency' => $currencies[$i],
            'path_prefix' => $prefix,
        ]);
    }
    $store = $store->refresh();
    $chance = new Chance($seed);
    $days = [daysBack(119), [...daysBack(70, 49), ...daysBack(35)], daysBack(35)];
    foreach (['/de', '/at', '/uk'] as $i => $prefix) {
        [$pages, $queries, $sales] = ['', '', ''];
        foreach ($days[$i] as $day) {
            for ($page = 1; $page <= 6; $page++) {
                $clicks = $chance->whole(2, 9) + $page;
                $impressions = 60 + 20 * $page;
                $pages .=
                    "$prefix/p/$page,$day,".($clicks + 2).','.($impressions + 20).','.($page + 2 + $i)."\n";
                // Both German-speaking markets are found by the same queries; two pages of the first stand for one.
                $word = $i < 2 ? ($page === 2 ? 'eiche 1' : "eiche $page") : "oak $page";
                $queries .= "$prefix/p/$page,$word,$day,$clicks,$impressions,".($page + 2 + $i)."\n";
                $orders = $chance->whole(0, 2);
                $sales .= "$prefix/p/$page,$day,$orders,".$orders * (40 + 10 * $page).".50\n";
            }
        }
        $pages .= $i === 0 ? "/imprint,{$days[0][3]},3,40,5\n" : '';
        bringIn($store, "page,day,clicks,impressions,position\n$pages");
        bringIn($store, "page,query,day,clicks,impressions,position\n$queries");
        ($i < 2 || $thirdSells) && bringIn($store, "page,day,orders,revenue\n$sales", FileSort::Sales);
    }
    weigh($store);

    return $store->refresh();
}

/** @return array<string, float> a sum over the window by market's name, from the rows themselves */
function byRows(Store $store, string $table, string $column, int $grain, int $weeks = 13, int $back = 0): array
{
    $last = (string) DB::table('number_windows')->where('store_id', $store->id)->value('last_day');
    $end = (new DateTimeImmutable($last))->modify('-'. 7 * $back.' days');
    $sums = [];
    foreach (
        DB::select(
            "SELECT SUBSTRING_INDEX(SUBSTRING(p.url, 23), '/', 1) AS part, SUM(r.$column) AS n FROM $table r JOIN pages p ON p.id = r.page_id WHERE r.store_id = ? AND r.grain = ? AND r.day BETWEEN ? AND ? GROUP BY part",
            [
                $store->id,
                $grain,
                $end->modify('-'.(7 * $weeks - 1).' days')->format('Y-m-d'),
                $end->format('Y-m-d'),
            ],
        ) as $row
    ) {
        $sums[(string) $row->part] = (float) $row->n;
    }

    return $sums;
}

it('seeks the best placed page of a query in its own market', function (): void {
    $store = apartStore(4, ['EUR', 'EUR', 'GBP']);
    $best = [];
    foreach (
        DB::select(
            'SELECT m.market_id, q.text, p.url, m.rivals FROM weigh_query_markets m JOIN search_queries q ON q.id = m.query_id JOIN pages p ON p.id = m.best_page WHERE m.store_id = ?',
            [$store->id],
        ) as $row
    ) {
        $best[(string) $row->text][(int) $row->market_id] = [
            (string) parse_url((string) $row->url, PHP_URL_PATH),
            (int) $row->rivals,
        ];
    }
    [$de, $at, $uk] = DB::table('markets')->where('store_id', $store->id)->orderBy('place')->pluck('id')->all();
    expect($best['eiche 1'])
        ->toBe([$de => ['/de/p/1', 2], $at => ['/at/p/1', 2]])
        ->and($best['eiche 5'])
        ->toBe([$de => ['/de/p/5', 1], $at => ['/at/p/5', 1]])
        ->and($best['oak 3'])
        ->toBe([$uk => ['/uk/p/3', 1]]);
    // No market takes the upside of the other, and only pages of one market stand beside each other.
    $rows = weighed($store);
    expect($rows['/at/p/5']['upside_position'])
        ->toBeGreaterThan(0.0)
        ->and($rows['/de/p/5']['upside_position'])
        ->toBeGreaterThan(0.0)
        ->and($rows['/de/p/2']['upside_position'])
        ->toBe(0.0);
    foreach (Findings::rivals($store, new Lens()) as $rival) {
        expect($rival->text)
            ->toBe('eiche 1')
            ->and(
                array_unique(
                    array_map(
                        static fn (RivalPage $page): string => substr(
                            (string) parse_url((string) $page->url, PHP_URL_PATH),
                            0,
                            3,
                        ),
                        $rival->pages,
                    ),
                ),
            )
            ->toHaveCount(1);
    }
});

it('tells every sum as the rows do, market by market, and adds nothing that cannot be added', function (
    int $seed,
): void {
    $store = apartStore($seed, ['EUR', 'CHF', 'GBP']);
    $this->actingAs(member($store, Role::Owner));
    $markets = DB::table('markets')->where('store_id', $store->id)->orderBy('place')->get();
    $clicks = byRows($store, 'search_rows', 'clicks', 33);
    $revenue = byRows($store, 'sales_rows', 'revenue', 33);
    foreach ($markets as $market) {
        $part = strtolower((string) $market->name);
        $sums = DB::selectOne(
            'SELECT SUM(clicks) AS clicks, SUM(revenue) AS revenue, SUM(clicks_before) AS before_, SUM(clicks_beside_before) AS beside FROM weigh_groups WHERE store_id = ? AND weeks = 13 AND device = 9 AND class = 9 AND sort = ? AND market_id = ?',
            [$store->id, 'kind', $market->id],
        );
        expect((float) $sums->clicks)
            ->toBe($clicks[$part] + ($part === 'de' ? $clicks['imprint'] ?? 0 : 0))
            ->and((float) $sums->revenue)
            ->toBe($revenue[$part]);
        // Of the first two markets four weeks are told before the window, of the third none.
        $monday = (new DateTimeImmutable(
            (string) DB::table('number_windows')->where('store_id', $store->id)->value('last_day'),
        ))->modify('-6 days');
        $then = byRows($store, 'search_rows', 'clicks', 33, 13, 13);
        expect((float) $sums->before_)
            ->toBe(($then[$part] ?? 0.0) + ($part === 'de' ? $then['imprint'] : 0.0))
            ->and(isset($then[$part]))
            ->toBe($part !== 'uk');
        if ($part === 'de') {
            $now = (float) DB::selectOne(
                'SELECT SUM(r.clicks) AS n FROM search_rows r JOIN pages p ON p.id = r.page_id WHERE r.store_id = ? AND r.grain = 33 AND p.url LIKE ? AND r.day BETWEEN ? AND ?',
                [
                    $store->id,
                    'https://apart.example/de/%',
                    $monday->modify('-21 days')->format('Y-m-d'),
                    $monday->modify('+6 days')->format('Y-m-d'),
                ],
            )->n;
            expect((float) $sums->beside)->toBe($now);
        }
        // A click is worth what the days tell that both sides hold.
        $value = (float) DB::table('weigh_scores')
            ->where('store_id', $store->id)
            ->where('market_id', $market->id)
            ->avg('click_value');
        expect($value)->toEqualWithDelta($revenue[$part] / $clicks[$part], (0.35 * $revenue[$part]) / $clicks[$part]);
        $page = $this->get(route('weigh', [$store, 'market' => $market->id]))
            ->assertOk()
            ->assertSeeText("{$market->currency} upside in 28 days");
        $sum = (float) DB::table('weigh_scores')
            ->where('store_id', $store->id)
            ->where('market_id', $market->id)
            ->sum('upside');
        $page->assertSee(App\Weigh\Numbers\Units::shown($sum));
    }
    // The whole store has no common sum.
    expect(
        preg_match(
            '~name="market"[^>]*><option value="(\d+)"[^>]*selected~',
            (string) $this->get(route('weigh.numbers', [$store, 'by' => 'kind']))->assertOk()->getContent(),
            $first,
        ),
    )
        ->toBe(1)
        ->and((int) ($first[1] ?? 0))
        ->toBe($markets[0]?->id);
    $export = weighed($store);
    foreach ($export as $path => $row) {
        expect($row['currency'])->toBe(
            ['de' => 'EUR', 'at' => 'CHF', 'uk' => 'GBP', 'imprint' => 'EUR'][explode('/', $path)[1]],
            $path,
        );
    }
    $this->get(route('weigh.what-if', [$store, 'markets' => [(string) $markets[1]?->id, (string) $markets[2]?->id]]))
        ->assertOk()
        ->assertSeeText('CHF upside in 28 days')
        ->assertSee('Sums in CHF only')
        ->assertDontSee('/uk/p/');
    $this->get(route('weigh.cut', [$store, 'market' => $markets[2]?->id]))
        ->assertOk()
        ->assertSee('GBP')
        ->assertDontSee('EUR');
    $told = json_decode((string) orchard(['weigh:score', "--store=$store->slug", '--wait', '--json'])['out'], true);
    expect($told['upside'])
        ->toBeNull()
        ->and(array_keys($told['upside_by_currency']))
        ->toBe(['EUR', 'CHF', 'GBP']);
})->with([11, 12]);

it('fills a worklist from the market that was chosen, and sums it by currency', function (): void {
    $store = apartStore(5, ['EUR', 'CHF', 'GBP']);
    $this->actingAs(member($store, Role::Owner));
    $markets = DB::table('markets')->where('store_id', $store->id)->orderBy('place')->pluck('id')->all();
    $this->post(route('worklists.open', $store), [
        'name' => 'Austria',
        'first' => '2026-01-01',
        'due' => '2026-02-01',
        'by' => 'pages',
        'capacity' => 4,
        'fill' => '1',
        'market' => (string) $markets[1],
    ])->assertRedirect();
    $list = Worklists::openOnes($store)[0];
    $paths = static fn (): array => array_map(
        static fn (WorklistPage $one): string => substr((string) parse_url((string) $one->url, PHP_URL_PATH), 0, 4),
        WorklistPage::of($store, $list->id),
    );
    expect(array_unique($paths()))
        ->toBe(['/at/'])
        ->and(count($paths()))
        ->toBe(4);
    DB::table('weigh_worklists')->update(['most_pages' => 6]);
    $this->post(route('worklist.fill', [$store, $list->id]));
    expect(array_unique($paths()))
        ->toBe(['/at/'])
        ->and(count($paths()))
        ->toBe(6);
    // Pages of another currency that a person puts in stand in a sum of their own.
    $uk = (int) DB::table('weigh_scores')->where('market_id', $markets[2])->orderByDesc('upside')->value('page_id');
    Worklists::add($store, $list, [$uk]);
    $sums = Worklists::all($store)[0]->sums;
    expect(array_keys($sums))
        ->toBe(['CHF', 'GBP'])
        ->and($sums['GBP'])
        ->toEqualWithDelta((float) DB::table('weigh_scores')->where('page_id', $uk)->value('upside'), 0.01);
    $this->get(route('worklists', $store))->assertSee('CHF')->assertSee('GBP');
    $this->get(route('worklist', [$store, $list->id]))->assertSee('CHF')->assertSee('GBP');
    $sheet = $this->get(route('worklist.export', [$store, $list->id, 'csv']))->streamedContent();
    expect($sheet)->toContain(',CHF')->toContain(',GBP');
});

it('leaves pages of other open lists there unless they are wanted', function (): void {
    $store = apartStore(6, ['EUR', 'EUR', 'EUR']);
    $this->actingAs(member($store, Role::Owner));
    $lists = array_map(
        static fn (string $name): ?Worklist => Worklists::find(
            $store,
            Worklists::open($store, new NewWorklist($name, '2026-01-01', '2026-02-01', 600), null),
        ),
        ['one', 'two'],
    );
    $pages = DB::table('weigh_scores')->where('store_id', $store->id)->limit(3)->pluck('page_id')->all();
    $this->post(route('worklists.add', $store), ['list' => $lists[0]?->id, 'pages' => $pages])->assertSessionHas(
        'done',
        fn (string $said): bool => str_starts_with($said, '3 pages were added to'),
    );
    $this->post(route('worklists.add', $store), ['list' => $lists[1]?->id, 'pages' => $pages])->assertSessionHas(
        'done',
        fn (string $said): bool => str_contains($said, '3 left in other open worklists'),
    );
    expect(WorklistPage::of($store, sure($lists[1]?->id)))->toBe([]);
    $this->post(route('worklists.add', $store), ['list' => $lists[1]?->id, 'pages' => $pages, 'even' => '1']);
    expect(WorklistPage::of($store, sure($lists[1]?->id)))->toHaveCount(3);
});

it('counts clicks where no sales are known, everywhere', function (): void {
    $store = apartStore(7, ['EUR', 'EUR', 'EUR'], thirdSells: false);
    $this->actingAs(member($store, Role::Owner));
    $uk = (int) DB::table('markets')->where('store_id', $store->id)->where('name', 'UK')->value('id');
    $rows = array_filter(
        weighed($store),
        static fn (string $path): bool => str_starts_with($path, '/uk'),
        ARRAY_FILTER_USE_KEY,
    );
    $scores = DB::table('weigh_scores')->where('market_id', $uk)->get()->keyBy('page_id');
    foreach ($rows as $row) {
        expect($row['currency'])
            ->toBe('clicks')
            ->and($row['revenue'])
            ->toBeNull()
            ->and($row['orders'])
            ->toBeNull()
            ->and($row['upside'])
            ->toEqualWithDelta($row['upside_wording'] + $row['upside_position'], 0.02);
        $row['upside'] > 0.5 &&
            expect($row['reason'])
                ->not->toBe('earns what its positions can')
                ->and($row['low'])
                ->toBeLessThan($row['upside'])
                ->and($row['high'])
                ->toBeGreaterThan($row['upside']);
    }
    foreach ($scores as $score) {
        expect((float) $score->upside)
            ->toEqualWithDelta((float) $score->extra_clicks, 1e-6)
            ->and((float) $score->click_value)
            ->toBe(1.0);
    }
    expect(array_sum(array_column($rows, 'upside')))->toBeGreaterThan(10.0);
    $this->get(route('weigh', [$store, 'market' => $uk]))
        ->assertOk()
        ->assertSee('No sales data for these days')
        ->assertSeeText('clicks upside in 28 days');
    $list = Worklists::find(
        $store,
        Worklists::open($store, new NewWorklist('Clicks', '2026-01-01', '2026-02-01', 600, 3, market: $uk), null),
    );
    Worklists::fill($store, sure($list), new Lens(market: $uk));
    expect(array_keys(Worklists::all($store)[0]->sums))
        ->toBe(['clicks'])
        ->and(WorklistPage::of($store, sure($list?->id)))
        ->toHaveCount(3);
    $this->get(route('worklist', [$store, $list?->id]))->assertSeeText('clicks upside released');
    $this->get(route('weigh.why', [$store, $scores->first()?->page_id]))->assertOk();
});

it('tells which pages fit no market, and what a new market does not know yet', function (): void {
    $store = apartStore(8, ['EUR', 'CHF', 'GBP']);
    $this->actingAs(member($store, Role::Owner));
    $this->get(route('weigh.numbers', $store))->assertSee(
        '1 page fits no market’s host and path and is counted with DE.',
        false,
    );
    $this->get(route('gather', [$store, 'marks' => 'no-market']))
        ->assertOk()
        ->assertSee('/imprint')
        ->assertDontSee('/uk/p/1');
    $options = array_column(MarketOptions::list($store->markets()->firstOrFail()), 'value', 'key');
    expect($options['title_suffix'])->toContain('not known yet');
});
