<?php

declare(strict_types=1);

use App\Access\Role;
use App\Gather\Changed\Aspect;
use App\Gather\Changed\ComparedCause;
use App\Gather\Changed\CompareWork;
use App\Gather\Changed\Comparisons;
use App\Platform\Work\WorkDesk;
use App\Stores\Models\Store;
use App\Stores\StoreOptions;
use Illuminate\Support\Facades\DB;
use Tests\Web\Site;

/** @param  array<string, string>  $titles by path */
function titled(Site $site, array $titles, string $suffix): void
{
    $site->linking('/', array_combine(array_keys($titles), array_keys($titles)));
    foreach ($titles as $path => $title) {
        $site->page(
            $path,
            "<!doctype html><html><head><title>$title$suffix</title></head><body><h1>$title</h1></body></html>",
        );
    }
}

/** @return list<string> causes as "pages aspect: removed > added", the alike ones marked */
function causesOf(Store $store, int $before, int $after): array
{
    $comparison = app(Comparisons::class)->of($store, $before, $after);
    $work = DB::table('work')->where('sort', CompareWork::sort())->where('subject_id', $comparison->id)->value('id');
    expect(app(WorkDesk::class)->workToEnd((int) $work))->toBe('done');
    $causes = array_map(
        static fn (ComparedCause $one): string => trim(
            $one->pages.
                ' '.
                Aspect::from((int) $one->aspect)->name.
                ($one->isOne ? ' alike '.$one->removed.' > '.$one->added : ''),
        ),
        Comparisons::causes((int) $comparison->id),
    );
    sort($causes);

    return $causes;
}

it(
    'puts what was changed in the same way into one line, and says what came, went and answers otherwise',
    function (): void {
        $site = new Site();
        $titles = [
            '/a' => 'Alder lamp',
            '/b' => 'Birch lamp',
            '/c' => 'Cedar lamp',
            '/d' => 'Damson shade',
            '/e' => 'Elder bulb',
            '/f' => 'Fir lamp',
            '/g' => 'Gorse lamp',
        ];
        titled($site, $titles, ' – Shop');
        $store = $site->store();
        $first = crawl($store);
        unset($titles['/f']);
        titled($site, ['/d' => 'Damson shade in silk'] + $titles + ['/new' => 'New lamp'], ' | Shop');
        $site->without('/f')->redirect('/g', '/a');
        $second = crawl($store);
        expect(causesOf($store, (int) $first->id, (int) $second->id))->toBe([
            '1 Appeared alike  >',
            '1 Gone alike  >',
            '1 H1',
            '1 Status',
            '1 Title',
            '4 Title alike – > |',
        ]);
        $third = crawl($store);
        expect(causesOf($store, (int) $second->id, (int) $third->id))
            ->toBe([])
            ->and(causesOf($store, (int) $first->id, (int) $third->id))
            ->toHaveCount(6);
        $owner = member($store, Role::Viewer);
        $this->actingAs($owner)
            ->get("/s/{$store->slug}/gather/changed?before={$first->id}&after={$second->id}")
            ->assertOk()
            ->assertSee('title changed')
            ->assertSee('all alike');
        $this->get("/s/{$store->slug}/gather/changed")
            ->assertOk()
            ->assertSee('Nothing changed between the two');
        $this->get("/s/{$store->slug}/gather/changed?before={$second->id}&after={$first->id}")
            ->assertOk()
            ->assertSee('the earlier one first');
        $cause = DB::table('gather_causes')
            ->where('pages', 4)
            ->where('aspect', Aspect::Title->value)
            ->orderByDesc('comparison_id')
            ->first();
        $this->get(
            "/s/{$store->slug}/gather/changed?before={$first->id}&after={$third->id}&cause=".bin2hex($cause?->cause),
        )
            ->assertOk()
            ->assertSee('Birch lamp – Shop')
            ->assertSee('Birch lamp | Shop');
    },
);

it('finds exactly the pages whose facts differ, as a comparison of whole exports does', function (): void {
    $site = new Site();
    mt_srand(17);
    $make = static function () use ($site): array {
        $titles = [];
        for ($i = 0; $i < 40; $i++) {
            if (mt_rand(0, 9) > 0) {
                $titles["/p$i"] = 'Title '.mt_rand(1, 3);
            }
        }
        titled($site, $titles, '');
        foreach (
            array_diff(array_map(static fn (int $i): string => "/p$i", range(0, 39)), array_keys($titles)) as $gone
        ) {
            $site->without($gone);
        }

        return $titles;
    };
    $store = $site->store();
    $crawls = [];
    for ($round = 0; $round < 4; $round++) {
        $titles = $make();
        $crawls[] = [(int) crawl($store)->id, $titles];
    }
    foreach ([[0, 1], [1, 3], [0, 3]] as [$a, $b]) {
        causesOf($store, $crawls[$a][0], $crawls[$b][0]);
        $comparison = app(Comparisons::class)->of($store, $crawls[$a][0], $crawls[$b][0]);
        $found = [];
        foreach (
            DB::select(
                'SELECT p.url, c.aspect FROM gather_changes c JOIN pages p ON p.id = c.page_id WHERE c.comparison_id = ? AND c.aspect IN (1, 2, 7)',
                [$comparison->id],
            ) as $row
        ) {
            $found[] = parse_url((string) $row->url, PHP_URL_PATH).' '.Aspect::from((int) $row->aspect)->name;
        }
        $expected = [];
        foreach (array_unique([...array_keys($crawls[$a][1]), ...array_keys($crawls[$b][1])]) as $path) {
            $before = $crawls[$a][1][$path] ?? null;
            $after = $crawls[$b][1][$path] ?? null;
            if ($before !== $after) {
                $expected[] =
                    $path.
                    ' '.
                    match (true) {
                        $before === null => 'Appeared',
                        $after === null => 'Gone',
                        default => 'Title',
                    };
            }
        }
        sort($found);
        sort($expected);
        expect($found)->toBe($expected);
    }
});

it('calls nothing gone by a crawl that was cut off', function (): void {
    $site = new Site();
    titled($site, ['/a' => 'A', '/b' => 'B', '/c' => 'C'], '');
    $store = $site->store();
    $first = crawl($store);
    app(StoreOptions::class)->set($store, 'page_limit', '2');
    $second = crawl($store->refresh());
    expect($second->state)->toBe('incomplete')->and(causesOf($store, (int) $first->id, (int) $second->id))->toBe([]);
    $this->actingAs(member($store, Role::Viewer))
        ->get("/s/{$store->slug}/gather/changed")
        ->assertOk()
        ->assertSee('count as unchanged');
});

it('compares only crawls of its own store, and shows them to its own people', function (): void {
    $site = new Site();
    titled($site, ['/a' => 'A'], '');
    [$mine, $other] = [$site->store(), $site->store()];
    $crawls = [(int) crawl($mine)->id, (int) crawl($other)->id];
    expect(fn () => app(Comparisons::class)->of($mine, $crawls[0], $crawls[1]))->toThrow(
        InvalidArgumentException::class,
    );
    $this->actingAs(member($other, Role::Owner))
        ->get("/s/{$mine->slug}/gather/changed")
        ->assertNotFound();
    $this->get("/s/{$other->slug}/gather/changed")
        ->assertOk()
        ->assertSee('from the second crawl on');
});

it('tells the same causes when its work is done once more', function (): void {
    $site = new Site();
    titled($site, ['/a' => 'A one', '/b' => 'B two', '/c' => 'C three', '/d' => 'D four'], '');
    $store = $site->store();
    $first = crawl($store);
    titled($site, ['/a' => 'A', '/b' => 'B', '/c' => 'C', '/d' => 'D'], '');
    $second = crawl($store);
    $causes = causesOf($store, (int) $first->id, (int) $second->id);
    expect($causes)->toBe(['4 H1', '4 Title']);
    $comparison = app(Comparisons::class)->of($store, (int) $first->id, (int) $second->id);
    $work = (int) DB::table('work')
        ->where('sort', CompareWork::sort())
        ->where('subject_id', $comparison->id)
        ->value('id');
    DB::table('work')
        ->where('id', $work)
        ->update(['state' => 'waiting', 'owner' => null, 'wake_at' => now()->subMinute()]);
    expect(causesOf($store, (int) $first->id, (int) $second->id))->toBe($causes);
});

it('says in which folder a change was made', function (): void {
    $site = new Site();
    $pages = static fn (string $folder, string $brand): array => array_map(
        static fn (int $n): array => ["/$folder/p$n", "<title>Page $n of $folder$brand</title><body><h1>$n</h1>"],
        range(1, 5),
    );
    $site->linking(
        '/',
        array_fill_keys(array_merge(array_column($pages('lamps', ''), 0), array_column($pages('shades', ''), 0)), 'x'),
    );
    foreach ([...$pages('lamps', ' – Old'), ...$pages('shades', ' – Old')] as [$path, $html]) {
        $site->page($path, $html);
    }
    $store = $site->store();
    $first = crawl($store);
    foreach ($pages('lamps', ' – New') as [$path, $html]) {
        $site->page($path, $html);
    }
    $second = crawl($store);
    causesOf($store, (int) $first->id, (int) $second->id);
    $cause = DB::table('gather_causes')
        ->join('gather_comparisons', 'gather_comparisons.id', '=', 'comparison_id')
        ->where('store_id', $store->id)
        ->where('aspect', Aspect::Title->value)
        ->first();
    expect((int) $cause?->pages)->toBe(5)->and($cause?->folder)->toBe('/lamps/');
    $this->actingAs(member($store, App\Access\Role::Viewer))
        ->get("/s/{$store->slug}/gather/changed?before={$first->id}&after={$second->id}")
        ->assertSee('nearly all under')
        ->assertSee('/lamps/');
});

it(
    'puts what a theme did to all texts into one line, whatever kinds of pages have them, and compares whole crawls',
    function (): void {
        $site = new Site();
        $write = static function (string $suffix) use ($site): void {
            foreach (['/a', '/b', '/c', '/d', '/e', '/f'] as $i => $path) {
                // Three products and three articles, as the pages themselves say.
                $site->page(
                    $path,
                    "<!doctype html><html><head><title>Page $path$suffix</title><meta property=\"og:type\" content=\"".
                        ($i < 3 ? 'product' : 'article').
                        '"></head><body><h1>Page</h1>'.
                        ($i < 3
                            ? '<script type="application/ld+json">{"@type":"Product","sku":"'.
                                $i.
                                '","name":"Lamp"}</script>'
                            : '').
                        '</body></html>',
                );
            }
            $site->linking('/', ['/a' => 'A', '/b' => 'B', '/c' => 'C', '/d' => 'D', '/e' => 'E', '/f' => 'F']);
        };
        $write(' – Shop');
        $store = $site->store();
        $first = crawl($store);
        $write(' | Shop');
        $second = crawl($store);
        expect(
            DB::table('page_index')
                ->where('store_id', $store->id)
                ->whereIn('kind', [
                    App\Stores\Kinds\PageKind::Product->value,
                    App\Stores\Kinds\PageKind::Article->value,
                ])
                ->distinct()
                ->count('kind'),
        )
            ->toBe(2)
            ->and(causesOf($store, (int) $first->id, (int) $second->id))
            ->toBe(['6 Title alike – > |']);
        $third = crawl($store);
        DB::table('gather_crawls')
            ->where('id', $third->id)
            ->update(['state' => 'incomplete']);
        $this->actingAs(member($store, Role::Viewer))
            ->get("/s/{$store->slug}/gather/changed")
            ->assertOk()
            ->assertSee('6')
            ->assertSee('pages: title changed');
    },
);
