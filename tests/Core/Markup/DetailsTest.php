<?php

declare(strict_types=1);

use Orchard\Core\Markup\MainText;
use Orchard\Core\Markup\PageDetails;
use Orchard\Core\Markup\PageReader;
use Orchard\Core\StructuredData\LifeState;
use Orchard\Core\StructuredData\ProductData;
use Orchard\Core\Url\PageUrl;

function details(string $html): PageDetails
{
    return PageReader::read($html, PageUrl::parse('http://shop.example/dir/page') ?? throw new LogicException())
        ->details ?? throw new LogicException();
}

it('keeps headings in their order, and short texts that only look like one', function (): void {
    $details = details(
        '<body><h2>First</h2><main><h1>The <b>lamp</b></h1><div class="product-title big">Styled</div><p class="h3">Also styled</p><span role="heading">By role</span><div class="title-wrap"><div>holds more</div></div><h3>Last</h3><p>text</p><p class="subtitle">no</p></main>',
    );
    expect(array_map(static fn (array $heading): string => "{$heading['level']} {$heading['text']}", $details->headings))
        ->toBe(['2 First', '1 The lamp', '0 Styled', '0 Also styled', '0 By role', '3 Last'])
        ->and($details->h1s())
        ->toBe(['The lamp']);
});

it('keeps images with source, alt and declared size, and counts those without alt', function (): void {
    $details = details(
        '<head><base href="/other/"></head><body><img src="a.jpg" alt="A  lamp" width="300" height=200><img src="/b.jpg"><img src="data:image/gif;base64,R0lGOD" data-src="lazy.webp" alt=""><svg><image href="x"/></svg><template><img src="no.jpg"></template>',
    );
    expect($details->images)
        ->toBe([
            ['src' => 'http://shop.example/other/a.jpg', 'alt' => 'A lamp', 'width' => 300, 'height' => 200],
            ['src' => 'http://shop.example/b.jpg', 'alt' => null, 'width' => 0, 'height' => 0],
            ['src' => 'http://shop.example/other/lazy.webp', 'alt' => '', 'width' => 0, 'height' => 0],
        ])
        ->and($details->imagesWithoutAlt())
        ->toBe(1);
});

it('tells images in links to other pages from those that are this one’s', function (): void {
    $details = details(
        '<a href="/other"><img src="/a.jpg"></a><a href="/big/b.webp?v=2"><img src="/b.jpg"></a>'.
            '<a href="#zoom"><img src="/c.jpg"></a><a href="/dir/page"><img src="/d.jpg"></a><img src="/e.jpg">'.
            '<a href="javascript:open()"><img src="/f.jpg"></a><a><img src="/g.jpg"></a>',
    );
    expect(
        array_map(
            static fn (array $image): string => basename($image['src']),
            array_filter($details->images, static fn (array $image): bool => isset($image['away'])),
        ),
    )->toBe(['a.jpg']);
});

it('tells every canonical and where it stands', function (): void {
    $html =
        '<head><link rel="canonical" href="/a"><link rel=canonical href="b"></head><body><link rel="canonical" href="/c">';
    expect(details($html)->canonicals)
        ->toBe([
            ['where' => 'tag', 'url' => 'http://shop.example/a', 'written' => '/a'],
            ['where' => 'tag', 'url' => 'http://shop.example/dir/b', 'written' => 'b'],
            ['where' => 'body', 'url' => 'http://shop.example/c', 'written' => '/c'],
        ])
        ->and(
            PageReader::read($html, PageUrl::parse('http://shop.example/dir/page') ?? throw new LogicException())
                ->strays,
        )
        ->toBe(['canonical' => 1]);
});

it('reads hreflang, paging, social tags, refresh and directives by crawler from the head alone', function (): void {
    $details = details(
        '<head><link rel="alternate" hreflang="de-AT" href="/at"><link rel="alternate" hreflang="x-default" href="/"><link rel=next href="?page=2"><link rel="prev" href="/p"><meta property="og:title" content=" A &amp; B "><meta name="Somebot" content="noindex, max-snippet:20"><meta name="Otherbot" content="NoIndex, Max-Image-Preview: large"><meta name="generator" content="Shop 3"><meta http-equiv="refresh" content="3; url=/x"></head><body><link rel="alternate" hreflang="fr" href="/fr"><meta name="otherbot" content="noindex">',
    );
    expect($details->hreflangs)
        ->toBe([
            ['code' => 'de-AT', 'url' => 'http://shop.example/at'],
            ['code' => 'x-default', 'url' => 'http://shop.example/'],
        ])
        ->and($details->paging)
        ->toBe(['next' => 'http://shop.example/dir/page?page=2', 'prev' => 'http://shop.example/p'])
        ->and($details->social)
        ->toBe(['og:title' => 'A & B'])
        ->and($details->crawlers)
        ->toBe(['somebot' => 'noindex, max-snippet:20', 'otherbot' => 'NoIndex, Max-Image-Preview: large'])
        ->and($details->refresh)
        ->toBe('3; url=/x');
});

it('keeps structured data as objects, tells what is broken, and reads the product', function (): void {
    $details = details(
        '<script type="application/ld+json">{"@context":"https://schema.org","@graph":[{"@type":"BreadcrumbList"},{"@type":"Product","sku":"TR-7","name":"Alma","brand":{"name":"Norrgarn"},"offers":[{"price":"1,299.50","priceCurrency":"EUR","availability":"https://schema.org/OutOfStock"},{"price":"999","priceCurrency":"EUR","availability":"InStock"}],"aggregateRating":{"ratingValue":8.4,"bestRating":10,"reviewCount":"12"}}]}</script><script type="application/ld+json">{"a": }</script>',
    );
    expect($details->structured)
        ->toHaveCount(1)
        ->and($details->structuredErrors)
        ->toHaveCount(1)
        ->and($details->structuredErrors[0])
        ->toStartWith('syntax error');
    $product = ProductData::of($details->structured) ?? throw new LogicException();
    expect($product)
        ->number->toBe('TR-7')
        ->price->toBe(999.0)
        ->currency->toBe('EUR')
        ->life->toBe(LifeState::Selling)
        ->maker->toBe('Norrgarn')
        ->rating->toBe(4.2)
        ->reviews->toBe(12);
    expect(ProductData::of([['@type' => 'Article']]))->toBeNull();
});

it('reads how a product lives from many words', function (string $word, ?LifeState $state): void {
    expect(LifeState::fromAvailability($word))->toBe($state);
})->with([
    ['https://schema.org/InStock', LifeState::Selling],
    ['SoldOut', LifeState::OutOfStock],
    ['out_of_stock', LifeState::OutOfStock],
    ['Ausverkauft', LifeState::OutOfStock],
    ['preorder', LifeState::BackOn],
    ['Discontinued', LifeState::Discontinued],
    ['épuisé', LifeState::OutOfStock],
    ['perhaps', null],
    // All of schema.org's ItemAvailability.
    ['https://schema.org/BackOrder', LifeState::BackOn],
    ['https://schema.org/PreOrder', LifeState::BackOn],
    ['https://schema.org/PreSale', LifeState::BackOn],
    ['https://schema.org/Reserved', LifeState::BackOn],
    ['http://schema.org/InStoreOnly', LifeState::Selling],
    ['http://schema.org/OnlineOnly', LifeState::Selling],
    ['schema:LimitedAvailability', LifeState::Selling],
    ['https://schema.org/MadeToOrder', LifeState::Selling],
    ['https://schema.org/OutOfStock', LifeState::OutOfStock],
    ['https://schema.org/Discontinued', LifeState::Discontinued],
    // What exports and badges say.
    ['Back on a date', LifeState::BackOn],
    ['pre-order', LifeState::BackOn],
    ['vorbestellbar', LifeState::BackOn],
    ['Out of season', LifeState::Resting],
    ['Saisonpause', LifeState::Resting],
    ['retired', LifeState::Discontinued],
    ['END_OF_LIFE', LifeState::Discontinued],
    ['nicht mehr lieferbar', LifeState::Discontinued],
    ['superseded', LifeState::Replaced],
    ['ersetzt', LifeState::Replaced],
    ['nicht auf Lager', LifeState::OutOfStock],
    ['Op voorraad', LifeState::Selling],
]);

it('recognises a page that only script fills', function (): void {
    expect(details('<body><div id="root"></div><script src="/app.js"></script></body>')->needsScript)
        ->toBeTrue()
        ->and(details('<body><h1>Lamp</h1><script src="/app.js"></script></body>')->needsScript)
        ->toBeFalse()
        ->and(details('<body><p>nothing</p></body>')->needsScript)
        ->toBeFalse();
});

it('takes main text line by line, and marks each with its words', function (): void {
    $text = details(
        '<body><nav>Menu</nav><main><h1>One lamp</h1><p>two <b>more</b> words<br>and a line</p><ul><li>E27</li><li></li></ul></main><footer>Foot</footer>',
    )->text;
    expect($text->lines())
        ->toBe(['One lamp', 'two more words', 'and a line', 'E27'])
        ->and($text->words())
        ->toBe(9)
        ->and(
            array_values(
                array_map(
                    static fn (array $one): int => $one[1],
                    iterator_to_array(
                        (static function () use ($text): Generator {
                            foreach (MainText::marksOf($text->marks()) as $mark => $words) {
                                yield [$mark, $words];
                            }
                        })(),
                        false,
                    ),
                ),
            ),
        )
        ->toBe([2, 3, 3, 1])
        ->and(strlen($text->marks()))
        ->toBe(32);
});

it('never grows without end', function (): void {
    $details = details(
        '<body>'.
            str_repeat('<h2>x</h2><img src="i.jpg">', 2000).
            str_repeat(
                '<script type="application/ld+json">{"@type":"Thing","x":"'.str_repeat('y', 5000).'"}</script>',
                100,
            ).
            str_repeat('word ', 100000),
    );
    expect(count($details->headings))
        ->toBe(300)
        ->and(count($details->images))
        ->toBe(500)
        ->and(strlen($details->toJson()))
        ->toBeLessThan(250_000);
});

it('takes the address of an image from where a browser takes it, and none where there is none', function (): void {
    $images = details(
        '<main><img src="/a.jpg" srcset="/b.jpg 2x"><img srcset=" /c.jpg, /d.jpg 2x"><img srcset="/e.jpg 1x"><img>'.
            '<img src=" " data-src="/f.jpg" srcset="/g.jpg"><img src="" srcset="data:image/gif;base64,R0lGOD 1x">',
    )->images;
    expect(array_column($images, 'src'))->toBe([
        'http://shop.example/a.jpg',
        'http://shop.example/c.jpg',
        'http://shop.example/e.jpg',
        '',
        'http://shop.example/f.jpg',
        'data:image/gif;base64',
    ]);
});

it('takes a link without an address for none', function (string $href): void {
    $facts = PageReader::read(
        "<head><link rel=canonical $href><link rel=next $href><link rel=alternate hreflang=de $href></head>",
        PageUrl::parse('http://shop.example/dir/page') ?? throw new LogicException(),
    );
    expect($facts->canonicals)
        ->toBe([])
        ->and($facts->details?->canonicals)
        ->toBe([])
        ->and($facts->details?->paging)
        ->toBe([])
        ->and($facts->details?->hreflangs)
        ->toBe([]);
})->with(['', 'href', 'href=""', 'href=" "']);
