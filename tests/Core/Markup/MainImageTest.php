<?php

declare(strict_types=1);

use Orchard\Core\Markup\MainImage;

/** @return list<array{src: string, alt: ?string, width: int, height: int}> */
function pictures(string ...$sources): array
{
    return array_values(
        array_map(
            static fn (string $src): array => ['src' => $src, 'alt' => "alt of $src", 'width' => 0, 'height' => 0],
            $sources,
        ),
    );
}

it('finds the picture that the page names, however the theme cuts it to size', function (
    string $named,
    string $shown,
): void {
    $images = pictures(
        'https://shop.example/logo.svg',
        'https://shop.example/pay.png',
        $shown,
        'https://shop.example/next.jpg',
    );
    expect(MainImage::of($images, ['og:image' => $named], [], ['Nothing']))->toBe([
        'src' => $shown,
        'alt' => "alt of $shown",
    ]);
})->with([
    'the same address' => ['https://shop.example/m/jug.jpg', 'https://shop.example/m/jug.jpg'],
    'another host' => ['https://shop.example/m/jug.jpg', 'https://cdn.example/m/jug.jpg?w=400'],
    'a width behind' => ['https://shop.example/m/jug.jpg?v=3', 'https://shop.example/m/jug_800x.jpg?v=3'],
    'width and height' => ['https://shop.example/a/2024/jug.jpg', 'https://shop.example/a/2024/jug-600x450.jpg'],
    'another format' => ['https://shop.example/m/blue-jug.jpg', 'https://shop.example/m/blue-jug.webp'],
    'a cache folder' => ['https://shop.example/m/j/u/jug.jpg', 'https://shop.example/m/cache/9f0c/j/u/jug.jpg'],
    'a service that cuts' => [
        'https://shop.example/media/jug.jpg',
        'https://shop.example/_image?url=%2Fmedia%2Fjug.jpg&w=640&q=75',
    ],
    'parameters in the path' => [
        'https://shop.example/media/jug.jpg',
        'https://img.example/width=800,format=auto/media/jug.jpg',
    ],
    'double density' => ['https://shop.example/m/green-jug.png', 'https://shop.example/m/green-jug@2x.png'],
]);

it('takes the surest of several that are alike', function (): void {
    $images = pictures(
        'https://shop.example/small/jug-100x100.jpg',
        'https://cdn.example/full/jug.jpg?w=900',
        'https://shop.example/full/jug.jpg',
    );
    expect(MainImage::of($images, ['og:image' => 'https://shop.example/full/jug.jpg'], [], []))
        ->toHaveKey('src', 'https://shop.example/full/jug.jpg')
        ->and(MainImage::of(array_slice($images, 0, 2), ['og:image' => 'https://shop.example/full/jug.jpg'], [], []))
        ->toHaveKey('src', 'https://cdn.example/full/jug.jpg?w=900');
});

it('takes one that structured data names before one for shared links', function (mixed $structured): void {
    $images = pictures('https://shop.example/share-banner.jpg', 'https://shop.example/p/bowl-42.jpg');
    $social = ['og:image' => 'https://shop.example/share-banner.jpg'];
    // Of two that are sure alike, the product's own picture comes first.
    expect(MainImage::of($images, $social, $structured, []))->toHaveKey('src', 'https://shop.example/p/bowl-42.jpg');
})->with([
    'text' => [[['@type' => 'Product', 'image' => 'https://shop.example/p/bowl-42.jpg']]],
    'list' => [[['@type' => ['Product'], 'image' => ['https://shop.example/p/bowl-42.jpg', 'x']]]],
    'object' => [
        [['@type' => 'http://schema.org/Product', 'image' => ['url' => 'https://shop.example/p/bowl-42.jpg']]],
    ],
    'graph' => [
        [
            [
                '@graph' => [
                    ['@type' => 'Organization', 'image' => 'https://shop.example/share-banner.jpg'],
                    ['@type' => 'Product', 'image' => [['contentUrl' => 'https://shop.example/p/bowl-42.jpg']]],
                ],
            ],
        ],
    ],
]);

it('does not take a brand’s mark, nor what only has a name in common that tells nothing', function (): void {
    $organisation = [['@type' => 'Organization', 'image' => 'https://shop.example/logo.png']];
    expect(MainImage::of(pictures('https://shop.example/logo.png'), [], $organisation, ['Blue bowl']))
        ->toBeNull()
        ->and(MainImage::likeness('https://a.example/7/1.jpg', 'https://a.example/8/1.jpg'))
        ->toBe(0)
        ->and(MainImage::likeness('https://a.example/7/image2.jpg', 'https://a.example/8/image2.jpg'))
        ->toBe(0)
        ->and(MainImage::likeness('https://a.example/image.php?id=7', 'https://a.example/image.php?id=8'))
        ->toBe(0)
        ->and(MainImage::likeness('https://a.example/image.php?id=7', 'https://a.example/image.php?id=7'))
        ->toBe(4);
});

it('takes the first large one that is called as the page is, where none is named', function (): void {
    $images = [
        ['src' => 'https://shop.example/walnut-icon.png', 'alt' => 'Walnut', 'width' => 24, 'height' => 24],
        ['src' => 'data:image/gif;base64,R0lGOD', 'alt' => 'Walnut table', 'width' => 0, 'height' => 0],
        ['src' => 'https://shop.example/banner.jpg', 'alt' => 'Free delivery', 'width' => 1200, 'height' => 80],
        ['src' => 'https://shop.example/x/813.jpg', 'alt' => 'A table of walnut', 'width' => 900, 'height' => 900],
        ['src' => 'https://shop.example/walnut-2.jpg', 'alt' => '', 'width' => 900, 'height' => 900],
    ];
    expect(MainImage::of($images, [], [], ['', 'Walnut table']))
        ->toBe(['src' => 'https://shop.example/x/813.jpg', 'alt' => 'A table of walnut'])
        ->and(MainImage::of($images, [], [], ['Birch chest']))
        ->toBeNull()
        // The picture of a page that a list leads to is none of the list's own.
        ->and(MainImage::of(pictures('https://shop.example/walnut-side-chair.jpg'), [], [], ['Walnut chairs']))
        ->toBeNull()
        ->and(MainImage::of([], ['og:image' => 'https://shop.example/a.jpg'], [], ['Oak']))
        ->toBeNull();
});

it('tells an alt that is missing from one that is empty', function (?string $alt): void {
    $image = [['src' => 'https://shop.example/walnut-chest.jpg', 'alt' => $alt, 'width' => 0, 'height' => 0]];
    expect(MainImage::of($image, [], [], ['Walnut chest']))->toBe([
        'src' => 'https://shop.example/walnut-chest.jpg',
        'alt' => $alt,
    ]);
})->with([null, '']);

it('holds whatever stands in structured data', function (mixed $odd): void {
    expect(
        MainImage::of(
            pictures('https://shop.example/walnut-chest.jpg'),
            ['og:image' => ['x']],
            [$odd],
            ['Walnut chest'],
        ),
    )->not->toBeNull();
})->with([
    [null],
    ['text'],
    [7],
    [[[[[[[[[]]]]]]]]],
    [['@type' => 'Product', 'image' => 7]],
    [['@type' => 5, 'image' => []]],
    [['@graph' => 'no']],
]);

it('weighs how much of the name an image has, and how large it is', function (
    string $name,
    string $src,
    array $size,
    bool $isIt,
): void {
    $image = ['src' => "https://shop.example/$src", 'alt' => ''] + $size;
    expect(MainImage::of([$image], [], [], [$name]) !== null)->toBe($isIt);
})->with([
    'two words of two, of four letters each' => ['Blue bowl', 'blue-bowl.jpg', [], true],
    'two words of four are not most of them' => ['Walnut dining table, persons', 'walnut-table-runner.jpg', [], false],
    'three of five are' => ['Walnut dining table with drawers', 'walnut-dining-table.jpg', [], true],
    'one of one is another page’s as well' => ['Bowls', 'bowls.jpg', [], false],
    'large enough to the pixel' => ['Blue bowl', 'blue-bowl.jpg', ['width' => 100, 'height' => 100], true],
    'a pixel less' => ['Blue bowl', 'blue-bowl.jpg', ['width' => 99, 'height' => 99], false],
    'one side unknown' => ['Blue bowl', 'blue-bowl.jpg', ['width' => 24, 'height' => 0], true],
    'wide and low' => ['Blue bowl', 'blue-bowl.jpg', ['width' => 900, 'height' => 40], true],
]);

it('looks for a product as deep as structured data is nested by people, and no deeper', function (
    int $depth,
    bool $isFound,
): void {
    $node = ['@type' => 'Product', 'image' => 'https://shop.example/p/bowl-42.jpg'];
    for ($i = 0; $i < $depth; $i++) {
        $node = [$node];
    }
    $inGraph = ['@type' => 'Product', 'image' => 'https://shop.example/p/bowl-42.jpg'];
    for ($i = 0; $i < $depth; $i++) {
        $inGraph = ['@graph' => $inGraph];
    }
    foreach ([[$node], [$inGraph]] as $structured) {
        expect(MainImage::of(pictures('https://shop.example/p/bowl-42.jpg'), [], $structured, []) !== null)->toBe(
            $isFound,
        );
    }
})->with([[0, true], [5, true], [6, false], [200, false]]);

it('takes no path for the same that is too short to tell anything', function (): void {
    expect(MainImage::likeness('https://a.example/x/q.g', 'https://b.example/q.g'))
        ->toBe(0)
        ->and(MainImage::likeness('https://a.example/q.gi?w=2', 'https://b.example/q.gi'))
        ->toBe(3)
        ->and(MainImage::likeness('https://a.example/q.g?w=2', 'https://b.example/q.g'))
        ->toBe(0);
});
