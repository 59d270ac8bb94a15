<?php

declare(strict_types=1);

use Orchard\Core\Markup\Gallery;
use Orchard\Core\Wording\AltText;
use Orchard\Core\Wording\ImageAlts;

/**
 * @param  list<array{0: string, 1?: ?string, 2?: int}>  $images  src, alt and width
 * @param  list<mixed>  $structured
 * @return list<array{src: string, alt: ?string, isMain: bool}>
 */
function gallery(array $images, array $structured = [], string $name = 'Aurora table lamp'): array
{
    return Gallery::of(
        array_map(
            static fn (array $image): array => [
                'src' => str_starts_with($image[0], 'data:') ? $image[0] : 'https://shop.example'.$image[0],
                'alt' => $image[1] ?? null,
                'width' => $image[2] ?? 0,
                'height' => $image[2] ?? 0,
            ],
            $images,
        ),
        [],
        $structured,
        [$name],
    );
}

/**
 * @param  list<array{src: string, alt: ?string, isMain: bool}>  $images
 * @param  list<string>  $variants
 * @return array<array-key, mixed>
 */
function altsOf(array $images, string $name = 'Aurora table lamp', string $language = 'en', array $variants = []): array
{
    return array_combine(
        array_map(basename(...), array_keys($made = (new ImageAlts($name, $language, $variants))->propose($images))),
        array_values($made),
    );
}

it('takes the images of the thing, and none of the frame, of other things, or that count visits', function (): void {
    $images = gallery([
        ['/logo.svg', 'Shop'],
        ['/p/aurora-table-lamp-1.jpg', 'Aurora table lamp'],
        ['/p/aurora-table-lamp-2_800x800.jpg'],
        ['/p/aurora-table-lamp-side.jpg'],
        ['/p/aurora-desk.jpg', 'Aurora desk'],
        ['/p/brass-lamp-luna.jpg', 'Luna'],
        ['/p/astoria-table-lamp.jpg', 'Astoria table lamp'],
        ['/icons/aurora-table-lamp-4.png', null, 40],
        ['/count.gif?aurora-table-lamp', null, 1],
        ['data:image/gif;base64,R0lG'],
        ['/p/aurora-table-lamp-1.jpg', 'again'],
        ['/p/9.jpg'],
    ]);
    expect(array_map(static fn (array $image): string => basename($image['src']), $images))
        ->toBe(['aurora-table-lamp-1.jpg', 'aurora-table-lamp-2_800x800.jpg', 'aurora-table-lamp-side.jpg'])
        ->and(array_column($images, 'isMain'))
        ->toBe([true, false, false]);
});

it('takes what the structured data names, whatever it is called, and nothing where nothing is told', function (): void {
    $structured = [
        ['@type' => 'Product', 'image' => ['https://cdn.example/x/8812345.jpg', 'https://cdn.example/x/8812346.jpg']],
    ];
    $images = gallery([['/c/8812345.jpg'], ['/c/8812346.jpg'], ['/c/8812399.jpg']], $structured);
    expect(array_column($images, 'isMain'))->toBe([true, false]);
    expect(gallery([['/c/1.jpg'], ['/c/2.jpg']]))->toBe([]);
});

it('calls them by name, variant and view', function (string $file, string $language, string $alt): void {
    $images = gallery([['/p/aurora-table-lamp-1.jpg', 'Aurora'], ["/p/$file"]]);
    expect(altsOf($images, language: $language, variants: ['brass', 'aged brass', 'matt black', 'table']))->toBe([
        $file => $alt,
    ]);
})->with([
    'a view' => ['aurora-table-lamp-side.jpg', 'en', 'Aurora table lamp, side view'],
    'another language' => ['aurora-table-lamp-seite.jpg', 'de', 'Aurora table lamp, Seitenansicht'],
    'a view in the language of whoever named the file' => [
        'aurora-table-lamp-back.jpg',
        'fr',
        'Aurora table lamp, dos',
    ],
    'the longest variant, and a view' => [
        'aurora-table-lamp-aged-brass-detail.jpg',
        'en',
        'Aurora table lamp, aged brass, detail',
    ],
    'a variant' => ['aurora_table_lamp_Matt_Black_1200x1200.webp', 'en', 'Aurora table lamp, matt black'],
    'a number' => ['aurora-table-lamp-7.jpg', 'es', 'Aurora table lamp, vista 2'],
    'a language of which we have no words' => ['aurora-table-lamp-side.jpg', 'nl', 'Aurora table lamp, (2)'],
]);

it('does not take words of the name for views or variants', function (): void {
    $images = gallery([['/p/linen-back-box-1.jpg', 'Box'], ['/p/linen-back-box-2.jpg']], name: 'Linen back box');
    expect(altsOf($images, 'Linen back box', variants: ['linen']))->toBe([
        'linen-back-box-2.jpg' => 'Linen back box, view 2',
    ]);
});

it('leaves what is called well, and calls no two the same', function (): void {
    $images = gallery([
        ['/p/aurora-table-lamp-1.jpg', 'Aurora table lamp'],
        ['/p/aurora-table-lamp-2.jpg', 'The shade from below, lit'],
        ['/p/aurora-table-lamp-3.jpg', 'Aurora table lamp'],
        ['/p/aurora-table-lamp-4-side.jpg', 'IMG_2231.jpg'],
        ['/p/aurora-table-lamp-5-side.jpg', ''],
        ['/p/aurora-table-lamp-6.jpg', str_repeat('lamp ', 40)],
        ['/p/aurora-table-lamp-7.jpg', 'Aurora table lamp, view 8'],
        ['/p/aurora-table-lamp-8.jpg'],
    ]);
    expect(altsOf($images))->toBe([
        'aurora-table-lamp-3.jpg' => 'Aurora table lamp, view 3',
        'aurora-table-lamp-4-side.jpg' => 'Aurora table lamp, side view',
        'aurora-table-lamp-5-side.jpg' => 'Aurora table lamp, side view, view 5',
        'aurora-table-lamp-6.jpg' => 'Aurora table lamp, view 6',
        'aurora-table-lamp-8.jpg' => 'Aurora table lamp, view 9',
    ]);
});

it('keeps to what is read out in one breath, poor in nothing, the same each time', function (): void {
    mt_srand(5);
    $words = ['Aurora', 'lamp', 'brass', 'hand-made', 'Überlänge', 'with', 'dimmer', 'für', 'große', 'Räume'];
    for ($run = 0; $run < 500; $run++) {
        $name = implode(' ', array_map(static fn (): string => $words[mt_rand(0, 9)], range(1, mt_rand(1, 30))));
        $images = [['src' => '/a/main.jpg', 'alt' => 'x', 'isMain' => true]];
        for ($n = mt_rand(1, 12); $n > 0; $n--) {
            $images[] = [
                'src' => "/a/f$n-".['side', 'brass', '3', 'x'][mt_rand(0, 3)].'.jpg',
                'alt' => [null, '', 'same', "own $n"][mt_rand(0, 3)],
                'isMain' => false,
            ];
        }
        $alts = new ImageAlts($name, 'en', ['brass']);
        $made = $alts->propose($images);
        expect(count(array_unique($made)))->toBe(count($made));
        foreach ($made as $alt) {
            expect(mb_strlen($alt))->toBeLessThanOrEqual(AltText::LONGEST)->and(trim($alt))->toBe($alt);
        }
        $after = array_map(
            static fn (array $image): array => ['alt' => $made[$image['src']] ?? $image['alt']] + $image,
            $images,
        );
        // What a name repeats too often is stuffing that only its owner can mend.
        AltText::isStuffed($name) || expect((new ImageAlts($name, 'en', ['brass']))->propose($after))->toBe([]);
    }
});
