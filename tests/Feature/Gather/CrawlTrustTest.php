<?php

declare(strict_types=1);

use App\Gather\Crawl\Crawl;
use App\Gather\Crawl\Crawls;
use App\Platform\Work\WorkDesk;
use App\Stores\CrawlTimes;
use App\Stores\StoreOptions;
use Illuminate\Support\Facades\DB;
use Tests\Web\Site;

/** Home and thirty pages that it links to. */
function manyPages(): Site
{
    $site = (new Site())->linking(
        '/',
        array_combine(
            array_map(static fn (int $n): string => "/p$n", range(1, 30)),
            array_map(static fn (int $n): string => "Page $n", range(1, 30)),
        ),
    );
    foreach (range(1, 30) as $n) {
        $site->linking("/p$n", [], '', "Text of page $n");
    }

    return $site;
}

it('concludes nothing where something stands between it and the shop', function (callable $break, string $doubt): void {
    $site = manyPages();
    $store = $site->store();
    expect(crawl($store)->state)->toBe('complete');
    $break($site);
    $site
        ->without('/p30')
        ->linking(
            '/',
            ['/p1' => 'One', '/p2' => 'Two'] +
                array_combine(
                    array_map(static fn (int $n): string => "/p$n", range(3, 29)),
                    array_map(strval(...), range(3, 29)),
                ),
        );
    $crawl = crawl($store);
    expect($crawl->state)
        ->toBe('incomplete')
        ->and((string) $crawl->doubt)
        ->toContain($doubt)
        ->and(
            DB::table('page_index')
                ->join('pages', 'pages.id', '=', 'page_index.page_id')
                ->where('page_index.store_id', $store->id)
                ->where('url', "{$site->url}/p30")
                ->count(),
        )
        ->toBe(1);
})->with([
    'refused' => [
        static function (Site $site): void {
            foreach (range(10, 29) as $n) {
                $site->page("/p$n", 'No.', 403);
            }
        },
        'are refused now',
    ],
    'under repair' => [
        static function (Site $site): void {
            foreach (range(10, 29) as $n) {
                $site->page("/p$n", 'Oh.', 502);
            }
        },
        'error of the shop',
    ],
    'a consent wall' => [
        static function (Site $site): void {
            $site->linking('/consent', []);
            foreach (range(10, 29) as $n) {
                $site->redirect("/p$n", '/consent', 302);
            }
        },
        '/consent now',
    ],
    'a notice in place of the pages' => [
        static function (Site $site): void {
            foreach (range(1, 29) as $n) {
                $site->page("/p$n", '<title>We value your privacy</title><body><h1>Agree</h1>');
            }
        },
        'all show "We value your privacy"',
    ],
]);

/** A home page that leads to eighty pages, all of them forbidden. */
function refusingSite(): Site
{
    $site = (new Site())->linking(
        '/',
        array_combine(
            array_map(static fn (int $n): string => "/p$n", range(1, 80)),
            array_map(strval(...), range(1, 80)),
        ),
    );
    foreach (range(1, 80) as $n) {
        $site->page("/p$n", 'No.', 403);
    }

    return $site;
}

it('ends where the shop refuses page after page, and leaves the rest to be resumed', function (): void {
    $site = refusingSite();
    $store = $site->store();
    $begun = app(Crawls::class)->begin($store, null);
    expect(app(WorkDesk::class)->workToEnd($begun['work']))->toBe('failed');
    $crawl = Crawl::latest($store->id);
    expect((string) $crawl?->remark)->toContain('refuses this crawl')->and((int) $crawl?->fetched)->toBeLessThan(80);
});

it('asks again, and first, for what was refused, when a crawl goes on', function (): void {
    $site = refusingSite();
    $store = $site->store();
    $begun = app(Crawls::class)->begin($store, null);
    expect(app(WorkDesk::class)->workToEnd($begun['work']))->toBe('failed');
    $refused = $site->asked();
    foreach (range(1, 80) as $n) {
        $site->linking("/p$n", $n === 80 ? ['/new' => 'New'] : []);
    }
    $site->linking('/new', []);
    expect(app(Crawls::class)->goOn($store))
        ->toBeTrue()
        ->and(app(WorkDesk::class)->workToEnd($begun['work']))
        ->toBe('done');
    $asked = array_values(
        array_unique(
            array_filter($site->asked(), static fn (string $path): bool => preg_match('~^/p\d+$~', $path) === 1),
        ),
    );
    $before = array_values(
        array_unique(array_filter($refused, static fn (string $path): bool => preg_match('~^/p\d+$~', $path) === 1)),
    );
    expect($before)->not->toBe([])->and(array_diff(array_slice($asked, 0, count($before)), $before))->toBe([]);
    $statuses = DB::table('page_index')
        ->where('store_id', $store->id)
        ->groupBy('status')
        ->pluck(DB::raw('COUNT(*) AS n'), 'status')
        ->all();
    expect($statuses)
        ->toBe([200 => 82])
        ->and(Crawl::latest($store->id))
        ->state->toBe('complete')
        ->fetched->toBe(82);
    expect(app(Crawls::class)->goOn($store))->toBeFalse();
});

it('crawls the public pages though the shop’s API cannot be asked, and says what could not be read', function (
    string $address,
    string $words,
): void {
    $site = (new Site())
        ->linking('/', ['/a' => 'A'])
        ->linking('/a', [])
        ->page('/wrong/resources?limit=250', 'no JSON here', 200);
    $store = $site->store();
    app(StoreOptions::class)->set($store, 'shop_url', str_replace('SITE', $site->url, $address));
    app(StoreOptions::class)->set($store, 'shop_token', 'x');
    app(StoreOptions::class)->set(
        $store,
        'shop_mapping',
        (string) file_get_contents(base_path('app/Demo/tindrel.mapping.json')),
    );
    crawl($store->refresh());
    expect(Crawl::latest($store->id))->state->toBe('complete')->fetched->toBe(2)->syncProblem->toContain($words);
    $this->actingAs(member($store, App\Access\Role::Viewer))
        ->get("/s/{$store->slug}/gather/crawl")
        ->assertSee('could not be read');
})->with([['SITE/nowhere', '404'], ['SITE/wrong', 'makes no sense']]);

it('does not call gone what is only a not-found page with status 200', function (): void {
    $site = (new Site())
        ->page('*', '<title>Not here</title><body><main><h1>Sorry</h1><p>We could not find what you wanted.</p></main>')
        ->page('/robots.txt', '', 404)
        ->page('/sitemap.xml', '', 404)
        ->linking('/', ['/here' => 'Here', '/missing' => 'Missing'])
        ->linking('/here', []);
    $store = $site->store();
    crawl($store);
    $why = DB::table('page_index')
        ->join('pages', 'pages.id', '=', 'page_index.page_id')
        ->where('page_index.store_id', $store->id)
        ->orderBy('url')
        ->pluck('why_not')
        ->all();
    expect($why)->toBe([0, 0, 10]);
});

it('cuts off what has no end, says so, and finds the same set every time', function (): void {
    $site = new Site();
    $calendar = static fn (int $n): string => '/days/'.(2000 + intdiv($n, 12)).'/'.(($n % 12) + 1);
    $site->linking('/', ['/a' => 'A', $calendar(0) => 'Today']);
    $site->linking('/a', []);
    for ($n = 0; $n < 60; $n++) {
        $site->linking($calendar($n), [$calendar($n + 1) => 'Next month']);
    }
    $store = $site->store();
    app(StoreOptions::class)->set($store, 'trap_budget', '25');
    $sets = [];
    foreach ([1, 2] as $time) {
        $crawl = crawl($store->refresh());
        $pattern = DB::table('gather_patterns')->where('crawl_id', $crawl->id)->where('cut', '>', 0)->first();
        expect($crawl->state)
            ->toBe('complete')
            ->and($pattern)
            ->pattern->toBe('/days/#/#')
            ->and((int) $pattern?->taken)
            ->toBe(25)
            ->and((int) $pattern?->cut)
            ->toBe(1);
        $sets[] = DB::table('page_index')->where('store_id', $store->id)->orderBy('address')->pluck('address')->all();
    }
    expect($sets[0])->toHaveCount(27)->and($sets[1])->toBe($sets[0]);
});

it('takes no page for gone that a smaller budget cut off', function (): void {
    $site = new Site();
    $days = array_map(static fn (int $n): string => "/days/2026/$n", range(1, 20));
    $site->linking('/', array_combine($days, $days));
    foreach ($days as $day) {
        $site->linking($day, []);
    }
    $store = $site->store();
    $listed = static fn (): int => DB::table('page_index')->where('store_id', $store->id)->count();
    crawl($store);
    expect($listed())->toBe(21);
    app(StoreOptions::class)->set($store, 'trap_budget', '10');
    $crawl = crawl($store->refresh());
    expect($crawl->state)
        ->toBe('complete')
        ->and(DB::table('gather_frontier')->where('crawl_id', $crawl->id)->where('state', 4)->count())
        ->toBe(10)
        ->and($listed())
        ->toBe(21);
});

it('lets the shop say that nothing has changed, and does not believe it once it was wrong', function (): void {
    $site = new Site();
    $html = static fn (string $title): string => "<title>$title</title><body><main><h1>$title</h1></main>";
    $home =
        '<title>Home</title><body>'.
        implode('', array_map(static fn (int $n): string => "<a href=\"/p$n\">$n</a>", range(1, 45)));
    $site->page('/', $home, 200, [['Content-Type', 'text/html'], ['ETag', '"home"']]);
    foreach (range(1, 45) as $n) {
        $site->page("/p$n", $html("Page $n"), 200, [['Content-Type', 'text/html'], ['ETag', "\"$n\""]]);
    }
    $store = $site->store();
    crawl($store);
    $site->asked();
    $second = crawl($store);
    $asked = implode("\n", $site->asked());
    expect($second->unchanged)
        ->toBe(46)
        ->and(substr_count($asked, '(had '))
        ->toBeGreaterThan(35)
        ->toBeLessThan(46)
        ->and((bool) $second->validators)
        ->toBeTrue();
    foreach (range(1, 45) as $n) {
        $site->page("/p$n", $html("New $n"), 200, [['Content-Type', 'text/html'], ['ETag', "\"$n\""]]);
    }
    expect((bool) crawl($store)->validators)->toBeFalse();
});

it('starts and fetches at the hours that were set', function (): void {
    $at = static fn (string $time): DateTimeImmutable => new DateTimeImmutable($time, new DateTimeZone('Europe/Berlin'));
    $night = CrawlTimes::of('daily 03:30', '22:00-06:00');
    expect($night->secondsToWait($at('2026-11-26 23:00')))
        ->toBe(0)
        ->and($night->secondsToWait($at('2026-11-26 05:59')))
        ->toBe(0)
        ->and($night->secondsToWait($at('2026-11-26 21:59:30')))
        ->toBe(30)
        ->and($night->secondsToWait($at('2026-11-26 06:00')))
        ->toBe(57600)
        ->and($night->isDue($at('2026-11-26 03:29'), $at('2026-11-25 03:31')))
        ->toBeFalse()
        ->and($night->isDue($at('2026-11-26 03:30'), $at('2026-11-25 03:31')))
        ->toBeTrue()
        ->and($night->isDue($at('2026-11-26 12:00'), $at('2026-11-26 03:30')))
        ->toBeFalse();
    $weekly = CrawlTimes::of('monday 03:30', '');
    expect($weekly->isDue($at('2026-11-26 12:00'), $at('2026-11-22 12:00')))
        ->toBeTrue()
        ->and($weekly->isDue($at('2026-11-26 12:00'), $at('2026-11-23 04:00')))
        ->toBeFalse()
        ->and($weekly->secondsToWait($at('2026-11-26 12:00')))
        ->toBe(0);
    foreach (
        [['hourly', ''], ['daily 25:00', ''], ['never', '22-6'], ['never', '06:00-06:00']] as [$schedule, $hours]
    ) {
        expect(static fn () => CrawlTimes::of($schedule, $hours))->toThrow(InvalidArgumentException::class);
    }
});

it('begins a crawl by itself when its time has come, and one alone', function (): void {
    $site = (new Site())->linking('/', []);
    $store = $site->store();
    DB::table('stores')
        ->where('id', '<>', $store->id)
        ->update(['settings' => DB::raw("JSON_REMOVE(settings, '$.crawl_schedule')")]);
    $begun = static fn (): int => DB::table('gather_crawls')->where('store_id', $store->id)->count();
    app(Crawls::class)->beginDue();
    expect($begun())->toBe(0);
    app(StoreOptions::class)->set($store, 'crawl_schedule', 'daily 00:00');
    app(Crawls::class)->beginDue();
    app(Crawls::class)->beginDue();
    expect($begun())->toBe(1);
    app(WorkDesk::class)->workToEnd((int) app(Crawls::class)->underWay($store));
    app(Crawls::class)->beginDue();
    expect($begun())->toBe(1);
    expect(fn () => app(StoreOptions::class)->set($store->refresh(), 'crawl_schedule', 'sometimes'))->toThrow(
        InvalidArgumentException::class,
        'daily 03:30',
    );
});

it('waits outside of the hours in which it may fetch, and goes on when they change', function (): void {
    $site = (new Site())->linking('/', []);
    $store = $site->store();
    $hour = (int) now()->setTimezone($store->timezone)->format('G');
    app(StoreOptions::class)->set(
        $store,
        'crawl_hours',
        sprintf('%02d:00-%02d:00', ($hour + 3) % 24, ($hour + 5) % 24),
    );
    $site->asked();
    $begun = app(Crawls::class)->begin($store->refresh(), null);
    app(WorkDesk::class)->slice($begun['work']);
    $work = DB::table('work')->where('id', $begun['work'])->first();
    expect($work?->state)
        ->toBe('waiting')
        ->and(strtotime((string) $work?->wake_at))
        ->toBeGreaterThan(time() + 100)
        ->and($site->asked())
        ->toBe([]);
    $this->actingAs(member($store, App\Access\Role::Viewer))
        ->get("/s/{$store->slug}/gather/crawl")
        ->assertOk()
        ->assertSee('It waits for the hours');
    app(StoreOptions::class)->set($store->refresh(), 'crawl_hours', '');
    app(WorkDesk::class)->wake($begun['work']);
    expect(app(WorkDesk::class)->workToEnd($begun['work']))->toBe('done');
});
