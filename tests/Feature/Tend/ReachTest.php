<?php

declare(strict_types=1);

use App\Inventory\Index\DepthRebuild;
use App\Tend\Reach\WhatIf;
use Illuminate\Support\Facades\DB;
use Orchard\Core\LinkGraph\LinkMap;
use Orchard\Core\LinkGraph\PageRank;
use Tests\Shops\LinkedShop;
use Tests\Web\Site;

it('knows how every page of shops of another make is reached, and what is wrong with it', function (int $seed): void {
    $shop = new LinkedShop($seed);
    [$store, $site] = tended($shop);
    $reach = reached($store, $site);
    $in = $shop->linksIn();
    $found = foundOf($store, $site);
    $asked = $right = 0;
    $wrong = [];
    $check = static function (string $path, string $what, mixed $told, mixed $true) use (
        &$asked,
        &$right,
        &$wrong,
    ): void {
        $asked++;
        $told === $true ? $right++ : ($wrong[] = "$path $what: ".json_encode($told).' for '.json_encode($true));
    };
    foreach ($shop->depths() as $path => $depth) {
        $check($path, 'depth', (int) ($reach[$path]->depth ?? -1), $depth ?? DepthRebuild::UNREACHED);
        $check($path, 'links', (int) ($reach[$path]->links_in ?? -1), $in[$path]);
        $check($path, 'orphan', $found[$path]['orphan']->cause['why'] ?? null, $shop->orphans[$path] ?? null);
    }
    $kinds = ['no-h1', 'empty-h1', 'several-h1', 'level-skipped', 'no-alt', 'long-alt', 'stuffed-alt'];
    foreach ($shop->faults as $path => $faults) {
        $check($path, 'faults', array_values(array_intersect($kinds, array_keys($found[$path] ?? []))), $faults);
    }
    expect($wrong)->toBe([])->and($right)->toBe($asked)->and($asked)->toBeGreaterThan(100);
})->with([1, 2, 7, 12, 101, 104, 110, 115]);

it('shares link weight as a power iteration over every link of its own does', function (): void {
    $shop = new LinkedShop(5);
    [$store, $site] = tended($shop);
    $reach = reached($store, $site);
    // Every page that the crawl knows is a node; every link that counts stands by itself, those of menus, too.
    $paths = array_keys($reach);
    $node = array_flip($paths);
    $links = $redirects = [];
    foreach ($shop->counted() as [$from, $to, $place]) {
        $links["$from $to $place"] = [$node[$from], $node[$to]];
    }
    // A menu leads from each of its pages to itself as well.
    foreach (array_diff($paths, ['/old-way', '/short-cut']) as $path) {
        if ($shop->isInMenu($path)) {
            $links["$path $path menu"] = [$node[$path], $node[$path]];
        }
    }
    foreach ($shop->redirects() as $from => $to) {
        $redirects[$node[$from]] = $node[$to];
    }
    $expected = PageRank::of(LinkMap::ofLinks(count($paths), array_values($links), $redirects), tolerance: 1e-12);
    foreach ($paths as $i => $path) {
        expect(abs($reach[$path]->weight / 1e9 - $expected[$i]))->toBeLessThan(1e-6);
    }
});

it('works out beforehand what a link and a menu entry change, as the next crawl measures it', function (
    int $seed,
): void {
    $shop = new LinkedShop($seed);
    [$store, $site] = tended($shop);
    $before = reached($store, $site);
    $deep = array_key_last(
        array_filter($shop->depths(), static fn (?int $depth): bool => $depth === null || $depth > 2),
    );
    $orphan = sure(array_search('never', $shop->orphans, true));
    $nearer = WhatIf::link($store, (int) $before['/']->page_id, (int) $before[$deep]->page_id);
    $entered = WhatIf::link($store, 0, (int) $before[$orphan]->page_id);
    $told = $entered->depths;
    foreach ($nearer->depths as $page => $depth) {
        $told[$page] = min($told[$page] ?? $depth, $depth);
    }
    // The shop is changed accordingly, and crawled again.
    $shop->link('/', sure($deep), 'new');
    $shop->enterMenu(sure($orphan), 'New');
    [$again, $site] = tended($shop);
    $after = reached($again, $site);
    $measured = $expected = [];
    foreach ($before as $path => $row) {
        if ((int) $after[$path]->depth !== (int) $row->depth) {
            $measured[$path] = (int) $after[$path]->depth;
        }
        if (isset($told[(int) $row->page_id])) {
            $expected[$path] = $told[(int) $row->page_id];
        }
    }
    expect($expected)->toBe($measured)->and(count($measured))->toBeGreaterThan(1);
    expect($measured[$orphan])->toBe(1)->and($measured[$deep])->toBe(1);
})->with([3, 6, 107]);

it('tells what a link from a page that somebody names would change', function (): void {
    $shop = new LinkedShop(6);
    [$store, $site] = tended($shop);
    $pages = reached($store, $site);
    $orphan = sure(array_search('never', $shop->orphans, true));
    $screen = "/s/$store->slug/tend/pages/{$pages[$orphan]->page_id}/nearer";
    $this->actingAs(member($store, App\Access\Role::Viewer));
    $this->get("$screen?from=".urlencode("$site->url/"))
        ->assertOk()
        ->assertSee('to <b>1</b>', false)
        ->assertSee('and 1 more');
    $this->get("$screen?from=/kinds/kind-0")->assertSee('to <b>2</b>', false);
    // What is kept out of search passes nothing on.
    $this->get("$screen?from=/shut-0")->assertSee('no nearer');
    $this->get("$screen?from=/nowhere")->assertSee('That is no page of this store.');
});

it('counts clicks from the home of each market', function (): void {
    $page = static fn (
        string $name,
        string ...$links,
    ): string => "<html><head><title>$name</title></head><body><h1>$name</h1>".
        implode('', array_map(static fn (string $to): string => "<a href=\"$to\">$to</a>", $links)).
        '</body></html>';
    $site = (new Site())
        ->page('/', $page('Home', '/one', '/other-countries'))
        ->page('/one', $page('One', '/two'))
        ->page('/two', $page('Two'))
        ->page('/other-countries', $page('Countries', '/de/'))
        ->page('/de/', $page('Start', '/de/eins'))
        ->page('/de/eins', $page('Eins', '/de/zwei'))
        ->page('/de/zwei', $page('Zwei', '/two'));
    $store = $site->store();
    crawl($store);
    tend($store);
    $depths = static fn (): array => array_map(
        static fn (stdClass $page): int => (int) $page->depth,
        array_intersect_key(reached($store, $site), array_flip(['/', '/two', '/de/', '/de/eins', '/de/zwei'])),
    );
    expect($depths())->toEqual(['/' => 0, '/two' => 2, '/de/' => 2, '/de/eins' => 3, '/de/zwei' => 4]);
    DB::table('markets')->insert([
        'store_id' => $store->id,
        'place' => 2,
        'name' => 'Germany',
        'language' => 'de',
        'country' => 'DE',
        'currency' => 'EUR',
        'host' => '',
        'path_prefix' => '/de',
        'brand' => 'Start',
        'limits' => '{}',
    ]);
    crawl($store);
    tend($store);
    expect($depths())
        ->toEqual(['/' => 0, '/two' => 2, '/de/' => 0, '/de/eins' => 1, '/de/zwei' => 2])
        ->and((int) DB::table('page_index')->where('page_id', pageAt($store, '/de/eins'))->value('depth'))
        ->toBe(1);
});
