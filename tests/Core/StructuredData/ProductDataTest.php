<?php

declare(strict_types=1);

use Orchard\Core\StructuredData\LifeState;
use Orchard\Core\StructuredData\ProductData;

/** @param  array<string, mixed>  $offer */
function offered(array $offer): ProductData
{
    return ProductData::from(['@type' => 'Product', 'offers' => $offer]);
}

it('reads what a product says of itself', function (): void {
    $product = ProductData::of([
        [
            '@context' => 'https://schema.org',
            '@type' => 'Product',
            'sku' => ' L-7 ',
            'name' => 'Aldern floor lamp',
            'brand' => ['@type' => 'Brand', 'name' => 'Ostrel'],
            'aggregateRating' => ['ratingValue' => '4,5', 'reviewCount' => '1,204'],
            'offers' => [
                '@type' => 'Offer',
                'price' => '1,249.50',
                'priceCurrency' => 'eur',
                'availability' => 'https://schema.org/InStock',
            ],
        ],
    ]);
    expect($product)
        ->number->toBe('L-7')
        ->name->toBe('Aldern floor lamp')
        ->maker->toBe('Ostrel')
        ->price->toBe(1249.5)
        ->currency->toBe('EUR')
        ->life->toBe(LifeState::Selling)
        ->rating->toBe(4.5)
        ->reviews->toBe(1204)
        ->backOn->toBeNull();
});

it('finds the product wherever a page keeps it', function (mixed $data, ?string $number): void {
    expect(ProductData::of([$data])?->number)->toBe($number);
})->with([
    'in a graph' => [['@graph' => [['@type' => 'WebPage'], ['@type' => 'Product', 'sku' => 'a']]], 'a'],
    'as what a page is about' => [
        ['@type' => 'WebPage', 'mainEntity' => ['@type' => ['Thing', 'Product'], 'mpn' => 'b']],
        'b',
    ],
    'by the whole address of its type' => [['@type' => 'http://schema.org/Product', 'productID' => 'c'], 'c'],
    'in a list' => [[['@type' => 'BreadcrumbList'], ['@type' => 'ProductGroup', 'sku' => 'd']], 'd'],
    'not in a review of something' => [
        ['@type' => 'Review', 'itemReviewed' => ['@type' => 'Product', 'sku' => 'e']],
        null,
    ],
    'not below five levels' => [[[[[[['@type' => 'Product', 'sku' => 'f']]]]]], null],
    'a type that is no word' => [['@type' => [7, null], 'sku' => 'g'], null],
    'nothing at all' => ['Product', null],
]);

it('takes the lowest price of what is offered', function (array $offers, ?float $price): void {
    expect(ProductData::from(['offers' => $offers])->price)->toBe($price);
})->with([
    'several' => [[['price' => 30], ['price' => '19,90'], ['price' => 25.0]], 19.9],
    'from' => [['@type' => 'AggregateOffer', 'lowPrice' => '12.00', 'highPrice' => '40'], 12.0],
    'offers inside of one' => [['@type' => 'AggregateOffer', 'offers' => [['price' => 9], ['price' => 8]]], 8.0],
    'a specification' => [['priceSpecification' => ['price' => '7.5']], 7.5],
    'no number' => [['price' => 'on request'], null],
    'below nought' => [['price' => -3], null],
    'beyond reason' => [['price' => 1e12], null],
    'with spaces' => [['price' => "1\u{A0}249,50"], 1249.5],
    'none' => [[], null],
]);

it('reads prices of variants where the product itself has none', function (): void {
    expect(
        ProductData::from([
            '@type' => 'ProductGroup',
            'hasVariant' => [
                ['offers' => ['price' => 20, 'availability' => 'OutOfStock']],
                ['offers' => ['price' => 24, 'availability' => 'InStock']],
            ],
        ]),
    )
        ->price->toBe(20.0)
        ->life->toBe(LifeState::Selling)
        ->and(ProductData::from(['hasVariant' => ['offers' => ['price' => 5]]])->price)
        ->toBe(5.0);
});

it('says when it comes back only where it is gone till then', function (): void {
    expect(
        offered([
            'availability' => 'https://schema.org/BackOrder',
            'availabilityStarts' => '2026-12-24T08:00:00+01:00',
        ]),
    )
        ->life->toBe(LifeState::BackOn)
        ->backOn->toBe('2026-12-24')
        ->and(offered(['availability' => 'InStock', 'availabilityStarts' => '2026-12-24'])->backOn)
        ->toBeNull()
        ->and(offered(['availability' => 'PreOrder', 'availabilityStarts' => 'soon'])->backOn)
        ->toBeNull();
});

it('brings ratings to five, whatever their scale', function (array $rating, ?float $expected): void {
    expect(ProductData::from(['aggregateRating' => $rating])->rating)->toBe($expected);
})->with([
    [['ratingValue' => 9, 'bestRating' => 10], 4.5],
    [['ratingValue' => '80', 'bestRating' => '100'], 4.0],
    [['ratingValue' => 7], 5.0],
    [['ratingValue' => 4, 'bestRating' => 0], 4.0],
    [['ratingValue' => 'good'], null],
    [[], null],
]);

it('survives what is no text where text belongs', function (): void {
    $odd = ProductData::from([
        'sku' => ['@id' => 'x-1'],
        'name' => [['deep']],
        'brand' => ['name' => ['@value' => 'Ostrel']],
        'offers' => 'free',
        'aggregateRating' => 5,
    ]);
    expect($odd)
        ->number->toBe('x-1')
        ->name->toBe('')
        ->maker->toBe('Ostrel')
        ->price->toBeNull()
        ->life->toBe(LifeState::Unknown)
        ->rating->toBeNull()
        ->and(mb_strlen(ProductData::from(['sku' => str_repeat('ü', 500)])->number))
        ->toBe(80);
});

it('knows how a product lives by the words of files and shops', function (string $words, ?LifeState $state): void {
    expect(LifeState::fromWords($words))->toBe($state);
})->with([
    ['In stock', LifeState::Selling],
    ['OUT_OF_STOCK', LifeState::OutOfStock],
    ['out-of-stock', LifeState::OutOfStock],
    ['  Sold   out ', LifeState::OutOfStock],
    ['Nicht mehr lieferbar', LifeState::Discontinued],
    ['épuisé', LifeState::OutOfStock],
    ['ÉPUISÉ', LifeState::OutOfStock],
    ['pre-order', LifeState::BackOn],
    ['superseded', LifeState::Replaced],
    ['Saisonpause', LifeState::Resting],
    ['blue', null],
    ['', null],
]);

it('knows it by what schema.org calls it', function (string $availability, ?LifeState $state): void {
    expect(LifeState::fromAvailability($availability))->toBe($state);
})->with([
    ['https://schema.org/InStock', LifeState::Selling],
    ['http://schema.org/LimitedAvailability', LifeState::Selling],
    ['schema:SoldOut', LifeState::OutOfStock],
    ['Discontinued', LifeState::Discontinued],
    ['https://schema.org/PreSale', LifeState::BackOn],
    ['ausverkauft', LifeState::OutOfStock],
    ['https://schema.org/Whatever', null],
]);

it('knows it by a badge, and takes no sentence for one', function (string $text, ?LifeState $state): void {
    expect(LifeState::fromText($text))->toBe($state);
})->with([
    'a badge' => ["Aldern floor lamp\nSold out\nEUR 249", LifeState::OutOfStock],
    'the first of two' => ["Ausverkauft\nDiscontinued", LifeState::OutOfStock],
    'one line alone' => ['No longer available', LifeState::Discontinued],
    'a sentence' => [
        "Aldern floor lamp\nWe were sold out within a week when it first came into the shop, and it has been made ever since.\nEUR 249",
        null,
    ],
    'nothing of the kind' => ["Aldern\nIn stock tomorrow", null],
    'no text' => ['', null],
]);

it('names every state, and finds it by its name', function (LifeState $state): void {
    expect($state->label())
        ->not->toBe('')
        ->and(LifeState::fromKey($state->key()))
        ->toBe($state)
        ->and(LifeState::fromKey('never heard of'))
        ->toBeNull();
})->with(LifeState::cases());

it('reads an amount by the signs that it is written with', function (mixed $written, ?float $price): void {
    $product = ProductData::of([['@type' => 'Product', 'name' => 'V', 'offers' => ['price' => $written]]]);
    expect($product?->price)->toBe($price);
})->with([
    ['89', 89.0],
    ['89.00', 89.0],
    ['89,90', 89.9],
    ['89,9', 89.9],
    ['1,249', 1249.0],
    ['1.249', 1.249],
    ['1.249,50', 1249.5],
    ['1,249.50', 1249.5],
    ['1.249.000', 1249000.0],
    ['1,249,000', 1249000.0],
    ['1.249.000,5', 1249000.5],
    ['1 249,50', 1249.5],
    ["1\u{202F}249,50", 1249.5],
    ['1’299.00', 1299.0],
    ["1'299.00", 1299.0],
    [89, 89.0],
    [12.5, 12.5],
    ['0', 0.0],
    ['-5', null],
    ['free', null],
    ['', null],
    ['1e12', null],
    ["\xFF89", null],
    [null, null],
    [[89], null],
]);
