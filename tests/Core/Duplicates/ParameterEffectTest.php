<?php

declare(strict_types=1);

use Orchard\Core\Duplicates\ComparedPages;
use Orchard\Core\Duplicates\Difference;
use Orchard\Core\Duplicates\Kinship;
use Orchard\Core\Duplicates\ParameterEffect;
use Orchard\Core\Duplicates\Reading;
use Orchard\Core\Duplicates\Resemblance;
use Orchard\Core\Duplicates\TellingWords;

/** A list of products, as a shop shows it in one part after the other. */
const WHOLE_LIST = [11, 12, 13, 14, 15, 16, 17, 18, 19];

/**
 * What two lists show of the parameter that the first has.
 *
 * @param  array<int>  $with
 * @param  array<int>  $without
 * @param  array<int>  $whole
 */
function effectInLists(
    array $with,
    array $without,
    string $value = 'x',
    array $whole = [],
    Kinship $kinship = Kinship::Narrower,
): ?ParameterEffect {
    $pages = new ComparedPages(
        identityOf(['product' => false, 'items' => array_values($with)]),
        identityOf(['product' => false, 'items' => array_values($without)]),
        new Resemblance($kinship, 0.5, 0.9, []),
    );

    return ParameterEffect::seen($pages, $value, array_values($whole));
}

it('tells by the products of two lists what the parameter does', function (
    array $with,
    array $without,
    string $value,
    array $whole,
    ?ParameterEffect $effect,
): void {
    expect(effectInLists($with, $without, $value, $whole))->toBe($effect);
})->with([
    'the same in the same order' => [[11, 12, 13], [11, 12, 13], 'x', [], ParameterEffect::Nothing],
    'the same as the first part of more' => [[11, 12, 13], [11, 12, 13], 'x', WHOLE_LIST, ParameterEffect::Nothing],
    'the same turned round' => [[13, 12, 11], [11, 12, 13], 'x', [], ParameterEffect::Reorders],
    'the last before the others' => [[13, 11, 12], [11, 12, 13], 'x', [], ParameterEffect::Reorders],
    'two of them changed' => [[11, 13, 12], [11, 12, 13], 'x', [], ParameterEffect::Reorders],
    'some, in their order' => [[11, 13, 14], [11, 12, 13, 14], 'x', [], ParameterEffect::Narrows],
    'some, the first among them last' => [[13, 14, 11], [11, 12, 13, 14], 'x', [], ParameterEffect::Reorders],
    'those behind the first part, picked by a word' => [
        [14, 15, 16],
        [11, 12, 13],
        'brass',
        WHOLE_LIST,
        ParameterEffect::Narrows,
    ],
    'the second part' => [[14, 15, 16], [11, 12, 13], '2', WHOLE_LIST, ParameterEffect::Part],
    'the third part' => [[17, 18, 19], [11, 12, 13], '3', WHOLE_LIST, ParameterEffect::Part],
    'a part of one product' => [[19], [11, 12, 13], '4', WHOLE_LIST, ParameterEffect::Part],
    'a first part that is another one' => [[14, 15, 16], [11, 12, 13], '1', WHOLE_LIST, ParameterEffect::Narrows],
    'a part that leaves one out' => [[14, 16, 17], [11, 12, 13], '2', WHOLE_LIST, ParameterEffect::Narrows],
    'a part that reaches into the first' => [[13, 14, 15], [11, 12, 13], '2', WHOLE_LIST, ParameterEffect::Narrows],
    'a part turned round' => [[16, 15, 14], [11, 12, 13], '2', WHOLE_LIST, ParameterEffect::Reorders],
    'products that the list has not, by a number' => [[21, 22, 23], [11, 12, 13], '2', [], ParameterEffect::Part],
    'products that the list has not, by a word' => [[21, 22, 23], [11, 12, 13], 'oak', [], null],
    'products that the list has not, by a one' => [[21, 22, 23], [11, 12, 13], '1', [], null],
    'products that the list has not, beside its own' => [[21, 22, 13], [11, 12, 13], '2', [], null],
    'no product' => [[], [11, 12, 13], '2', [], null],
]);

it('takes a list for another language where it is one, whatever its products', function (): void {
    expect(effectInLists([21, 22, 23], [11, 12, 13], 'de', kinship: Kinship::Language))
        ->toBe(ParameterEffect::Language)
        ->and(effectInLists([11, 12, 13], [11, 12, 13], 'de', kinship: Kinship::Language))
        ->toBe(ParameterEffect::Language);
});

/** @param  array<string, mixed>  $with  of the page that has the parameter; the other is plain */
function effectOnPages(
    array $with,
    Kinship $kinship,
    float $likeness = 1.0,
    ?Difference $difference = null,
    string $value = 'x7',
): ?ParameterEffect {
    $pages = new ComparedPages(
        identityOf(['path' => '/p', ...$with]),
        identityOf(['path' => '/p']),
        new Resemblance($kinship, $likeness, 0.9, [], $difference),
    );

    return ParameterEffect::seen($pages, $value);
}

it('tells by how two pages stand to each other what the parameter does', function (
    array $with,
    Kinship $kinship,
    float $likeness,
    ?ParameterEffect $effect,
): void {
    expect(effectOnPages($with, $kinship, $likeness))->toBe($effect);
})->with([
    'one page' => [[], Kinship::Same, 1.0, ParameterEffect::Nothing],
    'a language' => [['language' => 'de'], Kinship::Language, 1.0, ParameterEffect::Language],
    'a variant' => [['h1' => 'Aurora, oak'], Kinship::Variant, 0.9, ParameterEffect::Variant],
    'a part' => [['h1' => 'Page 2'], Kinship::Series, 0.9, ParameterEffect::Part],
    'some of it' => [[], Kinship::Narrower, 0.9, ParameterEffect::Narrows],
    'another page' => [['h1' => 'Vesper'], Kinship::Distinct, 0.79, ParameterEffect::Page],
    'another name over the text' => [['h1' => 'Vesper'], Kinship::Clone, 0.79, ParameterEffect::Page],
    'what is near and nothing tells apart' => [['h1' => 'Vesper'], Kinship::Clone, 0.8, null],
    'what is near, another page' => [['h1' => 'Vesper'], Kinship::Distinct, 0.8, null],
    'what is near, of another number' => [['number' => 'A-2'], Kinship::Clone, 0.9, ParameterEffect::Page],
    'nothing on the page' => [['text' => ''], Kinship::Same, 1.0, null],
]);

it('takes pages that a word tells apart for two, however near they are', function (): void {
    $ours = identityOf(['h1' => 'Aurora lamp', 'title' => 'Aurora lamp in black']);
    $theirs = identityOf(['h1' => 'Aurora lamp', 'title' => 'Aurora lamp in white']);
    $difference = Difference::between(
        new Reading($ours, new TellingWords(['Black', 'White'])),
        new Reading($theirs, new TellingWords(['Black', 'White'])),
    );
    expect($difference)->not->toBeNull();
    expect(effectOnPages(['h1' => 'Vesper'], Kinship::Clone, 0.95, $difference))->toBe(ParameterEffect::Page);
});

it('picks a variant where the page names the value of the parameter and the other does not', function (
    string $value,
    string $more,
    ParameterEffect $effect,
): void {
    expect(effectOnPages(['text' => PLAIN_TEXT."\n$more"], Kinship::Same, 0.98, null, $value))->toBe($effect);
})->with([
    'named' => ['brass', 'Shown in brass.', ParameterEffect::Variant],
    'one of two words named' => ['old-brass', 'Shown in brass.', ParameterEffect::Variant],
    'words by a line below' => ['old_brass', 'Shown in brass.', ParameterEffect::Variant],
    'not named' => ['brass', 'Shown in steel.', ParameterEffect::Nothing],
    'named by both' => ['river', 'Made by hand.', ParameterEffect::Nothing],
    'named once more than by the other' => ['river', 'Made by a river.', ParameterEffect::Variant],
    'a value without words' => ['--', 'Shown in brass.', ParameterEffect::Nothing],
]);

it('finds the value in the heading alone too', function (): void {
    expect(effectOnPages(['h1' => 'Aurora', 'title' => 'Aurora brass'], Kinship::Same, 0.98, null, 'brass'))
        ->toBe(ParameterEffect::Variant)
        ->and(effectOnPages(['h1' => 'Aurora brass', 'title' => 'Aurora'], Kinship::Same, 0.98, null, 'brass'))
        ->toBe(ParameterEffect::Variant)
        ->and(effectOnPages(['h1' => 'Aurora steel'], Kinship::Same, 0.98, null, 'brass'))
        ->toBe(ParameterEffect::Nothing);
});

it('knows what leaves a page as it is, and what one sight of contradicts', function (): void {
    $silent = array_filter(ParameterEffect::cases(), static fn (ParameterEffect $one): bool => $one->isSilent());
    expect(array_column($silent, 'value'))->toBe(['nothing', 'tracks', 'reorders']);
    foreach (ParameterEffect::cases() as $seen) {
        foreach (ParameterEffect::cases() as $other) {
            expect($seen->contradicts($other))->toBe(
                in_array($seen->value, ['page', 'language'], true) && $seen !== $other,
                "$seen->value, $other->value",
            );
        }
    }
    expect(
        array_unique(array_map(static fn (ParameterEffect $one): string => $one->words(), ParameterEffect::cases())),
    )->toHaveCount(8);
});
