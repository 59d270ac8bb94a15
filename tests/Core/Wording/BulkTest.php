<?php

declare(strict_types=1);

use Orchard\Core\Text\Slot;
use Orchard\Core\Wording\Bulk\PageText;
use Orchard\Core\Wording\Bulk\TextChanges;

/**
 * @param  array<array-key, mixed>  $given
 * @param  array<array-key, mixed>  $others
 */
function changed(
    string $kind,
    string $text,
    array $given = [],
    string $language = 'en',
    string $suffix = '',
    array $others = [],
): string {
    $page = new PageText($text, $language, 'Tindrel', $suffix, Slot::desktopTitle(), $others);

    return TextChanges::of($kind, $given, ruler())->apply($page);
}

it('replaces words plainly, whole, and by pattern', function (string $text, array $given, string $wanted): void {
    expect(changed('replace', $text, $given))->toBe($wanted);
})->with([
    ['Table lamp, lamps', ['find' => 'lamp', 'with' => 'light'], 'Table light, lights'],
    ['Table lamp, lamps', ['find' => 'lamp', 'with' => 'light', 'how' => 'word'], 'Table light, lamps'],
    ['Table LAMP', ['find' => 'lamp', 'with' => 'light'], 'Table light'],
    ['Table LAMP', ['find' => 'lamp', 'with' => 'light', 'minds' => true], 'Table LAMP'],
    // A sign, and what a pattern would take for its own, stands for itself.
    ['Lamp (E27) $5', ['find' => '(E27) $5', 'with' => '$1 \\2'], 'Lamp $1 \\2'],
    ['Größe 45cm', ['find' => '(\d+)cm', 'with' => '$1 cm', 'how' => 'pattern'], 'Größe 45 cm'],
    ['a~b', ['find' => '~', 'with' => '-', 'how' => 'pattern'], 'a-b'],
    ['Äpfel äpfel', ['find' => 'äpfel', 'with' => 'Birnen', 'how' => 'word'], 'Birnen Birnen'],
    ['C++ and C', ['find' => 'C++', 'with' => 'D', 'how' => 'word'], 'D and C'],
]);

it('refuses what cannot be found, and patterns that never end', function (): void {
    expect(fn () => changed('replace', 'x', ['find' => '']))
        ->toThrow(InvalidArgumentException::class, 'Type the words')
        ->and(fn () => changed('replace', 'x', ['find' => '(', 'how' => 'pattern']))
        ->toThrow(InvalidArgumentException::class, 'cannot be read')
        ->and(fn () => changed('replace', str_repeat('a', 60).'!', ['find' => '(a+)+$', 'how' => 'pattern']))
        ->toThrow(InvalidArgumentException::class, 'takes too long')
        ->and(fn () => changed('swap', 'x', ['sign' => ' ']))
        ->toThrow(InvalidArgumentException::class)
        ->and(fn () => changed('magic', 'x'))
        ->toThrow(InvalidArgumentException::class);
});

it('puts the brand on once, and takes it off either end', function (
    string $kind,
    string $text,
    string $suffix,
    string $wanted,
): void {
    expect(changed($kind, $text, suffix: $suffix))->toBe($wanted);
})->with([
    ['brand-on', 'Brass lamp', '', 'Brass lamp – Tindrel'],
    ['brand-on', 'Tindrel brass lamp', '', 'Tindrel brass lamp'],
    // Where the theme adds it, it would stand there twice.
    ['brand-on', 'Brass lamp', ' | TINDREL', 'Brass lamp'],
    ['brand-on', 'Tindrelish lamp', '', 'Tindrelish lamp – Tindrel'],
    ['brand-on', '', '', ''],
    ['brand-off', 'Brass lamp | Tindrel', '', 'Brass lamp'],
    ['brand-off', 'Brass lamp - tindrel ', '', 'Brass lamp'],
    ['brand-off', 'Tindrel: brass lamp', '', 'brass lamp'],
    ['brand-off', 'Lamps of Tindrel', '', 'Lamps of Tindrel'],
]);

it('sets letters as the language has them', function (
    string $kind,
    string $text,
    string $language,
    string $wanted,
): void {
    expect(changed($kind, $text, language: $language))->toBe($wanted);
})->with([
    ['title', 'lamps for the hall with LED and E27', 'en', 'Lamps for the Hall with LED and E27'],
    ['title', 'the lamps of the hall', 'en', 'The Lamps of the Hall'],
    ['title', 'lampen für den Flur', 'de', 'Lampen für den Flur'],
    ['sentence', 'éclairage DOUX', 'fr', 'Éclairage DOUX'],
    ['sentence', 'ışık lambası', 'tr', 'Işık lambası'],
    ['sentence', 'ipek abajur', 'tr', 'İpek abajur'],
    ['calm', 'GREAT lamps, SALE on LED', 'en', 'great lamps, SALE on LED'],
]);

it('swaps parts, takes other texts, tidies', function (): void {
    expect(changed('swap', 'Brass – Lamp – Hall', ['sign' => '–']))
        ->toBe('Lamp – Hall – Brass')
        ->and(changed('swap', 'Brass lamp', ['sign' => '–']))
        ->toBe('Brass lamp')
        ->and(changed('swap', '– Lamp', ['sign' => '–']))
        ->toBe('– Lamp')
        ->and(changed('take', 'Old', ['from' => 'h1'], others: ['h1' => ' New heading ']))
        ->toBe('New heading')
        ->and(changed('take', 'Old', ['from' => 'h1']))
        ->toBe('Old')
        ->and(changed('take', 'Old', ['from' => 'nothing']))
        ->toBe('')
        ->and(changed('tidy', ' – Lamp &amp; shade!! 💡 , E27 | '))
        ->toBe('Lamp & shade!, E27');
});

it('shortens at a word until it fits, leaves no loose end, and once is enough', function (): void {
    mt_srand(11);
    $words = [
        'brass', 'lamp', 'with', 'and', 'of', 'linen', 'shade,', '–', 'hand-glazed', 'for', 'the', 'hall', '(E27)',
        'Wandleuchte',
    ];
    for ($i = 0; $i < 400; $i++) {
        $text = implode(' ', array_map(static fn (): string => $words[array_rand($words)], range(1, mt_rand(1, 24))));
        $short = changed('fit', $text, suffix: ' – Tindrel');
        $isWhole = ! ruler()
            ->fit("$short – Tindrel", Slot::desktopTitle())
            ->isCut();
        expect($isWhole)
            ->toBeTrue("$text => $short")
            ->and(str_starts_with($text, $short))
            ->toBeTrue()
            ->and(changed('fit', $short, suffix: ' – Tindrel'))
            ->toBe($short);
        if ($short !== $text) {
            expect($short)->not->toMatch('~(?:[\s,–(]|\s(?:with|and|of|for|the))$~u');
        }
    }
    expect(changed('fit', str_repeat('W', 80)))->toBe(str_repeat('W', 80));
});
