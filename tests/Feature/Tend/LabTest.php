<?php

declare(strict_types=1);

use App\Access\Role;
use App\Connectors\Http\BrowserProcess;
use App\Platform\Work\WorkDesk;
use App\Tend\Asking\LabWork;
use App\Tend\Finding\Finds;
use App\Tend\Finding\LabFinder;
use Illuminate\Support\Facades\DB;
use Tests\Web\Site;

it(
    'measures in a real browser what comes late, moves and is busy, and reaches nothing but the store',
    function (): void {
        BrowserProcess::isThere() || $this->markTestSkipped('No Chromium, or no sandbox for it, is there.');
        $elsewhere = (new Site())->page('/secret.js', '', 200, [['Content-Type', 'text/javascript']]);
        $busy =
            '<div id="above"></div><p style="font-size:40px">'.
            str_repeat('The lamp stands on the table. ', 12).
            // A second after something was seen: within half a second of the first layout Chromium counts no shift.
            '</p><script>new PerformanceObserver(seen => seen.getEntries().forEach(entry => { '.
            'if (entry.name !== "first-contentful-paint") return; '.
            'setTimeout(() => { document.getElementById("above").style.height = "500px"; }, 1000); '.
            'setTimeout(() => { const from = performance.now(); while (performance.now() - from < 2000); }, 1500); '.
            '})).observe({ type: "paint", buffered: true }); '.
            "fetch('{$elsewhere->url}/stolen');</script>";
        $site = (new Site())
            ->page(
                '/',
                '<html><head><title>Home</title></head><body><h1>Home</h1><a href="/busy">busy</a></body></html>',
            )
            ->page(
                '/busy',
                "<html><head><title>Busy</title><meta name=\"viewport\" content=\"width=device-width\"></head><body>$busy<script src=\"/more.js\"></script></body></html>",
            )
            ->page('/more.js', '// '.str_repeat('x', 50_000), 200, [['Content-Type', 'text/javascript']]);
        $store = $site->store();
        crawl($store);
        tend($store);
        $elsewhere->asked();
        $work = app(Finds::class)->begin($store->id, null, LabWork::class);
        expect(app(WorkDesk::class)->workToEnd($work))->toBe('done');
        $lab = DB::table('tend_labs')->where('page_id', pageAt($store, '/busy'))->first();
        $home = DB::table('tend_labs')->where('page_id', pageAt($store, '/'))->first();
        expect($lab?->problem)
            ->toBeNull()
            ->and((int) $lab?->shift)
            ->toBeGreaterThan(250)
            ->and((int) $lab?->blocked_ms)
            ->toBeGreaterThan(1500)
            ->and((int) $lab?->first_ms)
            ->toBeGreaterThan(100)
            ->and((int) $lab?->largest_ms)
            ->toBeGreaterThanOrEqual((int) $lab?->first_ms)
            ->and((int) $lab?->requests)
            ->toBeGreaterThanOrEqual(2)
            ->and((int) $lab?->script_bytes)
            ->toBeGreaterThan(50_000)
            ->and((int) $home?->shift)
            ->toBe(0)
            ->and((int) $home?->blocked_ms)
            ->toBeLessThan(1500)
            ->and($elsewhere->asked())
            ->toBe([]);
        // What was measured is found when the pages are looked through, which follows by itself.
        tend($store);
        $found = foundOf($store, $site);
        expect(array_keys($found['/busy']))->toContain('moving-page', 'blocked-page')->not->toContain('heavy-load');
        $this->actingAs(member($store, Role::Viewer))
            ->get("/s/$store->slug/tend/pages/".pageAt($store, '/busy'))
            ->assertOk()
            ->assertSee('lab numbers')
            ->assertSee('layout shift');
        $this->post("/s/$store->slug/tend/lab")->assertForbidden();
    },
);

it('says something only of what is beyond its bounds, and was measured lately', function (): void {
    $store = crawledStore();
    tend($store);
    $pages = DB::table('tend_pages')->where('store_id', $store->id)->where('indexable', 1)->limit(4)->pluck('page_id');
    $row = static fn (int $page, array $values): array => $values + [
        'page_id' => $page,
        'store_id' => $store->id,
        'measured_at' => now(),
        'first_ms' => 500,
        'largest_ms' => 4000,
        'shift' => 250,
        'blocked_ms' => 1500,
        'requests' => 9,
        'bytes' => 3_000_000,
        'script_bytes' => 1,
        'image_bytes' => 2,
        'problem' => null,
    ];
    DB::table('tend_labs')->insert([
        $row((int) $pages[0], []),
        $row((int) $pages[1], ['largest_ms' => 4001, 'shift' => 251, 'blocked_ms' => 1501, 'bytes' => 3_000_001]),
        $row((int) $pages[2], ['bytes' => 9_000_000, 'measured_at' => now()->subWeeks(14)]),
        $row((int) $pages[3], ['bytes' => 9_000_000, 'problem' => 'The page answers 503.']),
    ]);
    $found = iterator_to_array((new LabFinder($store))->find(static fn () => null), false);
    expect(array_map(static fn ($one): string => "$one->page {$one->type->key()}", $found))->toBe(
        array_map(static fn (string $type): string => "$pages[1] $type", [
            'late-paint',
            'moving-page',
            'blocked-page',
            'heavy-load',
        ]),
    );
});

it('keeps what went wrong instead of numbers', function (): void {
    BrowserProcess::isThere() || $this->markTestSkipped('No Chromium, or no sandbox for it, is there.');
    $site = (new Site())
        ->page('/', '<html><head><title>Home</title></head><body><h1>Home</h1><a href="/a">a</a></body></html>')
        ->page('/a', '<html><head><title>A</title></head><body><h1>A</h1></body></html>');
    $store = $site->store();
    crawl($store);
    tend($store);
    $site->page('/a', 'gone', 410);
    $out = orchard(['tend:lab', "--store=$store->slug", '--wait', '--json']);
    expect(json_decode($out['out'], true))
        ->toBe(['state' => 'done', 'measured' => 1])
        ->and(DB::table('tend_labs')->where('page_id', pageAt($store, '/a'))->value('problem'))
        ->toBe('The page answers 410.');
});
