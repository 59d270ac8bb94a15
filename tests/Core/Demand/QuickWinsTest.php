<?php

declare(strict_types=1);

use Orchard\Core\Demand\Pair;
use Orchard\Core\Demand\QueryClass;
use Orchard\Core\Demand\QuickWins;

function pairAt(float $position, QueryClass $class = QueryClass::Generic): Pair
{
    return new Pair(7, $class, 1, 3, 100, $position, true);
}

/** @return array{int, float, int, float, int, float} */
function winsOf(QuickWins $wins): array
{
    return [
        $wins->nearQueries,
        $wins->nearClicks,
        $wins->farQueries,
        $wins->farClicks,
        $wins->questions,
        $wins->questionClicks,
    ];
}

it('counts a query by where it stands, the borders on the side of what is nearer', function (
    float $position,
    array $wins,
): void {
    expect(winsOf((new QuickWins())->with(pairAt($position), 4.0, true)))->toBe($wins);
})->with([
    [1.49, [0, 0.0, 0, 0.0, 0, 0.0]],
    [1.5, [1, 4.0, 0, 0.0, 0, 0.0]],
    [8.5, [1, 4.0, 0, 0.0, 0, 0.0]],
    [8.51, [0, 0.0, 1, 4.0, 0, 0.0]],
    [15.5, [0, 0.0, 1, 4.0, 0, 0.0]],
    [15.51, [0, 0.0, 0, 0.0, 0, 0.0]],
]);

it('sums the clicks of all devices and counts the query once', function (): void {
    $wins = (new QuickWins())
        ->with(pairAt(3), 4.0, true)
        ->with(pairAt(3), 1.5, false)
        ->with(pairAt(4), 2.0, true)
        ->with(pairAt(12), 0.5, true)
        ->with(pairAt(12), 0.25, false);
    expect(winsOf($wins))->toBe([2, 7.5, 1, 0.75, 0, 0.0]);
});

it('counts a question beside where it stands, also on top, and nothing that brings no clicks', function (): void {
    $question = QueryClass::Question;
    expect(winsOf((new QuickWins())->with(pairAt(1, $question), 2.0, true)))
        ->toBe([0, 0.0, 0, 0.0, 1, 2.0])
        ->and(winsOf((new QuickWins())->with(pairAt(9, $question), 2.0, true)))
        ->toBe([0, 0.0, 1, 2.0, 1, 2.0])
        ->and(winsOf((new QuickWins())->with(pairAt(15.6, $question), 2.0, true)))
        ->toBe([0, 0.0, 0, 0.0, 0, 0.0])
        ->and(winsOf((new QuickWins())->with(pairAt(3, $question), 0.0, true)))
        ->toBe([0, 0.0, 0, 0.0, 0, 0.0]);
});
