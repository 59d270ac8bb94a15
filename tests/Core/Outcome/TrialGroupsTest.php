<?php

declare(strict_types=1);

use Orchard\Core\Outcome\TrialGroups;
use Orchard\Core\Outcome\TrialPage;

/** @return list<TrialPage> clicks with a long tail, and trends that have nothing to do with them */
function trialPages(int $count, int $seed): array
{
    mt_srand($seed);
    $pages = [];
    for ($id = 1; $id <= $count; $id++) {
        $clicks = (int) floor(500 * (mt_rand(1, 1000) / 1000) ** 4);
        $pages[] = new TrialPage($id, mt_rand(2, 4), $clicks, (int) (($clicks * mt_rand(50, 150)) / 100));
    }

    return $pages;
}

it('parts pages into groups of one size that are alike in kind, clicks and trend', function (
    int $count,
    int $groups,
): void {
    foreach (range(1, 20) as $seed) {
        $pages = trialPages($count, $seed);
        $parted = TrialGroups::part($pages, $groups, $seed);
        $sizes = array_count_values($parted->groups);
        expect($parted->groups)
            ->toHaveCount($count)
            ->and(max(some($sizes)) - min(some($sizes)))
            ->toBeLessThanOrEqual(1)
            ->and($parted->imbalance()['clicks'])
            ->toBeLessThan(0.1)
            ->and($parted->imbalance()['trend'])
            ->toBeLessThan(0.1)
            ->and($parted->imbalance()['kinds'])
            ->toBeLessThan(0.03);
    }
})->with([[400, 2], [600, 3]]);

it('says how unlike groups are, as an independent computation does', function (): void {
    $pages = trialPages(90, 3);
    $parted = TrialGroups::part($pages, 2, 9);
    $of = fn (int $group, callable $value): array => array_map(
        $value,
        array_values(array_filter($pages, static fn (TrialPage $page): bool => $parted->groups[$page->id] === $group)),
    );
    $value = static fn (TrialPage $page): float => log1p($page->clicks);
    $mean = static fn (array $some): float => array_sum($some) / count($some);
    $all = array_map($value, $pages);
    $deviation = sqrt(array_sum(array_map(fn (float $one): float => ($one - $mean($all)) ** 2, $all)) / 89);
    expect($parted->imbalance()['clicks'])->toEqualWithDelta(
        abs($mean($of(0, $value)) - $mean($of(1, $value))) / $deviation,
        1e-9,
    );
});

it('deals by chance: another seed parts otherwise, the same one the same way', function (): void {
    $pages = trialPages(100, 5);
    $first = TrialGroups::part($pages, 2, 1)->groups;
    expect(TrialGroups::part($pages, 2, 1)->groups)
        ->toBe($first)
        ->and(TrialGroups::part($pages, 2, 2)->groups)
        ->not->toBe($first);
    // Over many seeds each page is in each group about as often: 200 throws, five standard deviations.
    $times = array_fill(1, 100, 0);
    for ($seed = 1; $seed <= 200; $seed++) {
        foreach (TrialGroups::part($pages, 2, $seed)->groups as $id => $group) {
            $times[$id] += $group;
        }
    }
    expect(min($times))
        ->toBeGreaterThan(100 - 36)
        ->and(max($times))
        ->toBeLessThan(100 + 36);
});

it('does not depend on the order in which pages come', function (): void {
    $pages = trialPages(60, 8);
    $first = TrialGroups::part($pages, 3, 4)->groups;
    $again = TrialGroups::part(array_reverse($pages), 3, 4)->groups;
    ksort($first);
    ksort($again);
    expect($again)->toBe($first);
});

it('wants two pages for each group at least', function (int $pages, int $groups): void {
    expect(fn () => TrialGroups::part(trialPages($pages, 1), $groups, 1))->toThrow(InvalidArgumentException::class);
})->with([[3, 2], [0, 2], [100, 1], [100, 6]]);
