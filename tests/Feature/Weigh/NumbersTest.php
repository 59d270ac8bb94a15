<?php

declare(strict_types=1);

use App\Facts\PageWeeks;
use App\Stores\Models\Store;
use App\Weigh\Numbers\GroupSums;
use App\Weigh\Numbers\Lens;
use App\Weigh\Numbers\SumGroup;
use App\Weigh\Numbers\Sums;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Demand\Chance;
use Tests\Web\Site;

/** @param  array<Sums>  $sums */
function clicksOf(array $sums): int
{
    return array_sum(array_column($sums, 'clicks'));
}

/**
 * A store with two years of rows in two grains: pages by day, and some of the same clicks by query and device.
 *
 * @return array{Store, list<array{page: string, query: string, device: int, week: int, clicks: int, impressions: int,
 *     position: int}>, list<array{page: string, week: int, clicks: int, impressions: int}>}
 */
function twoYears(int $seed): array
{
    $chance = new Chance($seed);
    $paths = ['/', '/range/oak', '/lamp/a', '/lamp/b', '/journal/x'];
    $site = (new Site())->linking('/', array_combine(array_slice($paths, 1), ['Oak', 'A', 'B', 'X']));
    foreach (array_slice($paths, 1) as $path) {
        $site->linking($path, []);
    }
    $store = $site->store();
    crawl($store);
    $last = new DateTimeImmutable(PageWeeks::weekOf(now()->subDays(9)->toDateString()));
    $rows = $totals = [];
    $queries = $pages = '';
    for ($week = 0; $week < 104; $week++) {
        // One page is seen each day, so that no day is without rows.
        for ($of = 0; $of < 7; $of++) {
            $day = $last->modify('-'.(7 * $week - $of).' days')->format('Y-m-d');
            $rows[] = [
                'page' => '/range/oak',
                'query' => 'oak shelf',
                'device' => 1,
                'week' => $week,
                'clicks' => 0,
                'impressions' => 1,
                'position' => 9,
            ];
            $totals[] = ['page' => '/range/oak', 'week' => $week, 'clicks' => 0, 'impressions' => 1];
            $queries .= "/range/oak,oak shelf,desktop,$day,0,1,9\n";
            $pages .= "/range/oak,$day,0,1,4\n";
        }
        foreach ($paths as $path) {
            if ($chance->uniform() < 0.4 && $week > 0) {
                continue;
            }
            $day = $last->modify('-'.(7 * $week - $chance->whole(0, 6)).' days')->format('Y-m-d');
            $sum = ['clicks' => 0, 'impressions' => 0];
            foreach (['brass lamp', 'a site lamps', 'how to hang a lamp'] as $query) {
                foreach ([1 => 'desktop', 2 => 'mobile'] as $device => $name) {
                    if ($chance->uniform() < 0.3) {
                        continue;
                    }
                    $row = [
                        'page' => $path,
                        'query' => $query,
                        'device' => $device,
                        'week' => $week,
                        'clicks' => $chance->whole(0, 9),
                        'impressions' => $chance->whole(10, 99),
                        'position' => $chance->whole(1, 30),
                    ];
                    $rows[] = $row;
                    $queries .= "$path,$query,$name,$day,{$row['clicks']},{$row['impressions']},{$row['position']}\n";
                    $sum = [
                        'clicks' => $sum['clicks'] + $row['clicks'],
                        'impressions' => $sum['impressions'] + $row['impressions'],
                    ];
                }
            }
            $total = [
                'page' => $path,
                'week' => $week,
                'clicks' => $sum['clicks'] + $chance->whole(0, 5),
                'impressions' => $sum['impressions'] + 5 + $chance->whole(0, 50),
            ];
            $totals[] = $total;
            $pages .= "$path,$day,{$total['clicks']},{$total['impressions']},4\n";
        }
    }
    bringIn($store, "page,day,clicks,impressions,position\n$pages");
    bringIn($store, "page,query,device,day,clicks,impressions,position\n$queries");

    return [$store, $rows, $totals];
}

/**
 * @param  array<array<string, mixed>>  $rows
 * @return array<array-key, mixed>
 */
function between(array $rows, int $from, int $to): array
{
    return array_filter($rows, static fn (array $row): bool => $row['week'] >= $from && $row['week'] < $to);
}

it('holds the same numbers as the rows, for every window, comparison, device and class', function (): void {
    [$store, $rows, $totals] = twoYears(3);
    weigh($store);
    $classes = ['brass lamp' => 0, 'oak shelf' => 0, 'a site lamps' => 1, 'how to hang a lamp' => 3];
    $paths = array_map(
        static fn (string $url): string => (string) parse_url($url, PHP_URL_PATH),
        DB::table('pages')->where('store_id', $store->id)->pluck('url', 'id')->all(),
    );
    $seen = 0;
    foreach (DB::table('weigh_sums')->where('store_id', $store->id)->get() as $sum) {
        [$device, $class] = [(int) $sum->device, (int) $sum->class];
        $told = array_filter(
            $rows,
            static fn (array $row): bool => $row['page'] === $paths[$sum->page_id] &&
                ($device === Lens::ALL || $row['device'] === $device) &&
                match ($class) {
                    Lens::ALL => true,
                    Lens::BUT_BRAND => $classes[$row['query']] !== 1,
                    default => $classes[$row['query']] === $class,
                },
        );
        $source =
            $class === Lens::ALL && $device === Lens::ALL
                ? array_filter($totals, static fn (array $row): bool => $row['page'] === $paths[$sum->page_id])
                : $told;
        foreach (
            ['' => [0, $sum->weeks], '_before' => [$sum->weeks, 2 * $sum->weeks], '_year' => [52, 52 + $sum->weeks]] as $end => [$from, $to]
        ) {
            $part = between($source, (int) $from, (int) $to);
            expect((int) $sum->{"clicks$end"})
                ->toBe(array_sum(array_column($part, 'clicks')))
                ->and((int) $sum->{"impressions$end"})
                ->toBe(array_sum(array_column($part, 'impressions')));
            $seen++;
        }
        // Spread of positions over impressions.
        $now = between($told, 0, (int) $sum->weeks);
        $n = array_sum(array_column($now, 'impressions'));
        if ($n > 0) {
            $mean =
                array_sum(array_map(static fn (array $row): float => $row['impressions'] * $row['position'], $now)) / $n;
            $square =
                array_sum(
                    array_map(static fn (array $row): float => $row['impressions'] * $row['position'] ** 2, $now),
                ) / $n;
            expect((int) $sum->spread_milli / 1000)->toEqualWithDelta(sqrt(max(0, $square - $mean ** 2)), 0.002);
        }
    }
    expect($seen)->toBeGreaterThan(700);

    foreach (
        DB::table('weigh_query_sums')
            ->join('search_queries', 'search_queries.id', '=', 'query_id')
            ->where('weigh_query_sums.store_id', $store->id)
            ->get() as $sum
    ) {
        $source = array_filter($rows, static fn (array $row): bool => $row['query'] === $sum->text);
        foreach (
            ['' => [0, $sum->weeks], '_before' => [$sum->weeks, 2 * $sum->weeks], '_year' => [52, 52 + $sum->weeks]] as $end => [$from, $to]
        ) {
            expect((int) $sum->{"clicks$end"})->toBe(
                array_sum(array_column(between($source, (int) $from, (int) $to), 'clicks')),
            );
        }
    }
    // Folders: every page is in one of the first level.
    $folders = array_filter(
        GroupSums::of($store, new Lens(13), 'folder'),
        static fn (SumGroup $one): bool => substr_count($one->name, '/') < 3,
    );
    expect(clicksOf(array_map(static fn (SumGroup $one): Sums => $one->sums->now, $folders)))
        ->toBe(array_sum(array_column(between($totals, 0, 13), 'clicks')))
        ->and(array_column($folders, 'name'))
        ->toContain('/lamp/', '/');
    $weeks = GroupSums::weeks($store, new Lens(13, class: Lens::BUT_BRAND, device: 2));
    expect(clicksOf(array_column($weeks, 'sums')))
        ->toEqual(
            array_sum(
                array_column(
                    array_filter(
                        $rows,
                        static fn (array $row): bool => $row['device'] === 2 && $classes[$row['query']] !== 1,
                    ),
                    'clicks',
                ),
            ),
        )
        ->and(clicksOf(array_column(GroupSums::weeks($store, new Lens()), 'sums')))
        ->toEqual(array_sum(array_column($totals, 'clicks')));
    $devices = GroupSums::of($store, new Lens(26), 'device');
    expect(array_column($devices, 'name'))->toEqual([Lens::ALL, 2, 1]);
});

it('makes the sums anew only where days, kinds or words of own brand have changed', function (): void {
    [$store] = twoYears(8);
    weigh($store);
    $made = DB::table('weigh_states')->where('store_id', $store->id)->value('fingerprint');
    DB::table('weigh_sums')->where('store_id', $store->id)->where('weeks', 4)->delete();
    weigh($store);
    expect(DB::table('weigh_sums')->where('store_id', $store->id)->where('weeks', 4)->count())
        ->toBe(0)
        ->and(DB::table('weigh_states')->where('store_id', $store->id)->value('fingerprint'))
        ->toBe($made);
    app(App\Stores\StoreOptions::class)->set($store->refresh(), 'brand_terms', 'brass');
    weigh($store->refresh());
    expect(DB::table('weigh_sums')->where('store_id', $store->id)->where('weeks', 4)->count())
        ->toBeGreaterThan(10)
        ->and(
            DB::table('weigh_queries')
                ->join('search_queries', 'search_queries.id', '=', 'query_id')
                ->where('weigh_queries.store_id', $store->id)
                ->where('text', 'brass lamp')
                ->value('class'),
        )
        ->toBe(1);
});

it(
    'gives the same numbers and scores when it is killed between any two steps and does some of them twice',
    function (): void {
        [$store] = twoYears(5);
        $dump = static function () use ($store): array {
            $tables = [];
            foreach (
                [
                    'weigh_pairs', 'weigh_sums', 'weigh_query_sums', 'weigh_groups', 'weigh_weeks', 'weigh_places',
                    'weigh_seasons', 'weigh_season_groups', 'weigh_losses', 'weigh_density', 'weigh_totals',
                    'weigh_scores',
                ] as $table
            ) {
                $rows = array_map(
                    static fn (stdClass $row): string => json_encode(
                        array_diff_key(
                            (array) $row,
                            array_flip([
                                'work_id',
                                'was_upside',
                                'was_worth',
                                'was_wording_clicks',
                                'was_extra_clicks',
                                'moved_by',
                                'moved_at',
                                'reason',
                            ]),
                        ),
                        JSON_THROW_ON_ERROR,
                    ),
                    DB::select("SELECT * FROM $table WHERE store_id = ?", [$store->id]),
                );
                sort($rows);
                $tables[$table] = $rows;
            }

            return $tables;
        };
        weigh($store);
        $undisturbed = $dump();
        expect(array_sum(array_map(count(...), $undisturbed)))->toBeGreaterThan(500);
        DB::table('weigh_states')->where('store_id', $store->id)->delete();
        $work = app(App\Weigh\Weighing\Scores::class)->begin($store->id, null);
        DB::table('work')
            ->where('id', $work)
            ->update(['state' => 'running', 'fence' => 1]);
        $chance = new Chance(6);
        $progress = [];
        for ($slice = 0; $slice < 200; $slice++) {
            // Every slice is out of time after one step; now and then the process dies before it could say how far it
            // came.
            $run = new App\Platform\Work\WorkRun($work, $store->id, 0, null, 1, 0.0, $progress);
            $end = (new App\Weigh\Weighing\ScoreWork())->slice($run);
            if ($end->state === 'done') {
                break;
            }
            if ($chance->uniform() < 0.6) {
                $progress = (array) json_decode(
                    (string) DB::table('work')->where('id', $work)->value('progress'),
                    true,
                );
            }
        }
        expect($slice)->toBeGreaterThan(15)->toBeLessThan(200)->and($dump())->toBe($undisturbed);
    },
);

it('follows collections that take in other pages, without summing rows anew', function (): void {
    $site = (new Site())
        ->linking('/', ['/range' => 'R', '/a' => 'A', '/b' => 'B'])
        ->linking('/range', ['/a' => 'A'])
        ->linking('/a', [])
        ->linking('/b', []);
    $store = $site->store();
    foreach (['/range' => 2, '/a' => 3, '/b' => 3] as $path => $kind) {
        DB::table('kind_rules')->insert([
            'store_id' => $store->id,
            'place' => 0,
            'subject' => 'path',
            'test' => 'is',
            'value' => $path,
            'kind' => $kind,
        ]);
    }
    crawl($store);
    $day = PageWeeks::weekOf(now()->subDays(9)->toDateString());
    bringIn($store, "page,day,clicks,impressions,position\n/a,$day,5,90,4\n/b,$day,7,80,4\n");
    weigh($store);
    $clicks = static fn (): array => array_map(
        static fn (SumGroup $one): int => $one->sums->now->clicks,
        GroupSums::of($store, new Lens(), 'collection'),
    );
    expect($clicks())->toEqual([5]);
    DB::table('weigh_pairs')->insert([
        'store_id' => $store->id,
        'page_id' => 1,
        'query_id' => 999999,
        'device' => 0,
        'span' => 0,
        'clicks' => 1,
        'impressions' => 1,
        'position_sum' => 1000,
        'square' => 1,
    ]);
    $site->linking('/range', ['/a' => 'A', '/b' => 'B']);
    crawl($store);
    weigh($store);
    $range = DB::table('pages')->where('store_id', $store->id)->where('url', 'like', '%/range')->value('id');
    $seasons = DB::table('weigh_seasons')->where('store_id', $store->id)->pluck('group_id')->all();
    // A row that only a new summing would have taken away is still there.
    expect($clicks())
        ->toEqual([12])
        ->and(array_count_values($seasons)[$range])
        ->toBe(2)
        ->and(DB::table('weigh_pairs')->where('store_id', $store->id)->where('query_id', 999999)->exists())
        ->toBeTrue();
});

it('adds nothing up over markets of unlike currencies', function (): void {
    $store = weighableStore();
    $edit = app(App\Stores\EditMarkets::class);
    $other = $edit->add($store, 'Elsewhere', 'CH');
    App\Stores\MarketOptions::set($other, 'currency', 'CHF');
    $first = App\Stores\Markets::of($store->refresh())->first();
    $lens = static fn (array $asked): Lens => Lens::from(
        Illuminate\Http\Request::create('/', 'GET', $asked),
        $store,
        false,
    );
    expect($lens([])->market)
        ->toBe($first->id)
        ->and($lens(['market' => (string) $other->id])->market)
        ->toBe($other->id)
        ->and($lens(['market' => '999999'])->market)
        ->toBe($first->id);
    App\Stores\MarketOptions::set($other, 'currency', $first->currency);
    expect($lens([])->market)->toBeNull();
});

it('reads what is looked at from the address, and says it again', function (array $asked, array $said): void {
    $store = weighableStore();
    $lens = Lens::from(Illuminate\Http\Request::create('/', 'GET', $asked), $store, false);
    expect($lens->query())
        ->toBe($said)
        ->and(Lens::from(Illuminate\Http\Request::create('/', 'GET', $lens->query()), $store, false))
        ->toEqual($lens);
})->with([
    'as usual' => [[], []],
    'said as it is anyway' => [['weeks' => '13', 'against' => 'before', 'device' => 'all', 'class' => 'all'], []],
    'all of it' => [
        ['weeks' => '52', 'against' => 'year', 'device' => 'tablet', 'class' => 'but-brand', 'kind' => 'product'],
        ['weeks' => '52', 'against' => 'year', 'device' => 'tablet', 'class' => 'but-brand', 'kind' => 'product'],
    ],
    'nonsense' => [
        ['weeks' => '14', 'against' => 'them', 'device' => '1', 'class' => '250', 'kind' => 'x', 'market' => '-1'],
        [],
    ],
    'lists' => [['weeks' => ['4'], 'class' => ['brand']], []],
]);
