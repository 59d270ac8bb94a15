<?php

declare(strict_types=1);

use Orchard\Core\Wording\ShownText;
use Orchard\Core\Wording\TextField;
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
    expect(TitleSuffix::ofShown(array_values($titles)))->toBe($suffix);
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

it('finds a text with simple markup on a page, wherever lines end', function (
    string $shown,
    string $wanted,
    bool $holds,
): void {
    expect(ShownText::holds($shown, $wanted))->toBe($holds);
})->with([
    'paragraphs' => [
        "Home\nJugs of clay.\nAnd of glass.\nAdd",
        '<p>Jugs of <b>clay</b>.</p><p>And of glass.</p>',
        true,
    ],
    'entities' => ['Cups & jugs – all of them', 'Cups &amp; jugs &ndash; all', true],
    'a line that is cut in two' => ["Jugs of\nclay.", 'Jugs of clay.', true],
    'a typed dash' => ['Jugs - all', 'Jugs — all', true],
    'a letter that differs' => ['Jugs of clay.', 'Mugs of clay.', false],
    'only its beginning' => ['Jugs of', 'Jugs of clay.', false],
    'nothing on a page with something' => ['Jugs', '', false],
    'nothing on an empty page' => [' ', '<p></p>', true],
    'a sign that is no markup' => ['5 < 6 & more', '5 < 6 & more', true],
]);

it('keeps as many lines as a field may have', function (TextField $field, string $given, string $kept): void {
    expect($field->tidy($given))->toBe($kept)->and($field->tidy($kept))->toBe($kept);
})->with([
    'one line' => [TextField::Title, " A\t title \n of two ", 'A title of two'],
    'lines, one of them empty' => [TextField::Intro, "\n A \r\n\r\n\r\n\r\nB\rC  D ", "A\n\nB\nC D"],
    'a space that does not break' => [TextField::Intro, "A\u{A0} B", 'A B'],
    // Names of cases go into a file of results, which is UTF-8.
    'a byte that is no character' => [TextField::Description, "broken \xff byte", 'broken ? byte'],
]);
