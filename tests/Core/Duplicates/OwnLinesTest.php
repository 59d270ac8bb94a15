<?php

declare(strict_types=1);

use Orchard\Core\Duplicates\OwnLines;
use Orchard\Core\Duplicates\TellingWords;

/** Lines learned from twenty products, each at two addresses. */
function learnedLines(): OwnLines
{
    $lines = new OwnLines(new TellingWords(['Halden']));
    for ($i = 0; $i < 20; $i++) {
        foreach (['', 'Shown in brass.'] as $shown) {
            $lines->see(
                'product',
                "Lamp $i",
                array_values(
                    array_filter([
                        "Lamp $i",
                        "All about lamp number $i and nothing else.",
                        'Free delivery in two days all over the country',
                        'Socket',
                        $i % 2 === 0 ? 'E27' : 'E14',
                        'Made by Halden',
                        $shown,
                    ]),
                ),
            );
        }
    }
    $lines->learn();

    return $lines;
}

it('leaves what pages of a kind repeat, and keeps what is a page’s own', function (): void {
    expect(
        learnedLines()->of('product', [
            'Lamp 3',
            'All about lamp number 3 and nothing else.',
            'Free delivery in two days all over the country',
            'Socket',
            'E14',
            'Made by Halden',
        ]),
    )->toBe(['Lamp 3', 'All about lamp number 3 and nothing else.', 'E14']);
});

it('keeps a short line that tells apart, though every name has it, as long as not every page does', function (): void {
    expect(learnedLines()->of('product', ['Shown in brass.', 'Made by Halden']))->toBe(['Shown in brass.']);
});

it('counts addresses of one name once, so that a page with many addresses does not lose its text', function (): void {
    $lines = new OwnLines(new TellingWords());
    for ($i = 0; $i < 40; $i++) {
        $lines->see('product', 'The one with forty addresses', [
            'A text that stands at forty addresses of one page and is its own all the same',
        ]);
    }
    for ($i = 0; $i < 12; $i++) {
        $lines->see('product', "Other $i", ["Text of the other number $i"]);
    }
    $lines->learn();
    expect(
        $lines->of('product', ['A text that stands at forty addresses of one page and is its own all the same']),
    )->toHaveCount(1);
});

it('takes nothing for a frame where there are few pages', function (): void {
    $lines = new OwnLines(new TellingWords());
    foreach (range(1, 9) as $i) {
        $lines->see('article', "Name $i", ['The same on each of nine pages']);
    }
    $lines->learn();
    expect($lines->of('article', ['The same on each of nine pages']))->toHaveCount(1);
});

it('leaves what tells of other pages: links, trails, cards, prices, ratings', function (
    string $line,
    bool $isOwn,
): void {
    $own = (new OwnLines(new TellingWords()))->of(
        'product',
        [$line],
        ['Home', 'Pendant lamps', 'Corvin lamp', 'Brass', 'Copper'],
        'Aldern lamp',
    );
    expect($own)->toBe($isOwn ? [$line] : []);
})->with([
    ['Corvin lamp', false],
    ['Home / Pendant lamps / Aldern lamp', false],
    ['Corvin lamp € 49.90', false],
    ['Halden Studio € 49.90', false],
    ['Brass Copper', false],
    ['€ 1,249.00', false],
    ['4.7 / 5', false],
    ['(128)', false],
    ['Aldern lamp', true],
    ['A Corvin lamp hangs beside it in our window', true],
    ['It costs less than € 50 and lasts for thirty years of evenings', true],
    ['E27', true],
    ['30 cm', true],
]);
