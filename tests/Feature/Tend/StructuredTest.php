<?php

declare(strict_types=1);

use App\Access\Role;
use App\Gather\Files\FileSort;
use App\Tend\Found\FindingType;
use App\Tend\Lists\RichLine;
use Tests\Web\Site;

/** @return array<string, mixed> */
function jugData(mixed $price, string $availability = 'https://schema.org/InStock', string $number = 'J-1'): array
{
    return [
        '@context' => 'https://schema.org',
        '@type' => 'Product',
        'name' => "Jug $number",
        'sku' => $number,
        'offers' => ['@type' => 'Offer', 'price' => $price, 'priceCurrency' => 'EUR', 'availability' => $availability],
    ];
}

it(
    'tells which structured data is missing, unreadable, lacking, or says another price than the page and the list',
    function (): void {
        $page = static fn (
            string $name,
            mixed $data,
            string $text,
        ): string => "<!doctype html><html lang=\"en\"><head><title>$name</title>".
            '<meta property="og:type" content="product">'.
            ($data === null
                ? ''
                : '<script type="application/ld+json">'.
                    (is_string($data) ? $data : json_encode($data)).
                    '</script>').
            "</head><body><main><h1>$name</h1><p>$text</p><p>$name is thrown by hand from clay that is dug behind the house.</p></main></body></html>";
        $site = (new Site())->linking('/', [
            '/g/right' => 'a',
            '/g/missing' => 'b',
            '/g/broken' => 'c',
            '/g/lacks' => 'd',
            '/g/words' => 'e',
            '/g/page' => 'f',
            '/g/list' => 'g',
            '/g/stock' => 'h',
        ]);
        $site
            ->page('/g/right', $page('Right', jugData('49.90', number: 'J-1'), 'only € 49,90 today'))
            ->page('/g/missing', $page('Missing', null, '€ 10.00'))
            ->page('/g/broken', $page('Broken', '{"@type": "Product", ', '€ 10.00'))
            ->page('/g/lacks', $page('Lacks', array_diff_key(jugData('5.00', number: 'J-4'), ['name' => 1]), '€ 5.00'))
            ->page('/g/words', $page('Words', jugData('6.00', number: 'J-5') + ['colour' => 'blue'], '€ 6.00'))
            ->page('/g/page', $page('Page', jugData('7.00', number: 'J-6'), '€ 70.00'))
            ->page('/g/list', $page('List', jugData('8.00', number: 'J-7'), '€ 8.00'))
            ->page('/g/stock', $page('Stock', jugData('9.00', number: 'J-8'), '€ 9.00'));
        $store = $site->store();
        crawl($store);
        bringIn(
            $store,
            "url,sku,price,currency,availability\n$site->url/g/list,J-7,80.00,EUR,in stock\n$site->url/g/stock,J-8,9.00,EUR,out of stock\n$site->url/g/right,J-1,49.90,EUR,in stock\n",
            FileSort::Products,
        );
        tend($store);
        $types = array_values(
            array_filter(
                FindingType::cases(),
                static fn (FindingType $type): bool => $type->value >= 60 && $type->value < 70,
            ),
        );
        $found = foundOf($store, $site, $types);
        $keys = array_map(array_keys(...), $found);
        ksort($keys);
        expect($keys)->toBe([
            '/g/broken' => ['structured-broken'],
            '/g/lacks' => ['structured-lacks'],
            '/g/list' => ['structured-price'],
            '/g/missing' => ['structured-missing'],
            '/g/page' => ['structured-price'],
            '/g/stock' => ['structured-price'],
            '/g/words' => ['structured-words'],
        ]);
        expect($found['/g/list']['structured-price']->cause['why'])
            ->toBe('price')
            ->and($found['/g/page']['structured-price']->cause['why'])
            ->toBe('page')
            ->and($found['/g/stock']['structured-price']->cause['why'])
            ->toBe('stock')
            ->and($found['/g/lacks']['structured-lacks']->cause['path'])
            ->toBe('Product.name');

        test()->actingAs(member($store, Role::Viewer));
        test()
            ->get("/s/$store->slug/tend/structured")
            ->assertOk()
            ->assertSee('Product.name is missing');
        // What is pasted is judged by the same rules, and an address of the store is asked for at once.
        test()
            ->post("/s/$store->slug/tend/try", ['given' => '{"@type": "Product", '])
            ->assertSee('The script is no JSON');
        test()
            ->post("/s/$store->slug/tend/try", ['given' => json_encode(jugData('€ 5'))])
            ->assertSee('is no plain number');
        test()
            ->post("/s/$store->slug/tend/try", ['given' => '/g/right'])
            ->assertSee('Nothing is wrong with it.')
            ->assertSee('49.90 EUR');
        test()
            ->post("/s/$store->slug/tend/try", ['given' => "$site->url/g/words"])
            ->assertSee('“color”');
        test()
            ->post("/s/$store->slug/tend/try", ['given' => 'https://elsewhere.example/'])
            ->assertSee('no address of the store');
        test()
            ->post("/s/$store->slug/tend/try", ['given' => '/nothing'])
            ->assertSee('404');
        test()
            ->post("/s/$store->slug/tend/try", ['given' => ''])
            ->assertSessionHasErrors('given');
    },
);

it('shows which line a product’s structured data adds to its result', function (array $data, string $line): void {
    expect(RichLine::of([$data]))->toBe($line);
})->with([
    'price and stock' => [jugData('49.90'), '49.90 EUR · In stock'],
    'stars' => [
        jugData('49.90') + [
            'aggregateRating' => [
                '@type' => 'AggregateRating',
                'ratingValue' => 8.4,
                'bestRating' => 10,
                'reviewCount' => 1200,
            ],
        ],
        '★ 4.2 (1,200) · 49.90 EUR · In stock',
    ],
    'gone for good' => [jugData('49.90', 'https://schema.org/Discontinued'), '49.90 EUR · Discontinued'],
    'no product' => [['@context' => 'https://schema.org', '@type' => 'Article', 'headline' => 'Jugs'], ''],
]);
