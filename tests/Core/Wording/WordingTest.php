<?php

declare(strict_types=1);

use Orchard\Core\Wording\Check;
use Orchard\Core\Wording\TextChecker;
use Orchard\Core\Wording\TextField;
use Orchard\Core\Wording\TextLimits;
use Orchard\Core\Wording\TitleSuffix;

it('checks one text by itself', function (TextField $field, ?string $text, array $expected): void {
    $bits = (new TextChecker(ruler(), new TextLimits()))->bits($field, $text);
    expect(array_map(static fn (Check $check): string => $check->key(), Check::inBits($bits)))->toBe($expected);
})->with([
    [TextField::Title, null, ['missing']],
    [TextField::Title, '  ', ['missing']],
    [TextField::Title, 'Lamp', ['short']],
    [TextField::Title, 'Brass pendant lamp for kitchens – Tindrel', []],
    [TextField::Title, str_repeat('Wide words ', 8), ['wide', 'stuffed']],
    [TextField::Description, 'Short.', ['short']],
    [TextField::Description, str_repeat('A description goes on. ', 12), ['wide']],
]);

it('follows the limits of the market', function (): void {
    $checker = new TextChecker(ruler(), TextLimits::fromArray(['title_width' => 200, 'title_least' => 4]));
    expect($checker->bits(TextField::Title, 'Lamp'))
        ->toBe(0)
        ->and($checker->bits(TextField::Title, 'A lamp that is far too wide for this'))
        ->toBe(Check::TooWide->value);
});

it('learns what the theme appends', function (array $pairs, string $expected): void {
    expect(TitleSuffix::learn($pairs))->toBe($expected);
})->with([
    'on all' => [[['A', 'A – T'], ['B', 'B – T'], ['C', 'C – T']], ' – T'],
    'on most' => [[['A', 'A – T'], ['B', 'B – T'], ['C', 'C – T'], ['D', 'Something else']], ' – T'],
    'nothing' => [[['A', 'A'], ['B', 'B'], ['C', 'C']], ''],
    'too few' => [[['A', 'A – T']], ''],
    'no agreement' => [[['A', 'A 1'], ['B', 'B 2'], ['C', 'C 3']], ''],
    'where nothing is stored' => [[['', 'X – T'], ['', 'Y – T'], ['', 'Z – T']], ''],
]);
