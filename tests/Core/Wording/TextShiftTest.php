<?php

declare(strict_types=1);

use Orchard\Core\Wording\TextShift;

it('tells in what way a text was changed', function (string $ours, string $theirs, string $words): void {
    expect(TextShift::between($ours, $theirs, 'Oak Table Lamp')->words)->toBe($words);
})->with([
    ['Oak Table Lamp, dimmable', '', 'is empty now'],
    ['', 'Something', 'was empty, and is not any more'],
    ['Oak Table Lamp, dimmable', 'Oak Table Lamp, dimmable | Shop', 'got “ | Shop” at its end'],
    ['Oak Table Lamp, dimmable', 'SALE: Oak Table Lamp, dimmable', 'got “SALE: ” before it'],
    ['Oak Table Lamp, dimmable and warm', 'Oak Table Lamp, dimmable…', 'lost its end'],
    ['A lamp of oak for the table', 'Buy Oak Table Lamp online', 'is “Buy … online” around the name now'],
    ['A lamp of oak for the table', 'Oak Table Lamp', 'is the name alone now'],
    ['Lamp of oak, by hand – Tindrel', 'Lamp of oak, by hand – Lampery', 'ends with “Lampery” instead of “Tindrel”'],
    ['Lämpchen aus Eiche – Bö', 'Lämpchen aus Eiche – Bä', 'ends with “Bä” instead of “Bö”'],
    ['A lamp of oak', 'Light for late readers', 'was written anew'],
]);

it('tells the same of whatever one template did, whichever thing it is', function (): void {
    $words = [];
    foreach (['Oak Table Lamp' => 'Made of oak', 'Brass Spot' => 'A spot of brass', 'Étoile' => 'Star of paper'] as $name => $ours) {
        $words[] = TextShift::between($ours, "$name – buy it at Shop", $name)->words;
    }
    expect(array_unique($words))->toBe(['is “… – buy it at Shop” around the name now']);
});

it('is never at a loss, and never longer than a line', function (int $seed): void {
    mt_srand($seed);
    $text = static function (): string {
        $letters = ['a', 'ß', '–', ' ', '|', '漢', '…', '.', "\u{1F4A1}", 'Q', '5'];

        return implode('', array_map(static fn (): string => $letters[array_rand($letters)], range(0, mt_rand(0, 120))));
    };
    for ($i = 0; $i < 200; $i++) {
        $words = TextShift::between($text(), $text(), $text())->words;
        expect($words)
            ->not->toBe('')
            ->and(mb_check_encoding($words, 'UTF-8'))
            ->toBeTrue()
            ->and(mb_strlen($words))
            ->toBeLessThanOrEqual(170);
    }
})->with([1, 2, 3]);
