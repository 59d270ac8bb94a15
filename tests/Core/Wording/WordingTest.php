<?php

declare(strict_types=1);

use Orchard\Core\Text\Slot;
use Orchard\Core\Wording\Check;
use Orchard\Core\Wording\Recipe;
use Orchard\Core\Wording\RecipePart;
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

it('makes a text of facts and leaves out what a page does not have', function (): void {
    $recipe = new Recipe([
        RecipePart::fact('name'),
        RecipePart::fact('finish', ' in ', 1),
        RecipePart::fact('maker', ' by ', 2),
    ]);
    $make = static fn (array $facts): string => $recipe->compose($facts, ' – Tindrel', Slot::desktopTitle(), ruler())
        ->text;
    expect($make(['name' => 'Dome Lamp', 'finish' => 'brass', 'maker' => 'Kiln Row']))
        ->toBe('Dome Lamp in brass by Kiln Row')
        ->and($make(['name' => 'Dome Lamp', 'maker' => 'Kiln Row']))
        ->toBe('Dome Lamp by Kiln Row')
        ->and($make(['finish' => 'brass']))
        ->toBe('brass')
        ->and($make([]))
        ->toBe('');
});

it('puts spaces where pieces would run together, and none where they would part', function (
    array $parts,
    string $expected,
): void {
    $recipe = new Recipe(
        array_map(
            static fn (array $p): RecipePart => $p[0] === null
                ? RecipePart::words($p[1])
                : RecipePart::fact($p[0], $p[1]),
            $parts,
        ),
    );
    expect(
        $recipe->compose(
            ['name' => 'Dome Lamp', 'maker' => 'Kiln Row', 'price' => '49'],
            '',
            Slot::desktopTitle(),
            ruler(),
        )->text,
    )->toBe($expected);
})->with([
    [[['name', ''], ['maker', 'by']], 'Dome Lamp by Kiln Row'],
    [[['name', ''], ['maker', ' by ']], 'Dome Lamp by Kiln Row'],
    [[['name', ''], ['maker', '|']], 'Dome Lamp | Kiln Row'],
    [[['name', ''], [null, ', free delivery']], 'Dome Lamp, free delivery'],
    [[[null, 'Buy'], ['name', '']], 'Buy Dome Lamp'],
    [[['name', ''], ['maker', '('], [null, ')']], 'Dome Lamp (Kiln Row)'],
    [[['name', ''], ['price', '–']], 'Dome Lamp – 49'],
]);

it('drops parts by rank, highest first, until the shown text fits', function (): void {
    $recipe = new Recipe([
        RecipePart::fact('name'),
        RecipePart::fact('finish', ' in ', 1),
        RecipePart::fact('maker', ' by ', 2),
        RecipePart::words(', free delivery within two days', 3),
    ]);
    $facts = ['name' => 'Ribbed Glass Pendant Lamp Orrin', 'finish' => 'aged brass', 'maker' => 'Bellhaven Brassworks'];
    $made = $recipe->compose($facts, ' – Tindrel', Slot::desktopTitle(), ruler());
    expect($made->text)
        ->toBe('Ribbed Glass Pendant Lamp Orrin in aged brass')
        ->and($made->dropped)
        ->toBe([3, 2])
        ->and($made->fits)
        ->toBeTrue();
    // The suffix takes room: without it the maker fits.
    expect($recipe->compose($facts, '', Slot::desktopTitle(), ruler())->dropped)
        ->toBe([3, 2])
        ->and($recipe->compose(['name' => str_repeat('Very long name ', 8)], '', Slot::desktopTitle(), ruler())->fits)
        ->toBeFalse();
});

it('always fits where every part may go', function (): void {
    mt_srand(3);
    $words = ['Lamp', 'Pendant', 'of glass', 'in brass', 'for kitchens and halls', 'E27'];
    for ($i = 0; $i < 300; $i++) {
        $parts = [RecipePart::fact('name', ' ', 1)];
        for ($k = mt_rand(1, 6); $k > 0; $k--) {
            $parts[] = RecipePart::words(' '.$words[mt_rand(0, 5)], mt_rand(1, 9));
        }
        $made = (new Recipe($parts))->compose(
            ['name' => str_repeat('n', mt_rand(1, 80))],
            ' – Shop',
            Slot::desktopTitle(),
            ruler(),
        );
        expect($made->fits)
            ->toBeTrue()
            ->and(
                ruler()
                    ->fit($made->text.' – Shop', Slot::desktopTitle())
                    ->isCut(),
            )
            ->toBeFalse();
    }
});

it('refuses recipes without parts, and parts out of range', function (Closure $make): void {
    expect($make)->toThrow(InvalidArgumentException::class);
})->with([
    [fn () => new Recipe([])],
    [fn () => RecipePart::words('x', 10)],
    [fn () => RecipePart::words(' ')],
    [fn () => RecipePart::fact('name', str_repeat('x', 201))],
]);

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
