<?php

declare(strict_types=1);

use App\Facts\FactFile;
use App\Facts\FactTable;
use App\Facts\GrainDays;
use App\Gather\Files\FileAnswers;
use App\Gather\Files\FileLook;
use App\Gather\Files\FileSort;
use App\Gather\Files\Imports;
use App\Gather\Files\SumsBeside;
use App\Stores\AddStore;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;
use Orchard\Core\Demand\Chance;

/** A store that is known by its files alone. */
function toldStore(): Store
{
    return app(AddStore::class)->add('Told', 'https://told.example', 'told-'.Str::lower(Str::random(10)));
}

/** @return array<string, stdClass> numbers of the window by path */
function windowOf(Store $store): array
{
    $pages = [];
    foreach (
        DB::select('SELECT p.url, i.* FROM page_index i JOIN pages p ON p.id = i.page_id WHERE i.store_id = ?', [
            $store->id,
        ]) as $row
    ) {
        $pages[(string) parse_url((string) $row->url, PHP_URL_PATH)] = $row;
    }
    ksort($pages);

    return $pages;
}

it('leaves all other pages what finer rows tell, when a coarser file names some', function (int $seed): void {
    $chance = new Chance($seed);
    $store = toldStore();
    $days = daysBack(30);
    [$expected, $fine, $coarse, $devices] = [[], '', '', ''];
    for ($page = 0; $page < 12; $page++) {
        foreach ($days as $day) {
            $told = [0, 0, 0];
            foreach (['oak bed', 'oak table'] as $query) {
                foreach (['desktop', 'mobile'] as $device) {
                    $clicks = $chance->whole(0, 5);
                    $told[0] += $clicks;
                    $devices .= "/p/$page,$query,$device,$day,$clicks,40,3\n";
                }
            }
            // A file by page and query holds some of the pages, one by page alone some days of others.
            if ($page % 3 === 1) {
                $told[1] = $told[0] + 2;
                $fine .= "/p/$page,oak bed,$day,$told[1],90,3\n";
            }
            if ($page % 4 === 0 && $chance->uniform() < 0.5) {
                $told[2] = $told[0] + 7;
                $coarse .= "/p/$page,$day,$told[2],200,3\n";
            }
            $expected["/p/$page"] = ($expected["/p/$page"] ?? 0) + ($told[2] ?: ($told[1] ?: $told[0]));
        }
    }
    $files = [
        ["page,day,clicks,impressions,position\n", $coarse],
        ["page,query,day,clicks,impressions,position\n", $fine],
        ["page,query,device,day,clicks,impressions,position\n", $devices],
    ];
    foreach ($seed % 2 === 0 ? $files : array_reverse($files) as [$names, $rows]) {
        bringIn($store, $names.$rows);
    }
    // Whether a coarser grain names a page and day is looked up by its key: a range over the store for each row had not
    // ended after eleven minutes on a small shop.
    $parts = array_filter(
        GrainDays::of($store->id, FactTable::Search, [min(some($days)), max(some($days))]),
        static fn (GrainDays $part): bool => count($part->before) === 2,
    );
    expect($parts)->not->toBeEmpty();
    foreach ($parts as $part) {
        foreach (
            DB::select(
                "EXPLAIN INSERT INTO page_weeks (store_id, week, page_id, clicks) SELECT 0, MIN(r.day), r.page_id, SUM(r.clicks) FROM search_rows r WHERE {$part->condition()} GROUP BY r.page_id",
            ) as $step
        ) {
            expect(
                $step->table === 'r' || ($step->type === 'ref' && substr_count((string) $step->ref, ',') >= 3),
            )->toBeTrue();
        }
    }
    ksort($expected);
    expect(array_map(static fn (stdClass $row): int => (int) $row->clicks, windowOf($store)))->toBe($expected);
    // What was summed by device and by query goes by the same rule.
    weigh($store);
    foreach (windowOf($store) as $path => $row) {
        expect(
            (int) DB::table('weigh_sums')
                ->where('page_id', $row->page_id)
                ->where('weeks', 13)
                ->where('device', 9)
                ->where('class', 9)
                ->value('clicks'),
        )->toBe($expected[$path]);
        $ofQueries = (int) DB::table('weigh_pairs')->where('page_id', $row->page_id)->sum('clicks');
        $byQuery = (int) DB::table('search_rows')->where('page_id', $row->page_id)->where('grain', 35)->sum('clicks');
        expect($ofQueries)->toBe(
            $byQuery > 0
                ? $byQuery
                : (int) DB::table('search_rows')->where('page_id', $row->page_id)->where('grain', 43)->sum('clicks'),
        );
    }
})->with([2, 3]);

it('says before it counts that a file does not fit what is there', function (
    string $rows,
    FileSort $sort,
    ?string $sentence,
): void {
    $store = toldStore();
    $days = daysBack(14);
    $all = static fn (string $line): string => implode(
        '',
        array_map(
            static fn (string $day): string => implode(
                '',
                array_map(static fn (int $page): string => "/p/$page,".sprintf($line, $day)."\n", range(1, 7)),
            ),
            $days,
        ),
    );
    bringIn($store, "page,day,clicks,impressions\n".$all('%s,10,100'));
    bringIn($store, "page,day,orders,revenue\n".$all('%s,2,80'), FileSort::Sales);
    $path = (string) tempnam(sys_get_temp_dir(), 'rows');
    file_put_contents(
        $path,
        preg_replace_callback('/\bD(\d+)\b/', static fn (array $day): string => $days[(int) $day[1]], $rows),
    );
    $look = FileLook::into($store->id, $path, $sort);
    $told = SumsBeside::of($store, $path, $look)?->sentence();
    unlink($path);
    $sentence === null
        ? expect($told)->toBeNull()
        : expect(str_starts_with((string) $told, $sentence))->toBeTrue((string) $told);
})->with([
    'two pages with far fewer clicks' => [
        "page,day,clicks,impressions,position\n/p/1,D3,3,50,4\n/p/2,D3,4,50,4\n/p/1,D4,3,50,4\n/p/2,D4,3,50,4\n",
        FileSort::Search,
        '13 clicks in this file for 2 pages that have 40 on the same days so far, 68% fewer (more than 10% is told). 5 other pages keep what they have.',
    ],
    'a week and a day, by the week' => [
        "page,day,clicks,impressions,position\n".
        implode('', array_map(static fn (int $day): string => "/p/1,D$day,4,50,4\n", range(0, 7))),
        FileSort::Search,
        '28 clicks in this file for 1 page that have 70 on the same days so far, 60% fewer',
    ],
    'the same numbers' => [
        "page,day,clicks,impressions,position\n/p/1,D3,10,50,4\n/p/2,D3,11,50,4\n/p/1,D4,10,50,4\n/p/2,D4,9,50,4\n",
        FileSort::Search,
        null,
    ],
    'queries that withhold some' => [
        "page,query,day,clicks,impressions\n/p/1,oak,D3,6,50\n/p/2,oak,D3,9,50\n/p/1,oak,D4,2,50\n/p/2,oak,D4,1,50\n",
        FileSort::Search,
        null,
    ],
    'queries that hold more than their pages' => [
        "page,query,day,clicks,impressions\n/p/1,oak,D3,20,50\n/p/2,oak,D3,10,50\n",
        FileSort::Search,
        '30 clicks in this file for 2 pages that have 20 on the same days so far, 50% more (more than 10% is told). Queries cannot hold more than their page does.',
    ],
    'other pages alone' => ["page,day,clicks,impressions\n/q/1,D3,600,5000\n", FileSort::Search, null],
    'too few to say' => ["page,day,clicks,impressions\n/p/1,D3,2,5000\n", FileSort::Search, null],
    'orders twice as many' => [
        "page,day,orders,revenue\n/p/1,D1,9,1\n/p/2,D1,9,1\n/p/1,D2,9,1\n/p/2,D2,9,1\n",
        FileSort::Sales,
        '36 orders in this file for 2 pages that have 8 on the same days so far, 350% more',
    ],
]);

it('tells it on the page of the file and on the command line', function (): void {
    $store = toldStore();
    $rows = implode(
        '',
        array_map(static fn (string $day): string => "/p/1,$day,20,100\n/p/2,$day,20,100\n", daysBack(7)),
    );
    bringIn($store, "page,day,clicks,impressions\n$rows");
    $path = (string) tempnam(sys_get_temp_dir(), 'rows');
    file_put_contents($path, "page,day,clicks,impressions,position\n/p/1,".daysBack(3)[0].",2,100,1\n");
    $import = app(Imports::class)->take($store, null, 'rows.csv', $path);
    $this->actingAs(member($store, App\Access\Role::Owner))
        ->get(route('gather.file.replaces', [$store, $import]))
        ->assertOk()
        ->assertSee('90% fewer');
    ['code' => $code, 'err' => $err] = orchard(['gather:import', 'search', $path, "--store=$store->slug", '--wait']);
    unlink($path);
    expect($code)->toBe(0)->and($err)->toContain('2 clicks in this file for 1 page that have 20');
});

/**
 * A store of eight pages whose every day is as the others, known by files over given days.
 *
 * @param  list<string>  $search  days of the pages' figures
 * @param  ?list<string>  $queries  days of the rows by query; as those of pages where not given
 * @param  ?list<string>  $sales
 */
function flatStore(array $search, ?array $queries = null, ?array $sales = null): Store
{
    $store = toldStore();
    [$pages, $pairs, $sold] = ['', '', ''];
    for ($page = 1; $page <= 8; $page++) {
        foreach ($search as $day) {
            $pages .= "/p/$page,$day,".(3 * $page + 2).','.(200 + 40 * $page).','.(2 + $page)."\n";
        }
        foreach ($queries ?? $search as $day) {
            $pairs .=
                "/p/$page,word $page,$day,".
                2 * $page.
                ','.
                (100 + 20 * $page).
                ','.
                (2 + $page).
                "\n/p/$page,other $page,$day,$page,".
                (50 + 10 * $page).
                ','.
                (2 + $page).
                "\n";
        }
        foreach ($sales ?? $search as $day) {
            $sold .= "/p/$page,$day,$page,". 40 * $page."\n";
        }
    }
    bringIn($store, "page,day,clicks,impressions,position\n$pages");
    $pairs === '' || bringIn($store, "page,query,day,clicks,impressions,position\n$pairs");
    $sold === '' || bringIn($store, "page,day,orders,revenue\n$sold", FileSort::Sales);
    weigh($store);

    return $store;
}

/** @return array<string, float> upside by path */
function upsides(Store $store): array
{
    $rows = array_map(static fn (array $row): float => (float) $row['upside'], weighed($store));
    ksort($rows);

    return $rows;
}

it('promises the same from any part of the same days', function (array $search, ?array $queries, ?array $sales): void {
    $whole = upsides(flatStore(daysBack(91)));
    $part = upsides(
        flatStore(
            array_values($search),
            $queries === null ? null : array_values($queries),
            $sales === null ? null : array_values($sales),
        ),
    );
    expect(array_sum($whole))->toBeGreaterThan(100.0)->and(array_keys($part))->toBe(array_keys($whole));
    foreach ($whole as $path => $upside) {
        // Fewer days are leaned on their like more.
        expect($part[$path])->toEqualWithDelta($upside, 0.25 * $upside + 5, $path);
    }
    expect(array_sum($part))->toEqualWithDelta(array_sum($whole), 0.1 * array_sum($whole));
})->with([
    'four weeks of all' => [fn () => daysBack(28), null, null],
    'search of four weeks beside sales of thirteen' => [fn () => daysBack(28), null, fn () => daysBack(91)],
    'sales of four weeks beside search of thirteen' => [fn () => daysBack(91), null, fn () => daysBack(28)],
    'queries of four weeks' => [fn () => daysBack(91), fn () => daysBack(28), null],
    'a hole of eleven days' => [fn () => [...daysBack(60, 31), ...daysBack(20)], null, null],
    'sales that begin in the middle of a week' => [fn () => daysBack(91), null, fn () => daysBack(31)],
    'a year and four weeks' => [fn () => daysBack(7 * 56), null, null],
    'a year and eleven weeks' => [fn () => daysBack(7 * 63), null, null],
    'two years' => [fn () => daysBack(728), fn () => daysBack(91), fn () => daysBack(91)],
]);

it('values a click by the days on which both sides are told', function (): void {
    $value = static fn (Store $store): array => DB::table('weigh_scores')
        ->join('pages', 'pages.id', '=', 'page_id')
        ->where('weigh_scores.store_id', $store->id)
        ->orderBy('url')
        ->pluck('click_value')
        ->map(static fn (mixed $one): float => (float) $one)
        ->all();
    // Four weeks of search with thrice the orders of the nine before it: those nine do not count.
    $store = flatStore(daysBack(28));
    $other = toldStore();
    [$search, $sales] = ['', ''];
    for ($page = 1; $page <= 8; $page++) {
        foreach (daysBack(28) as $day) {
            $search .= "/p/$page,$day,".(3 * $page + 2).','.(200 + 40 * $page).','.(2 + $page)."\n";
            $sales .= "/p/$page,$day,$page,". 40 * $page."\n";
        }
        foreach (daysBack(63, 28) as $day) {
            $sales .= "/p/$page,$day,". 9 * $page.','. 900 * $page."\n";
        }
    }
    bringIn($other, "page,day,clicks,impressions,position\n$search");
    bringIn($other, "page,day,orders,revenue\n$sales", FileSort::Sales);
    weigh($other);
    expect($value($other))->toEqualWithDelta($value($store), 0.001);
});

it('compares only days that both windows tell, and says which lack', function (
    array $days,
    int $weeks,
    string $against,
    ?string $change,
    array $said,
): void {
    $store = flatStore(array_values($days), [], []);
    $this->actingAs(member($store, App\Access\Role::Owner));
    $page = $this->get(
        route('weigh.numbers', [$store, 'by' => 'kind', 'weeks' => $weeks, 'against' => $against]),
    )->assertOk();
    preg_match('~<span class="change[^>]*>([^<]*)</span>~', (string) $page->getContent(), $found);
    expect($found[1] ?? null)->toBe($change);
    foreach ($said as $text) {
        $page->assertSee($text);
    }
    $this->get(route('weigh.losing', [$store, 'weeks' => $weeks, 'against' => $against]))
        ->assertOk()
        ->assertDontSee('searched for less')
        ->assertDontSee('less is withheld');
    expect(DB::table('weigh_losses')->where('store_id', $store->id)->count())->toBe(0);
})->with([
    'eleven days lack now' => [
        fn () => [...daysBack(151, 31), ...daysBack(20)],
        13,
        'before',
        '=',
        ['Search figures of pages are told on 80 of 91 days', '± compares'],
    ],
    'eleven days lack then' => [fn () => [...daysBack(60, 121), ...daysBack(110)], 13, 'before', '=', ['± compares']],
    '120 days' => [fn () => daysBack(120), 13, 'before', '=', ['± compares 28 of 91 days']],
    'four weeks' => [fn () => daysBack(28), 13, 'before', null, ['told on 28 of 91 days', '± is not told']],
    'no year earlier' => [
        fn () => daysBack(182),
        4,
        'year',
        null,
        ['± is not told: of the same weeks a year earlier nothing is known of'],
    ],
    'all' => [fn () => daysBack(182), 13, 'before', '=', []],
]);

it('compares nothing across a break, and says so', function (): void {
    $store = flatStore(daysBack(182), [], []);
    $owner = member($store, App\Access\Role::Owner);
    App\Facts\Calendar\Calendar::add(
        $store,
        new App\Facts\Calendar\NewEvent('New consent banner', daysBack(91)[0], daysBack(91)[0], isBreak: true),
        $owner->id,
    );
    weigh($store);
    $this->actingAs($owner)
        ->get(route('weigh.numbers', $store))
        ->assertSee('New consent banner')
        ->assertSee('± is not told');
    expect((int) DB::table('weigh_sums')->where('store_id', $store->id)->where('weeks', 13)->sum('clicks_before'))
        ->toBe(0)
        ->and(
            (int) DB::table('weigh_sums')
                ->where('store_id', $store->id)
                ->where('weeks', 4)
                ->where('class', 9)
                ->where('device', 9)
                ->sum('clicks_before'),
        )
        ->toBe(
            (int) DB::table('weigh_sums')
                ->where('store_id', $store->id)
                ->where('weeks', 4)
                ->where('class', 9)
                ->where('device', 9)
                ->sum('clicks'),
        );
});

it('takes a loss apart only where both windows hold rows by query', function (
    ?int $queryDays,
    bool $hasParts,
    int $lost,
): void {
    $store = toldStore();
    [$pages, $pairs] = ['', ''];
    foreach (daysBack(56) as $nth => $day) {
        $clicks = $nth < 28 ? 12 : 7;
        $pages .= "/p/1,$day,$clicks,300,4\n/p/2,$day,5,100,4\n";
        $pairs .=
            $nth >= 56 - ($queryDays ?? 0)
                ? "/p/1,lamp,$day,".($clicks - 2).",200,4\n/p/2,lamp two,$day,5,100,4\n"
                : '';
    }
    bringIn($store, "page,day,clicks,impressions,position\n$pages");
    $pairs === '' || bringIn($store, "page,query,day,clicks,impressions,position\n$pairs");
    weigh($store);
    $row = DB::table('weigh_losses')
        ->where('store_id', $store->id)
        ->where('weeks', 4)
        ->where('against', 'before')
        ->first();
    expect((int) $row?->lost)->toBe($lost)->and((bool) $row?->has_parts)->toBe($hasParts);
    $sum =
        (float) $row?->demand +
        (float) $row?->place +
        (float) $row?->rate +
        (float) $row?->came +
        (float) $row?->went +
        (float) $row?->withheld;
    expect($sum)
        ->toEqualWithDelta($hasParts ? -$lost : 0.0, 1e-6)
        ->and((float) $row?->withheld)
        ->toEqualWithDelta(0.0, 1e-6);
    $shown = $this->actingAs(member($store, App\Access\Role::Owner))
        ->get(route('weigh.losing', [$store, 'weeks' => 4]))
        ->assertOk();
    $hasParts
        ? $shown->assertSee('lower CTR at the same position')->assertDontSee('told by page totals')
        : $shown
            ->assertSee('no query data on both sides')
            ->assertSee('are known as totals only, without reasons: query data is missing for');
    $why = $this->get(route('weigh.why', [$store, $row?->page_id, 'weeks' => 4]))->assertOk();
    $hasParts ? $why->assertDontSee('so the reasons are not known') : $why->assertSee('so the reasons are not known');
})->with([
    'none' => [null, false, 140],
    'of the window alone' => [28, false, 140],
    'of three weeks of both' => [49, true, 105],
    'of both' => [56, true, 140],
]);

it('weighs anew when a break is entered or taken out', function (): void {
    $store = flatStore(daysBack(182), [], []);
    $owner = member($store, App\Access\Role::Owner);
    $weighings = static fn (): int => DB::table('work')
        ->where('store_id', $store->id)
        ->where('sort', 'weigh.score')
        ->where('state', 'waiting')
        ->count();
    DB::table('work')->where('store_id', $store->id)->delete();
    $this->actingAs($owner)->post(route('calendar.add', $store), [
        'name' => 'Moved',
        'first' => daysBack(40)[0],
        'last' => daysBack(40)[0],
        'returns' => 'never',
    ]);
    expect($weighings())->toBe(0);
    $this->post(route('calendar.add', $store), [
        'name' => 'Moved',
        'first' => daysBack(40)[0],
        'last' => daysBack(40)[0],
        'returns' => 'never',
        'break' => '1',
    ]);
    expect($weighings())->toBe(1);
    DB::table('work')->where('store_id', $store->id)->delete();
    $this->post(
        route('calendar.drop', [
            $store,
            DB::table('calendar_events')->where('store_id', $store->id)->where('is_break', 1)->value('id'),
        ]),
    );
    expect($weighings())->toBe(1);
});

it('changes the numbers of a window when all of an import is in', function (): void {
    $store = flatStore(daysBack(28), [], []);
    $before = [windowOf($store)['/p/3']->clicks, upsides($store)];
    // Rows of two months are taken over month by month; the work stops between them.
    $rows = implode('', array_map(static fn (string $day): string => "/p/3,$day,90,900,4\n", daysBack(70)));
    $path = (string) tempnam(sys_get_temp_dir(), 'rows');
    file_put_contents($path, "page,day,clicks,impressions,position\n$rows");
    $imports = app(Imports::class);
    $import = $imports->take($store, null, 'rows.csv', $path);
    unlink($path);
    $work = $imports->start(
        $store,
        $import,
        FileLook::into($store->id, sure(Imports::find($store, $import)?->path()), FileSort::Search),
    );
    $book = new App\Facts\FactBook($store->id, App\Facts\FactTable::Search, 33);
    DB::transaction(
        fn () => $book->takeDays(
            $import,
            [['day' => daysBack(70)[0], 'days' => 1, 'rows' => 0]],
            new FactFile('/dev/null', 0),
        ),
    );
    (new App\Facts\PageWeeks($store->id))->rebuild([App\Facts\PageWeeks::weekOf(daysBack(70)[0])]);
    // A crawl that ends meanwhile sums nothing, and nothing is weighed.
    App\Facts\NumberWindow::refresh($store, static fn (Closure $write): mixed => $write());
    $weighing = app(App\Weigh\Weighing\Scores::class)->begin($store->id, null);
    app(App\Platform\Work\WorkDesk::class)->slice($weighing);
    expect([windowOf($store)['/p/3']->clicks, upsides($store)])
        ->toBe($before)
        ->and(DB::table('work')->where('id', $weighing)->value('state'))
        ->toBe('waiting');
    DB::table('fact_days')->where('import_id', $import)->delete();
    expect(app(App\Platform\Work\WorkDesk::class)->workToEnd($work))
        ->toBe('done')
        ->and(app(App\Platform\Work\WorkDesk::class)->workToEnd($weighing))
        ->toBe('done');
    expect((int) windowOf($store)['/p/3']->clicks)->toBe(70 * 90);
});

it('tells that rows by query hold more than their page, which cannot be', function (): void {
    $store = toldStore();
    $rows = static fn (string $names, string ...$lines): string => "$names\n".
        implode(
            '',
            array_map(
                static fn (string $day): string => implode(
                    '',
                    array_map(static fn (string $line): string => sprintf($line, $day)."\n", $lines),
                ),
                daysBack(28),
            ),
        );
    bringIn($store, $rows('page,day,clicks,impressions,position', '/p/1,%s,5,100,4', '/p/2,%s,5,100,4'));
    bringIn(
        $store,
        $rows('page,query,day,clicks,impressions,position', '/p/1,lamp,%s,9,140,4', '/p/2,lamp two,%s,4,90,4'),
    );
    weigh($store);
    $this->actingAs(member($store, App\Access\Role::Owner));
    $said = 'On 1 page the query rows sum to more than the page’s own figures';
    $this->get(route('weigh', $store))->assertSee($said);
    $pages = array_map(static fn (stdClass $row): int => (int) $row->page_id, windowOf($store));
    $this->get(route('weigh.why', [$store, $pages['/p/1']]))->assertSee('contradict each other');
    $this->get(route('weigh.why', [$store, $pages['/p/2']]))->assertDontSee('contradict each other');
    $this->get(route('page', [$store, $pages['/p/1']]))->assertSee('contradict each other');
});

it('takes a day on which a product was to be back for past when it is past', function (
    string $day,
    string $life,
): void {
    $store = toldStore();
    bringIn(
        $store,
        "url,product number,availability,availability date\n/p/1,A-1,back order,".
            (new DateTimeImmutable($day))->format('Y-m-d').
            "\n",
        FileSort::Products,
    );
    sortAnew($store);
    expect(Orchard\Core\StructuredData\LifeState::from((int) windowOf($store)['/p/1']->life)->key())->toBe($life);
})->with(['yesterday' => ['-1 day', 'selling'], 'next month' => ['+30 days', 'back-on']]);

it(
    'tells on the page of a page which days are told, and what is withheld on those that queries tell',
    function (): void {
        $store = flatStore(daysBack(56), daysBack(14));
        $this->actingAs(member($store, App\Access\Role::Owner));
        $page = windowOf($store)['/p/4'];
        $numbers = App\Facts\PageNumbers::of($store, (int) $page->page_id);
        // Each day: 14 clicks of 360 impressions, of which queries tell 12 of 270.
        expect($numbers?->total['clicks'])
            ->toBe(56 * 14)
            ->and($numbers?->withheld)
            ->toBe(['clicks' => 14 * 2, 'impressions' => 14 * 90])
            ->and($numbers?->ofQueryDays)
            ->toMatchArray(['clicks' => 14 * 14, 'days' => 14])
            ->and($numbers?->told)
            ->toBe(['search' => 56, 'sales' => 56, 'days' => 91])
            ->and($numbers?->partWeeks)
            ->toHaveCount(5);
        $this->get(route('page', [$store, $page->page_id]))
            ->assertOk()
            ->assertSee('Of these 91 days, 56 have search data')
            ->assertSee('Query data exists for 14 days');
    },
);

it('says that a period of search beside another period of sales gives no value of a click', function (): void {
    $store = toldStore();
    bringIn(
        $store,
        "page,query,clicks,impressions,position\n/p/1,lamp,40,900,6\n/p/2,other lamp,9,400,9\n",
        FileSort::Search,
        '2026-08-03',
        '2026-08-30',
    );
    bringIn($store, "page,orders,revenue\n/p/1,6,300\n", FileSort::Sales, '2026-06-01', '2026-08-30');
    weigh($store);
    $this->actingAs(member($store, App\Access\Role::Owner));
    $this->get(route('weigh', $store))
        ->assertOk()
        ->assertSee('The sales data covers another period')
        ->assertSeeText('clicks upside in 28 days');
    bringIn($store, "page,orders,revenue\n/p/1,6,300\n", FileSort::Sales, '2026-08-03', '2026-08-30');
    weigh($store);
    $this->get(route('weigh', $store))
        ->assertDontSee('The sales data covers another period')
        ->assertSeeText('EUR upside in 28 days');
});

it('takes a file of a few pages for those pages alone, and leaves all others their rows of the same sort', function (
    ?string $scope,
): void {
    $store = toldStore();
    $days = daysBack(21);
    $rows = static fn (array $pages, int $clicks): string => "page,day,clicks,impressions,position\n".
        implode(
            '',
            array_map(
                static fn (string $day): string => implode(
                    '',
                    array_map(static fn (int $page): string => "/p/$page,$day,$clicks,300,4\n", $pages),
                ),
                $days,
            ),
        );
    bringIn($store, $rows(range(1, 9), 10));
    $before = array_map(static fn (stdClass $row): int => (int) $row->clicks, windowOf($store));
    $path = (string) tempnam(sys_get_temp_dir(), 'rows');
    file_put_contents($path, $rows([2, 5], 4));
    $look = FileLook::into(
        $store->id,
        $path,
        FileSort::Search,
        new FileAnswers($scope === null ? [] : ['scope' => $scope]),
    );
    expect($look->scope->isPages())
        ->toBe($scope === null)
        ->and(SumsBeside::of($store, $path, $look)?->sentence())
        ->toContain(
            $scope === null
                ? '7 other pages keep what they have'
                : '7 other pages that are told on these days are not in it and lose their rows',
        );
    $imports = app(Imports::class);
    $import = $imports->take($store, null, 'two.csv', $path);
    unlink($path);
    $work = $imports->start($store, $import, $look);
    expect(app(App\Platform\Work\WorkDesk::class)->workToEnd($work))->toBe('done');
    $now = array_map(static fn (stdClass $row): int => (int) $row->clicks, windowOf($store));
    foreach ($before as $page => $clicks) {
        expect($now[$page])->toBe(
            in_array($page, ['/p/2', '/p/5'], true) ? 4 * 21 : ($scope === null ? $clicks : 0),
            $page,
        );
    }
    // Taken back, all is as before; and a later file of all pages takes the place of both.
    $back = $imports->takeBack($store, $import, null);
    expect(app(App\Platform\Work\WorkDesk::class)->workToEnd($back))
        ->toBe('done')
        ->and(array_map(static fn (stdClass $row): int => (int) $row->clicks, windowOf($store)))
        ->toBe($before);
})->with(['as it is found' => [null], 'for the whole store, by word' => ['store']]);

it('takes a file of most pages for the whole store', function (): void {
    $store = toldStore();
    $rows = static fn (int $pages): string => "page,day,clicks,impressions,position\n".
        implode(
            '',
            array_map(
                static fn (string $day): string => implode(
                    '',
                    array_map(static fn (int $page): string => "/p/$page,$day,10,300,4\n", range(1, $pages)),
                ),
                daysBack(14),
            ),
        );
    bringIn($store, $rows(9));
    $import = bringIn($store, $rows(6));
    expect((string) $import->scope)->toBe('')->and((int) windowOf($store)['/p/8']->clicks)->toBe(0);
});
