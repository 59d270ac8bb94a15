<?php

declare(strict_types=1);

use Orchard\Core\Wording\ShownText;
use Orchard\Core\Wording\TitleSuffix;

it('takes for the same text what a theme only set otherwise, and nothing else', function (
    string $shown,
    string $wanted,
    bool $is,
): void {
    expect(ShownText::is($shown, $wanted))->toBe($is);
})->with([
    ['Ash mug', 'Ash mug', true],
    [" Ash\u{A0}mug ", 'Ash mug', true],
    ['The “quiet” glaze – it’s blue…', "The \"quiet\" glaze - it's blue...", true],
    [
        'A teaser of some length that the theme cuts at its own place, as…',
        'A teaser of some length that the theme cuts at its own place, as themes do.',
        true,
    ],
    ['A teaser…', 'A teaser of some length', false],
    [
        'A teaser of some length that the theme cuts at another place, so…',
        'A teaser of some length that the theme cuts at its own place, as themes do.',
        false,
    ],
    ['Ash mug 2', 'Ash mug 3', false],
    ['Ash Mug', 'Ash mug', false],
    ['', 'Ash mug', false],
]);

it('learns what a theme adds from shown titles alone', function (array $titles, string $suffix): void {
    expect(TitleSuffix::ofShown($titles))->toBe($suffix);
    foreach ($titles as $title) {
        expect(TitleSuffix::without($title, $suffix).(str_ends_with($title, $suffix) ? $suffix : ''))->toBe($title);
    }
})->with([
    [['Ash | Fen', 'Birch | Fen', 'Cedar | Fen'], ' | Fen'],
    [['Ash · Mugs · Fen', 'Birch · Mugs · Fen', 'Cedar · Mugs · Fen', 'Elder · Bowls · Fen'], ' · Mugs · Fen'],
    [['Ash – red – Fen', 'Birch – blue – Fen', 'Cedar – Fen'], ' – Fen'],
    [['Ash - Mug', 'Birch - Bowl', 'Cedar - Jug'], ''],
    [['Ash | Fen', 'Birch | Fen'], ''],
    [['Ash', 'Birch', 'Cedar'], ''],
    [['Mid-century lamp', 'Art-deco lamp', 'Low-voltage lamp'], ''],
]);
