<?php

declare(strict_types=1);

use App\Stores\Kinds\PageKind;
use Illuminate\Support\Facades\DB;
use Tests\Shops\LaidOutShop;
use Tests\Web\Site;

it('knows lists by what they lead to, and what narrows or continues them', function (string $layout): void {
    $shop = new LaidOutShop($layout, 3);
    $site = $shop->site();
    $store = $site->store();
    crawl($store);
    $kinds = [];
    foreach (
        DB::select('SELECT p.url, i.kind FROM page_index i JOIN pages p ON p.id = i.page_id WHERE i.store_id = ?', [
            $store->id,
        ]) as $row
    ) {
        $kinds[substr((string) $row->url, strlen($site->url))] = PageKind::from((int) $row->kind)->key();
    }
    [$right, $all, $wrong] = [0, 0, []];
    foreach ($shop->truth as $path => $truth) {
        if (isset($kinds[$path])) {
            $is = $shop->sorts[$truth] === 'list' ? 'collection' : 'product';
            $all++;
            $right += $kinds[$path] === $is ? 1 : 0;
            $kinds[$path] === $is || ($wrong[] = "$path is $kinds[$path]");
        }
    }
    expect($all)
        ->toBeGreaterThan(30)
        ->and($right / $all)
        ->toBeGreaterThanOrEqual(0.98, implode("\n", $wrong));
})->with([
    'folders, three languages, alternates on copies',
    'paging in the path, last parts with one product',
    'paging by number alone, filters with one hit',
    'filters in the path',
    'og types alone',
    'lists whose sort is another address',
]);

it('takes no article for a list, and changes no kind that a rule tells', function (): void {
    $product = static fn (
        string $n,
    ): string => '<meta property="og:type" content="product"><script type="application/ld+json">{"@type":"Product","sku":"'.
        $n.
        '","name":"Lamp '.
        $n.
        '"}</script>';
    $site = (new Site())->linking('/', ['/a' => 'A', '/guide' => 'Guide', '/few' => 'Few']);
    foreach (['p1', 'p2', 'p3'] as $n) {
        $site->linking("/$n", [], $product($n));
    }
    // A guide names three products among much else; a page with two is no list.
    $site
        ->linking('/guide', [
            '/p1' => 'One',
            '/p2' => 'Two',
            '/p3' => 'Three',
            '/a' => 'A',
            '/few' => 'Few',
            '/x' => 'X',
            '/y' => 'Y',
        ])
        ->linking('/few', ['/p1' => 'One', '/p2' => 'Two'])
        ->linking(
            '/a',
            ['/p1' => 'One', '/p2' => 'Two', '/p3' => 'Three'],
            '<meta property="og:type" content="article">',
        )
        ->linking('/x', [])
        ->linking('/y', []);
    $store = $site->store();
    crawl($store);
    $kind = static fn (string $path): string => PageKind::from(
        (int) DB::table('page_index')->where('page_id', pageAt($store, $path))->value('kind'),
    )->key();
    expect($kind('/guide'))
        ->toBe('other')
        ->and($kind('/few'))
        ->toBe('other')
        ->and($kind('/a'))
        ->toBe('article')
        ->and($kind('/p1'))
        ->toBe('product')
        ->and($kind('/'))
        ->toBe('home');
});
