<?php

declare(strict_types=1);

use Orchard\Core\Text\Slot;
use Orchard\Core\Wording\Recipes\FactStyle;
use Orchard\Core\Wording\Recipes\FactUse;
use Orchard\Core\Wording\Recipes\Notation;
use Orchard\Core\Wording\Recipes\NotationError;
use Orchard\Core\Wording\Recipes\Recipe;
use Orchard\Core\Wording\Recipes\RecipePart;
use Orchard\Core\Wording\Recipes\RecipeRows;
use Orchard\Core\Wording\Recipes\RecipeTarget;

it('makes a text of facts and leaves out what a page does not have', function (): void {
    $recipe = new Recipe([
        RecipePart::fact('name'),
        RecipePart::fact('finish', ' in ', 1),
        RecipePart::fact('maker', ' by ', 2),
    ]);
    $make = static fn (array $facts): string => $recipe->compose(
        $facts,
        new RecipeTarget(Slot::desktopTitle(), ' – Tindrel'),
        ruler(),
    )->text;
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
            array_values($parts),
        ),
    );
    expect(
        $recipe->compose(
            ['name' => 'Dome Lamp', 'maker' => 'Kiln Row', 'price' => '49'],
            new RecipeTarget(Slot::desktopTitle()),
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
    $made = $recipe->compose($facts, new RecipeTarget(Slot::desktopTitle(), ' – Tindrel'), ruler());
    expect($made->text)
        ->toBe('Ribbed Glass Pendant Lamp Orrin in aged brass')
        ->and($made->dropped)
        ->toBe([3, 2])
        ->and($made->fits)
        ->toBeTrue();
    // The suffix takes room: without it the maker fits.
    expect($recipe->compose($facts, new RecipeTarget(Slot::desktopTitle()), ruler())->dropped)
        ->toBe([3, 2])
        ->and(
            $recipe->compose(
                ['name' => str_repeat('Very long name ', 8)],
                new RecipeTarget(Slot::desktopTitle()),
                ruler(),
            )->fits,
        )
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
            new RecipeTarget(Slot::desktopTitle(), ' – Shop'),
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

/** @param  array<string, string>  $facts */
function composed(string $notation, array $facts, ?RecipeTarget $target = null): string
{
    return Notation::read($notation)->compose($facts, $target ?? new RecipeTarget(Slot::desktopTitle()), ruler())->text;
}

it('writes what its notation says', function (string $notation, array $facts, string $expected): void {
    expect(composed($notation, $facts))->toBe($expected);
})->with([
    'words that lead over go with their fact' => ['#name by #maker', ['name' => 'Dome'], 'Dome'],
    'a part of two facts goes as a whole' => ['#name[, #w × #h cm]', ['name' => 'Dome', 'w' => '80'], 'Dome'],
    'and stays as a whole' => ['#name[, #w × #h cm]', ['name' => 'Dome', 'w' => '80', 'h' => '60'], 'Dome, 80 × 60 cm'],
    'the second fact stands in' => ['#(lead or name) in #colour', ['name' => 'Dome', 'colour' => 'red'], 'Dome in red'],
    'words stand in' => ['#name[ for #(room or "every room")]', ['name' => 'Dome'], 'Dome for every room'],
    'words alone are no text' => ['Lamps for #(room or "every room")', [], ''],
    'words that began another part' => ['[#lead][ in #finish]', ['finish' => 'brass'], 'brass'],
    'but not those that begin a sentence' => ['[#lead][Made of #finish]', ['finish' => 'brass'], 'Made of brass'],
    'the first words stay' => ['Buy #name', ['name' => 'Dome'], 'Buy Dome'],
    'one' => ['#name[, #(n, one "lamp" many "lamps")]', ['name' => 'Hall', 'n' => '1'], 'Hall, 1 lamp'],
    'many' => ['#name[, #(n, one "lamp" many "lamps")]', ['name' => 'Hall', 'n' => '1200'], 'Hall, 1,200 lamps'],
    'none' => ['#name[, #(n, one "lamp" many "lamps")]', ['name' => 'Hall', 'n' => '0'], 'Hall'],
    'joined without a space' => ['#stuff~lampe', ['stuff' => 'Messing'], 'Messinglampe'],
    'a hyphen in a fact stays' => ['#name', ['name' => 'Wall-Lamp 3/4 ~ E27'], 'Wall-Lamp 3/4 ~ E27'],
    'a number is no order' => ['#name [5 arms]', ['name' => 'Dome'], 'Dome 5 arms'],
    'signs of the notation' => ['\\#1 \\[#name\\]', ['name' => 'Dome'], '#1 [Dome]'],
    'no joint at an end' => ['#name – [#finish] |', ['name' => 'Dome'], 'Dome'],
    'no joint twice' => ['#name [–] [#finish] [| more]', ['name' => 'Dome'], 'Dome | more'],
    'odd names' => ["#('Producer\\'s ref.' or 'or')", ['or' => 'x'], 'x'],
    'letters' => ['#(name, small), #(maker, sentence)', ['name' => 'DOME Lamp', 'maker' => 'kiln'], 'dome lamp, Kiln'],
]);

it('writes prices as the market does', function (
    string $language,
    string $country,
    string $style,
    string $expected,
): void {
    $target = new RecipeTarget(Slot::desktopTitle(), '', $language, $country, 'EUR');
    expect(composed("#name from #(price, $style)", ['name' => 'Dome', 'price' => '1249.90'], $target))->toBe($expected);
})->with([
    ['en', 'IE', 'money', 'Dome from €1,249.90'],
    ['de', 'DE', 'money', 'Dome from 1.249,90 €'],
    ['de', 'DE', 'whole', 'Dome from 1.249 €'],
    ['fr', 'FR', 'whole', 'Dome from 1 249 €'],
]);

it('takes a price in any form, and leaves what is none', function (string $price, string $expected): void {
    $target = new RecipeTarget(Slot::desktopTitle(), '', 'en', 'GB', 'GBP');
    expect(composed('#name #(price, money)', ['name' => 'Dome', 'price' => $price], $target))->toBe($expected);
})->with([
    ['49.00', 'Dome £49'],
    ['49,95', 'Dome £49.95'],
    ['1.249,90', 'Dome £1,249.90'],
    ['49.95 GBP', 'Dome £49.95'],
    // Never dearer than it is charged.
    ['49.999', 'Dome £49.99'],
    ['on request', 'Dome on request'],
]);

it('says a fact once in a title: the maker in the name, the brand that the theme adds', function (): void {
    $title = new RecipeTarget(Slot::desktopTitle(), ' – Tindrel', saysOnce: true);
    $facts = ['name' => 'Kiln Row Dome Lamp', 'maker' => 'kiln row', 'brand' => 'Tindrel', 'arms' => '5', 'n' => '5'];
    expect(composed('#name by #maker | #brand', $facts, $title))
        ->toBe('Kiln Row Dome Lamp')
        ->and(composed('#name with #arms arms[, #n bulbs]', $facts, $title))
        ->toBe('Kiln Row Dome Lamp with 5 arms, 5 bulbs')
        ->and(composed('#name by #maker', $facts))
        ->toBe('Kiln Row Dome Lamp by kiln row')
        // Within a word it is not said.
        ->and(composed('#name in #finish', ['name' => 'Redford lamp', 'finish' => 'red'], $title))
        ->toBe('Redford lamp in red');
});

it('tells what is wrong with a typed recipe at its place', function (string $notation, int $at, string $says): void {
    try {
        Notation::read($notation);
        $this->fail('It was taken.');
    } catch (NotationError $wrong) {
        expect($wrong->at)->toBe($at)->and($wrong->getMessage())->toContain($says);
    }
})->with([
    ['', 0, 'words or a fact'],
    ['#name #', 6, 'name of a fact is lacking'],
    ['Läufer ]', 7, 'did not begin'],
    ['#name [2: by #maker', 6, 'a ] is lacking'],
    ['[1:a[b]]', 4, 'within a part'],
    ['#(name, loud)', 8, 'small, sentence'],
    ['#(name or )', 10, 'name of a fact'],
    ['#(n, one "lamp")', 15, '“many”'],
    ['#(n, one "lamp', 9, 'that ends these words'],
    ['#name [\\x]', 8, 'backslash'],
    ['#('.str_repeat('n', 41).')', 0, '1 to 40'],
    [str_repeat('[#a]', 21), 80, '1 to 20 parts'],
    [str_repeat('x', 4001), 4000, '4000 characters'],
]);

/** A recipe of random parts, words and facts. */
function randomRecipe(): Recipe
{
    $words = [
        ' in ', ', ', ' – ', '1: x', '#1', '[a]', 'back\\slash', ' by', 'für ', '(', '~lampe', '2:', "o'clock",
        '"q"',
    ];
    $names = ['name', 'maker', 'or', 'odd name', "it's", 'größe', 'a.b-c', 'x"y', 'back\\slash', '5'];
    $parts = [];
    for ($p = mt_rand(1, 6); $p > 0; $p--) {
        $pieces = [];
        for ($k = mt_rand(1, 4); $k > 0; $k--) {
            $style = FactStyle::cases()[mt_rand(0, 6)];
            $isCounted = $style === FactStyle::Counted;
            $piece =
                mt_rand(0, 2) === 0 && ! is_string(end($pieces))
                    ? $words[mt_rand(0, count($words) - 1)]
                    : new FactUse(
                        array_slice($names, mt_rand(0, 8), mt_rand(1, 3)),
                        mt_rand(0, 2) === 0 ? 'some "thing" \\ #' : '',
                        $style,
                        $isCounted ? 'one "x"' : '',
                        $isCounted ? 'many' : '',
                    );
            $pieces[] = $piece;
        }
        $parts[] = new RecipePart($pieces, mt_rand(0, 1) * mt_rand(1, 9));
    }

    return new Recipe($parts);
}

it('reads what it writes, as notation and as rows', function (): void {
    mt_srand(20);
    for ($i = 0; $i < 3000; $i++) {
        $recipe = randomRecipe();
        $written = Notation::write($recipe);
        $rows = RecipeRows::write($recipe);
        if (Notation::read($written) != $recipe || RecipeRows::read($rows) != $recipe) {
            $this->fail("Not the same again: $written");
        }
    }
    expect(RecipeRows::write(RecipeRows::read($rows)))->toBe($rows);
});

it('takes any characters, or tells at which place it cannot', function (): void {
    mt_srand(1808);
    $signs = [
        '#', '#', '[', ']', '(', ')', '"', "'", ',', ':', '\\', '1', '9', ' ', 'or', 'one', 'many', 'name', 'small',
        'é', '💡', "\n", "\xff",
    ];
    $taken = 0;
    for ($i = 0; $i < 100000; $i++) {
        $notation = '';
        for ($k = mt_rand(0, 14); $k > 0; $k--) {
            $notation .= $signs[mt_rand(0, count($signs) - 1)];
        }
        try {
            $recipe = Notation::read($notation);
            $taken++;
            if ($i % 20 === 0 && Notation::read(Notation::write($recipe)) != $recipe) {
                $this->fail("Not the same again: $notation");
            }
        } catch (NotationError $wrong) {
            if ($wrong->at < 0 || $wrong->at > mb_strlen(mb_scrub($notation)) || $wrong->getMessage() === '') {
                $this->fail("Place $wrong->at of “{$notation}”");
            }
        }
    }
    expect($taken)->toBeGreaterThan(1000)->toBeLessThan(99000);
});

it(
    'never begins, ends or stumbles over a joint, fits where any dropping allows it, and always does the same',
    function (): void {
        mt_srand(20);
        $joints = [', ', ' – ', ' | ', '; ', ': ', ' · ', ' - ', ' & '];
        $values = ['', '', 'brass', 'Kiln Row', 'opal glass', 'for kitchens and long halls', 'Dome Lamp'];
        for ($i = 0; $i < 2000; $i++) {
            $parts = [];
            $facts = [];
            for ($p = mt_rand(1, 6); $p > 0; $p--) {
                $facts["f$p"] = $values[mt_rand(0, 6)];
                $joint = $joints[mt_rand(0, 7)];
                $pieces = match (mt_rand(0, 3)) {
                    0 => [new FactUse(["f$p"])],
                    1 => [$joint, new FactUse(["f$p"])],
                    2 => [new FactUse(["f$p"]), $joint],
                    default => [$joint],
                };
                $parts[] = new RecipePart($pieces, mt_rand(0, 3));
            }
            $recipe = new Recipe($parts);
            $target = new RecipeTarget(Slot::desktopTitle(mt_rand(200, 600)), ' – Shop');
            $made = $recipe->compose($facts, $target, ruler());
            if (
                preg_match(
                    '~^\s|\s$|^[,;:|–·&-]\s|\s[|–·&-]$|[,;:]$|[,;:|–·&-]\s+[|–·&-]\s|[,;:]\s*[,;:]|\s\s~u',
                    $made->text,
                ) === 1
            ) {
                $this->fail("A loose joint: “{$made->text}” of ".Notation::write($recipe).json_encode($facts));
            }
            // Dropping goes by rank; that no text with fewer parts dropped fits is looked at one by one.
            foreach ([1, 2, 3] as $least) {
                $left = array_values(array_filter($parts, static fn (RecipePart $part): bool => $part->rank < $least));
                $short =
                    $left === []
                        ? ''
                        : (new Recipe($left))->compose($facts, new RecipeTarget(Slot::desktopTitle(4000)), ruler())
                            ->text;
                if (
                    ! $made->fits &&
                    ! ruler()
                        ->fit($short.' – Shop', $target->slot)
                        ->isCut()
                ) {
                    $this->fail("“{$short}” would have fitted, “{$made->text}” does not.");
                }
            }
            if ($made->text !== $recipe->compose($facts, $target, ruler())->text) {
                $this->fail('Another text the second time.');
            }
        }
        expect($i)->toBe(2000);
    },
);
