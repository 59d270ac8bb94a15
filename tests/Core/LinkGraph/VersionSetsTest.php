<?php

declare(strict_types=1);

use Orchard\Core\LinkGraph\VersionSets;

/**
 * English 1, German 2, French 3; pages from 10 on are copies of 1.
 *
 * @param  array<int, array{list<array{string, int}>, ?int, string}>  $pages  alternates, declared, language
 */
function versionSets(array $pages): VersionSets
{
    $sets = new VersionSets();
    foreach ($pages as $page => [$named, $declared, $language]) {
        $sets->add(
            $page,
            array_map(static fn (array $one): array => ['code' => $one[0], 'page' => $one[1]], $named),
            $declared,
            $language,
        );
    }

    return $sets;
}

const WHOLE_SET = [['en', 1], ['de', 2], ['fr', 3], ['x-default', 1]];

it('gives a set that does not list its page to the page that it was copied from', function (
    array $copy,
    ?int $owner,
): void {
    /** @var array{list<array{string, int}>, ?int, string} $copy */
    $sets = versionSets([1 => [WHOLE_SET, 1, 'en'], 2 => [WHOLE_SET, 2, 'de'], 3 => [WHOLE_SET, 3, 'fr'], 10 => $copy]);
    $pairs = iterator_to_array($sets->pairs(), false);
    expect($sets->owner(10))->toBe($owner)->and($sets->owner(1))->toBeNull()->and($sets->owner(2))->toBeNull();
    $of = array_column(array_filter($pairs, static fn (array $one): bool => $one[0] === 10), 1);
    $owner === 0
        ? expect($of)->toBe([])
        : expect($of)
            ->not->toContain($owner)
            ->and($of)
            ->toContain($owner === 2 ? 1 : 2);
    expect(
        array_filter(
            $pairs,
            static fn (array $one): bool => in_array(10, [$one[0], $one[1]], true) && $one[2] && $owner !== null,
        ),
    )
        ->toBe([])
        ->and(array_map(static fn (array $one): array => [$one[0], $one[1]], $pairs))
        ->toContain([1, 2])
        ->toContain([3, 1]);
})->with([
    'a copy that names the clean page' => [[WHOLE_SET, 1, 'en'], 1],
    'a copy of the German page' => [[WHOLE_SET, 2, 'de'], 2],
    'a copy that names nothing, in English' => [[WHOLE_SET, null, 'en-GB'], 1],
    'a copy that names itself, in French' => [[WHOLE_SET, 10, 'fr'], 3],
    'a copy that says no language' => [[WHOLE_SET, null, ''], 0],
    'one that names a page outside the set' => [[WHOLE_SET, 99, 'de'], 2],
    'a page with versions of its own that forgot itself' => [[[['de', 2]], 10, 'en'], null],
    'a page that lists itself' => [[[['en', 10], ['de', 2]], 10, 'en'], null],
]);

it('knows a page that forgot itself by the others that name it', function (): void {
    $sets = versionSets([1 => [[['de', 2]], 2, 'en'], 2 => [[['en', 1], ['de', 2]], 2, 'de']]);
    expect($sets->owner(1))
        ->toBeNull()
        ->and(array_map(static fn (array $one): array => [$one[0], $one[1]], iterator_to_array($sets->pairs(), false)))
        ->toBe([[1, 2], [2, 1]]);
});

it('lets copies of two pages in one language not stand for each other', function (): void {
    $set = [['en-GB', 1], ['en-US', 2], ['de', 3]];
    $sets = versionSets([
        1 => [$set, 1, 'en-GB'],
        2 => [$set, 2, 'en-US'],
        3 => [$set, 3, 'de'],
        10 => [$set, 1, 'en-GB'],
        11 => [$set, 2, 'en-US'],
    ]);
    $alone = array_unique(
        array_column(array_filter(iterator_to_array($sets->pairs(), false), static fn (array $one): bool => $one[2]), 0),
    );
    expect($alone)->toContain(10)->toContain(11)->and($sets->owner(10))->toBe(1)->and($sets->owner(11))->toBe(2);
});

it('knows a copied set in whatever order it is listed, and no copy where nothing is listed', function (): void {
    $sets = versionSets([
        1 => [WHOLE_SET, 1, 'en'],
        2 => [WHOLE_SET, 2, 'de'],
        3 => [WHOLE_SET, 3, 'fr'],
        10 => [array_reverse(WHOLE_SET), null, 'FR-CH'],
        20 => [[], 21, 'en'],
        21 => [[], 21, 'en'],
    ]);
    expect($sets->owner(10))->toBe(3)->and($sets->owner(20))->toBeNull();
});
