<?php

declare(strict_types=1);

use App\Changes\Drafts;
use App\Changes\Editing\Author;
use App\Changes\Editing\TextEdit;
use App\Changes\Origin;
use App\Stores\Models\Store;
use App\Stores\StoreOptions;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Wording\TextField;
use Tests\Web\Site;

/**
 * A shop of somebody else's make: titles end in the department and the shop, products tell of themselves in JSON-LD.
 */
function shopWithoutApi(): Site
{
    $site = new Site();
    $links = [];
    foreach (
        ['ash' => 'Ash Mug', 'birch' => 'Birch Bowl', 'cedar' => 'Cedar Jug', 'elder' => 'Elder Plate'] as $slug => $name
    ) {
        $links["/item/$slug"] = $name;
        $site->page(
            "/item/$slug",
            "<!doctype html><html lang=\"en\"><head><title>$name, hand thrown · Pots · Fennmoor</title><meta name=\"description\" content=\"The $name from our kiln.\">".
                "<link rel=\"canonical\" href=\"{$site->url}/item/$slug\"><script type=\"application/ld+json\">{\"@type\":\"Product\",\"sku\":\"F-$slug\",\"name\":\"$name\",\"brand\":\"Kiln\",\"offers\":{\"price\":\"12.50\",\"priceCurrency\":\"GBP\",\"availability\":\"InStock\"}}</script></head>".
                "<body><h1>$name</h1><p>£ 12.50</p><a href=\"/item/$slug?glaze=blue\">blue</a></body></html>",
        );
        $site->page(
            "/item/$slug?glaze=blue",
            "<title>$name blue</title><link rel=\"canonical\" href=\"{$site->url}/item/$slug\"><h1>$name</h1>",
        );
    }
    $site->page('/secret', '<title>Secret</title><meta name="robots" content="noindex"><h1>Secret</h1>');

    return $site->linking('/', $links + ['/secret' => 'Secret'], '<title>Fennmoor</title>');
}

/** @return array<string, stdClass> by path */
function written(Store $store): array
{
    return DB::table('resources')
        ->join(
            'resource_texts as t',
            static fn ($join) => $join->on('t.resource_id', '=', 'resources.id')->where('t.field', 1),
        )
        ->where('resources.store_id', $store->id)
        ->where('gone', 0)
        ->get(['resources.*', 't.stored', 't.shown'])
        ->keyBy(
            static fn (stdClass $row): string => (string) parse_url((string) $row->url, PHP_URL_PATH).
                (parse_url((string) $row->url, PHP_URL_QUERY) ? '?' : ''),
        )
        ->all();
}

it(
    'makes a row of the desk of each page that stays, with its own text, name and number, where no shop is connected',
    function (): void {
        $site = shopWithoutApi();
        $store = $site->store();
        crawl($store);
        $rows = written($store);

        expect(array_keys($rows))->toEqualCanonicalizing([
            '/',
            '/item/ash',
            '/item/birch',
            '/item/cedar',
            '/item/elder',
        ]);
        expect($rows['/item/ash'])
            ->stored->toBe('Ash Mug, hand thrown')
            ->shown->toBe('Ash Mug, hand thrown · Pots · Fennmoor')
            ->name->toBe('Ash Mug')
            ->number->toBe('F-ash')
            ->and(json_decode((string) $rows['/item/ash']->attributes, true))
            ->toMatchArray(['maker' => 'Kiln', 'price' => '12.50', 'currency' => 'GBP']);
        expect(DB::table('write_rows')->where('store_id', $store->id)->count())->toBe(5);
        expect(DB::table('pages')->where('id', $rows['/item/ash']->page_id)->value('resource_id'))->toBe(
            $rows['/item/ash']->id,
        );

        // A page that is kept out of search from now on is no row any more, and comes back with its draft.
        app(Drafts::class)->save(
            $store,
            new TextEdit((int) $rows['/item/ash']->id, TextField::Title, 'A better mug', 0),
            new Author(Origin::Hand, null),
        );
        $site->page('/item/ash', '<title>Ash</title><meta name="robots" content="noindex"><h1>Ash</h1>');
        crawl($store);
        expect(array_keys(written($store)))->not->toContain('/item/ash');
        expect(DB::table('drafts')->where('resource_id', $rows['/item/ash']->id)->value('value'))->toBe('A better mug');
    },
);

it('gives rows, drafts and history over to the shop when it is connected, by page and by number', function (): void {
    $site = shopWithoutApi();
    $store = $site->store();
    crawl($store);
    $before = written($store);
    $drafts = app(Drafts::class);
    foreach (['/item/ash', '/item/birch'] as $path) {
        $drafts->save(
            $store,
            new TextEdit((int) $before[$path]->id, TextField::Title, "New $path", 0),
            new Author(Origin::Hand, null),
        );
    }
    $goods = [
        ['no' => 1, 'sku' => 'F-ash', 'url' => '/item/ash', 'seo' => ['title' => 'Ash Mug, hand thrown', 'text' => '']],
        // Known to the shop by another address than the one that is crawled.
        ['no' => 2, 'sku' => 'F-birch', 'url' => '/bowls/birch', 'seo' => ['title' => null, 'text' => 'x']],
        ['no' => 3, 'sku' => 'F-new', 'url' => '/item/new', 'seo' => ['title' => 'New', 'text' => 'y']],
    ];
    $site->page('/api/goods', (string) json_encode(['data' => $goods]), 200, [['Content-Type', 'application/json']]);
    foreach (
        [
            'shop_url' => "$site->url/api",
            'shop_token' => 'x',
            'shop_mapping' => (string) json_encode([
                'mapping' => 1,
                'sign_in' => ['by' => 'bearer'],
                'lists' => [
                    [
                        'name' => 'goods',
                        'kind' => 'product',
                        'list' => ['path' => '/goods'],
                        'items' => '/data',
                        'fields' => [
                            'id' => '/no',
                            'path' => '/url',
                            'number' => '/sku',
                            'title' => '/seo/title',
                            'description' => '/seo/text',
                        ],
                    ],
                ],
            ]),
        ] as $key => $value
    ) {
        app(StoreOptions::class)->set($store->refresh(), $key, $value);
    }
    crawl($store->refresh());
    $after = DB::table('resources')->where('store_id', $store->id)->where('gone', 0)->get()->keyBy('id');

    expect($after[$before['/item/ash']->id])->external_id->toBe('1')->from_page->toBe(0);
    expect($after[$before['/item/birch']->id])->external_id->toBe('2')->from_page->toBe(0);
    $draft = $drafts->find((int) $before['/item/birch']->id, TextField::Title);
    expect($draft?->value)->toBe('New /item/birch')->and($draft?->baseValue)->toBe('');
    // The home page is not in the shop's list, and is written by its page as before.
    expect($after[$before['/']->id])->external_id->toStartWith('page:');
    expect($after->where('kind', 3)->pluck('external_id')->sort()->values()->all())->toBe(['1', '2', '3']);
});
