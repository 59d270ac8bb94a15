<?php

declare(strict_types=1);

use Orchard\Core\Duplicates\TellingWords;

it('knows the words by which things are told apart, by class', function (string $class, array $words): void {
    $telling = new TellingWords();
    foreach ($words as $word) {
        expect($telling->in("Aurora $word lamp", true))
            ->toBe([$word => $class], $word)
            ->and($telling->in("It is $word here", false))
            ->toBe(mb_strlen($word) > 2 ? [$word => $class] : [], $word);
    }
})->with([
    [
        'colour',
        [
            'black', 'grey', 'gray', 'turquoise', 'charcoal', 'schwarz', 'weiß', 'grün', 'dunkelblau', 'noir',
            'rouge', 'argenté', 'negro', 'amarilla', 'latón', 'nero', 'rosso', 'zwart', 'groen', 'koper',
        ],
    ],
    [
        'material',
        [
            'oak', 'walnut', 'rattan', 'aluminium', 'velvet', 'nylon', 'eiche', 'edelstahl', 'baumwolle', 'kork',
            'chêne', 'velours', 'madera', 'terciopelo', 'legno', 'seta', 'eiken', 'fluweel',
        ],
    ],
    [
        'size',
        [
            'xs',
            'm',
            'xxl',
            '4xl',
            'king',
            'klein',
            'petite',
            'pequeño',
            'grande',
            'heren' => 'herren',
            'enfant',
            'bambini',
            'left',
            'droite',
        ],
    ],
]);

it('reads figures with their units, codes and numbers, and leaves out prices, dates and ratings', function (
    string $text,
    bool $isName,
    array $wanted,
): void {
    expect((new TellingWords(['Brushed brass', 'E27'], ['Tindrel']))->in($text, $isName))->toBe($wanted);
})->with([
    ['30 cm', true, ['30cm' => 'figure cm']],
    ['30 × 40 cm', false, ['30x40cm' => 'figure cm']],
    ['1,5 l', false, ['1.5l' => 'figure l']],
    ['2.7k', false, ['2.7k' => 'figure k']],
    ['100 % linen', false, ['100%' => 'figure %', 'linen' => 'material']],
    ['Aurora 200', true, ['200' => 'number']],
    ['Aurora 200', false, []],
    ['Model TX9', false, ['tx9' => 'code']],
    ['E27 socket', false, ['e27' => 'attribute']],
    ['brushed', false, ['brushed' => 'attribute']],
    ['€ 49.90', true, []],
    ['49.90 €', true, []],
    ['EUR 49', true, []],
    ['49 EUR', true, []],
    ['$1,200', true, []],
    ['120 CHF', true, []],
    ['2026-03-01', true, []],
    ['1.3.2026', true, []],
    ['4.5 of 5', true, []],
    ['4,5/5', true, []],
    ['4.5 von 5', true, []],
]);

it('leaves out of a name what tells nothing, and knows a copy by its end', function (): void {
    $telling = new TellingWords([], ['Tindrel Lights']);
    expect($telling->core('The new Aurora lamp by Tindrel, sale'))
        ->toBe(['aurora', 'lamp'])
        ->and($telling->core('Aurora lamp (copy)'))
        ->toBe(['aurora', 'lamp'])
        ->and($telling->core('Aurora 2 lamp (2)'))
        ->toBe(['aurora', '2', 'lamp']);
    foreach (
        [
            'Aurora (2)',
            'Aurora (copy)',
            'Aurora copy 3',
            'Aurora Kopie',
            'Aurora (Kopie 2)',
            'Aurora copie',
            'Aurora copia ',
        ] as $copy
    ) {
        expect($telling->isCopy($copy))->toBeTrue($copy);
    }
    foreach (['Aurora', 'Copy holder', 'Aurora 2', 'Aurora (2000)', 'Photocopy stand'] as $none) {
        expect($telling->isCopy($none))->toBeFalse($none);
    }
});
