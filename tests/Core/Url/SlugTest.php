<?php

declare(strict_types=1);

use Orchard\Core\Url\Slug;

it('makes a slug from a name', function (string $name, string $lead, string $slug): void {
    expect(Slug::propose($name, $lead))->toBe($slug);
})->with([
    'plain' => ['Blue Table Lamp', '', 'blue-table-lamp'],
    'signs' => ['Lamp  No. 3 – “Moon” (large)', '', 'lamp-no-3-moon-large'],
    'an apostrophe joins' => ['Grandma’s lamp', '', 'grandmas-lamp'],
    'German letters' => ['Große Lüster für Räume', '', 'grosse-luester-raeume'],
    'northern letters' => ['Løvdal Åse', '', 'loevdal-aase'],
    'marks fall off' => ['Señora Élodie Ç', '', 'senora-elodie-c'],
    'wide letters' => ['Ｌａｍｐ', '', 'lamp'],
    'words that say nothing' => ['The lamp for the table and a desk', '', 'lamp-table-desk'],
    'nothing but such words' => ['The And Of', '', 'the-and-of'],
    'squares' => ['Rug 2 m²', '', 'rug-2-m2'],
    'the lead term in front' => ['Moon 40', 'paper lampshade', 'paper-lampshade-moon-40'],
    'no word of it twice' => ['Paper Moon', 'paper lampshade', 'lampshade-paper-moon'],
    'nothing' => ['！？', '', ''],
    'other letters alone' => ['ランプ', '', ''],
    'half of a letter' => ["Lamp \xC3", '', 'lamp'],
]);

it('ends a slug at a word, within sixty characters', function (): void {
    $slug = Slug::propose(str_repeat('lantern ', 20));
    expect($slug)->toBe(rtrim(str_repeat('lantern-', 7), '-'))->and(strlen($slug))->toBeLessThanOrEqual(Slug::GOOD);
    // Sixty to the letter are kept, one more drops the word.
    expect(Slug::propose(str_repeat('a', 29).' '.str_repeat('b', 30)))
        ->toHaveLength(60)
        ->and(Slug::propose(str_repeat('a', 29).' '.str_repeat('b', 31)))
        ->toBe(str_repeat('a', 29))
        // A single word that is longer is cut.
        ->and(Slug::propose(str_repeat('c', 90)))
        ->toBe(str_repeat('c', 60));
});

it('says what is wrong with a slug', function (string $slug, array $faults): void {
    expect(Slug::faults($slug))->toBe($faults);
})->with([
    ['blue-table-lamp', []],
    ['Blue-lamp', ['has capital letters']],
    ['blue.lamp', ['has characters other than letters, digits and hyphens']],
    ['blue_lamp', ['has characters other than letters, digits and hyphens', 'has underscores where hyphens should be']],
    [str_repeat('a', 80), []],
    [str_repeat('a', 81), ['is 81 characters long']],
    ['blue--lamp', ['has hyphens in a row or at an end']],
    ['-lamp', ['has hyphens in a row or at an end']],
    ['lamp-', ['has hyphens in a row or at an end']],
    ['lamp-copy', ['is a copy’s']],
    ['lamp-Kopie-12', ['has capital letters', 'is a copy’s']],
    ['copy-lamp', []],
    ['the-and-of', ['is all words that say nothing']],
    ['the-lamp', []],
    ['4711', ['is only a number']],
    ['lamp-4711', []],
    ['lamp-oak-lamp-lamp', ['says one word several times']],
    ['lamp-lamp-lamp', []],
    ['lamp-oak-lamp-brass', []],
]);

it('proposes nothing that it would find fault with', function (int $seed): void {
    mt_srand($seed);
    $letters = ['a', 'B', 'é', 'ß', '-', '_', ' ', '&', '9', '漢', '’', '.', 'lamp ', 'oak ', 'the '];
    for ($i = 0; $i < 400; $i++) {
        $name = implode('', array_map(static fn (): string => $letters[array_rand($letters)], range(0, mt_rand(1, 60))));
        $slug = Slug::propose($name, mt_rand(0, 1) ? 'Oak lamp' : '');
        expect(
            array_diff(Slug::faults($slug), [
                'says one word several times',
                'is only a number',
                'is all words that say nothing',
            ]),
        )->toBe([]);
        // What is proposed of it again is the same, but for words that said nothing.
        expect(Slug::propose(str_replace('-', ' ', $slug)))->toBe($slug);
    }
})->with([1, 2]);

it('takes the next free number, without hyphens in a row, never longer than eighty', function (): void {
    $taken = ['lamp', 'lamp-2', 'lamp-3'];
    expect(Slug::free('lamp', static fn (string $slug): bool => in_array($slug, $taken, true)))
        ->toBe('lamp-4')
        ->and(Slug::free('desk', static fn (string $slug): bool => in_array($slug, $taken, true)))
        ->toBe('desk');
    $long = str_repeat('a', 75).'-bbbb';
    $free = Slug::free($long, static fn (string $slug): bool => $slug === $long);
    expect($free)
        ->toBe(str_repeat('a', 75).'-2')
        ->and(Slug::faults($free))
        ->toBe([]);
    $full = str_repeat('a', 80);
    expect(Slug::free($full, static fn (string $slug): bool => $slug === $full))->toBe(str_repeat('a', 76).'-2');
});
