<?php

declare(strict_types=1);

use Orchard\Core\Text\Slot;
use Orchard\Core\Wording\HouseRules;
use Orchard\Core\Wording\PageFit;
use Orchard\Core\Wording\PageWords;
use Orchard\Core\Wording\Recipes\FactStyle;
use Orchard\Core\Wording\Recipes\FactUse;
use Orchard\Core\Wording\Recipes\RecipeTarget;
use Orchard\Core\Wording\TextContext;
use Orchard\Core\Wording\TextField;
use Orchard\Core\Wording\TitleSuffix;

it('takes what a theme added off a title, however it ends', function (
    string $shown,
    string $suffix,
    string $title,
): void {
    expect(TitleSuffix::without($shown, $suffix))->toBe($title);
})->with([
    ['Lamp | Tindrel', ' | Tindrel', 'Lamp'],
    ['Lamp | Tindrel  ', ' | Tindrel', 'Lamp'],
    ['Lamp | Tindrel', ' | Tindrel ', 'Lamp'],
    ['Lamp  | Tindrel', ' | Tindrel', 'Lamp'],
    ['  Lamp', ' | Tindrel', 'Lamp'],
    ['Lamp', '', 'Lamp'],
    [' | Tindrel', ' | Tindrel', '| Tindrel'],
    ['Tindrel', 'Tindrel', 'Tindrel'],
    ['Lamp', 'p', 'Lam'],
]);

it('reads rules of a store line by line, tidied, each once, no more than its bound', function (): void {
    $rules = HouseRules::of("  cheap \n\n cheap\nclick\t here\n".str_repeat('x', 130), ' lamp  /  light ', 0);
    expect($rules->forbiddenIn('A cheap lamp, click  here'))
        ->toBe(['cheap', 'click here'])
        ->and($rules->forbiddenIn('cheaper clicks'))
        ->toBe([])
        ->and($rules->forbiddenIn(str_repeat('x', 120)))
        ->toBe([str_repeat('x', 120)])
        ->and($rules->forbiddenIn(str_repeat('x', 130)))
        ->toBe([])
        ->and($rules->lackingIn('A light'))
        ->toBe([])
        ->and($rules->lackingIn('A vase'))
        ->toBe(['lamp / light']);
});

it('takes values of two letters for none that a cut takes away', function (): void {
    expect(PageFit::cutValues('Lamp XL oak', ' XL oak', ['XL', 'oak', 'Lamp', 'elm', '']))->toBe(['oak']);
});

it('finds a description in the text of its page by whole words alone', function (string $body, bool $isCopied): void {
    $own = 'A lamp of brass that stands on oak, for reading and for long evenings by the window';
    $bits = PageFit::bits(TextField::Description, $own, new TextContext(new PageWords('', '', $body)));
    expect($bits !== 0)->toBe($isCopied);
})->with([
    'all of it' => ['A lamp of brass that stands on oak, for reading and for long evenings by the window', true],
    'in other signs and capitals' => [
        'Here: A LAMP of brass that stands on oak – for reading and for long evenings by the window. More.',
        true,
    ],
    'with a longer word in front' => [
        'Aa lamp of brass that stands on oak, for reading and for long evenings by the window',
        false,
    ],
    'with a longer word behind' => [
        'A lamp of brass that stands on oak, for reading and for long evenings by the windows',
        false,
    ],
    'nothing' => ['', false],
]);

it('refuses facts without a name, and words that are too long or stand alone', function (array $given): void {
    expect(fn () => new FactUse(...$given))->toThrow(InvalidArgumentException::class);
})->with([
    'no names' => [[[]]],
    'an empty name' => [[['']]],
    'a blank name' => [[[' ']]],
    'a name with blanks around' => [[[' name']]],
    'a name of 41 characters' => [[[str_repeat('n', 41)]]],
    'a long word' => [[['name'], str_repeat('w', 201)]],
    'one without many' => [[['count'], '', FactStyle::Counted, 'lamp']],
    'many without one' => [[['count'], '', FactStyle::Counted, '', 'lamps']],
    'words to count by without counting' => [[['count'], '', FactStyle::AsIs, 'lamp', 'lamps']],
    'a long word to count by' => [[['count'], '', FactStyle::Counted, str_repeat('l', 61), 'lamps']],
]);

it('takes what is just within its bounds', function (): void {
    $use = new FactUse([str_repeat('n', 40)], str_repeat('w', 200));
    expect($use->otherwise)
        ->toBe(str_repeat('w', 200))
        ->and(
            (new RecipeTarget(Slot::desktopTitle(), '', 'en', 'GB', 'GBP'))->style(
                new FactUse(['price'], '', FactStyle::Money),
                '999999999999',
                '',
            ),
        )
        ->toBe('£999,999,999,999')
        ->and(
            (new RecipeTarget(Slot::desktopTitle(), '', 'en', 'GB', 'GBP'))->style(
                new FactUse(['price'], '', FactStyle::Money),
                '1000000000000',
                '',
            ),
        )
        ->toBe('1000000000000');
});
