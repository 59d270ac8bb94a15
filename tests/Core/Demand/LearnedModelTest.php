<?php

declare(strict_types=1);

use Orchard\Core\Demand\Assumptions;
use Orchard\Core\Demand\Evidence;
use Orchard\Core\Demand\ModelFit;
use Orchard\Core\Demand\PageScorer;
use Orchard\Core\Demand\Pair;
use Orchard\Core\Demand\QueryClass;
use Orchard\Core\Demand\Range;
use Orchard\Core\Demand\RateShrinkage;
use Orchard\Core\Demand\StoreModel;

/**
 * A market of 150 pages, and what R learns of it (fixtures/learned.R).
 *
 * @return array<string, mixed>
 */
function marketOfR(): array
{
    static $market;

    return $market ??= json_decode(
        (string) file_get_contents(__DIR__.'/fixtures/learned.json'),
        true,
        512,
        JSON_THROW_ON_ERROR,
    );
}

/** @return Generator<Evidence> */
function evidenceOfR(): Generator
{
    $pairs = [];
    foreach (marketOfR()['pairs'] as $row) {
        [$page, $query, $class, $device, $clicks, $impressions, $position, $isBest, $difficulty] = $row;
        $pairs[$page][] = new Pair(
            $query,
            QueryClass::from($class),
            $device,
            $clicks,
            $impressions,
            $position,
            $isBest === 1,
            $difficulty < 0 ? null : (float) $difficulty,
        );
    }
    foreach (marketOfR()['pages'] as $i => [$page, $kind, $group, $clicks, $orders, $revenue, $squares, $weeks]) {
        yield new Evidence(
            $page,
            $kind,
            $group,
            $pairs[$page] ?? [],
            $clicks,
            $orders,
            $revenue,
            marketOfR()['words'][$i],
            $squares,
            $weeks,
            $page === 1,
        );
    }
}

function modelOfR(): StoreModel
{
    static $model;

    return $model ??= ModelFit::learn(evidenceOfR(...), 91.0, 1.25);
}

/**
 * @param  array<array-key, float>  $numbers
 * @param  array<array-key, float>  $wanted
 */
function expectNear(array $numbers, array $wanted, float $part, string $what): void
{
    expect(array_keys($numbers))->toEqualCanonicalizing(array_keys($wanted), $what);
    foreach ($wanted as $key => $one) {
        expect(abs($numbers[$key] - $one))->toBeLessThanOrEqual(
            $part * abs($one),
            "$what $key: $numbers[$key] instead of $one",
        );
    }
}

it('learns the curve that R learns, of all devices and of each', function (): void {
    foreach (marketOfR()['rates'] as $device => $rates) {
        expectNear(modelOfR()->curve->rates[$device], $rates, 1e-6, "device $device, bin");
    }
    expectNear([modelOfR()->curve->evidence], [marketOfR()['evidence']], 1e-9, 'evidence');
});

it('learns how classes of queries, pages and the queries of a page differ, as R does', function (): void {
    expectNear(modelOfR()->classes, array_column(marketOfR()['classes'], 1, 0), 1e-6, 'class');
    expectNear(
        [modelOfR()->ratios->mean, modelOfR()->ratios->strength],
        [1.0, marketOfR()['strength']],
        1e-4,
        'ratios',
    );
    expectNear([modelOfR()->querySpread], [marketOfR()['spread']], 1e-6, 'spread');
});

it('learns what a click is worth, as R does: kinds, collections and words', function (): void {
    $orders = array_combine(array_column(marketOfR()['orders'], 0), marketOfR()['orders']);
    foreach ($orders as $kind => [, $rate, $strength]) {
        $learned = modelOfR()->orders[$kind];
        expectNear([$learned->mean, $learned->strength], [$rate, $strength], 1e-4, "orders of kind $kind");
    }
    expect(array_keys(modelOfR()->orders))->toEqualCanonicalizing(array_keys($orders));
    foreach (marketOfR()['values'] as [$kind, $value, $between, $within]) {
        expectNear(modelOfR()->orderValues[$kind], [$value, $between, $within], 1e-6, "values of kind $kind");
    }
    $groups = array_combine(array_column(marketOfR()['groups'], 0), marketOfR()['groups']);
    expect(array_keys(modelOfR()->groups))->toEqualCanonicalizing(array_keys($groups));
    foreach ($groups as $group => [, $rate, $value, $rateVariance, $valueVariance]) {
        expectNear(modelOfR()->groups[$group], [$rate, $value, $rateVariance, $valueVariance], 1e-4, "group $group");
    }
    expect(modelOfR()->season)
        ->toBe(1.25)
        ->and(modelOfR()->days)
        ->toBe(91.0)
        ->and(modelOfR()->orders[1])
        ->toBeInstanceOf(RateShrinkage::class);
});

it(
    'promises of every page what R reckons of it: both sums, their ranges, what others would promise',
    function (): void {
        $assumptions = new Assumptions(
            shareClosed: 0.6,
            liftProbability: 0.4,
            liftFalloff: 30.0,
            target: 4.0,
            deepest: 18.0,
            difficulty: 45.0,
            margin: 0.35,
            liftReach: 12.0,
        );
        $scorer = new PageScorer(modelOfR(), $assumptions);
        $scored = marketOfR()['scored'];
        $seen = 0;
        foreach (evidenceOfR() as $page) {
            $wanted = $scored[$page->page - 1] ?? null;
            if ($wanted === null) {
                break;
            }
            $seen++;
            $upside = $scorer->score($page, 0.8, season: 1.1);
            expect(array_keys($upside->lifts))->toBe([1, 2, 3, 4, 5]);
            $ranges = [$upside->range, $upside->wordingRange, $upside->positionRange, $upside->valueRange];
            $wins = $upside->wins;
            expectNear(
                [
                    $upside->wording,
                    $upside->position,
                    ...array_merge(...array_map(static fn (Range $one): array => [$one->low, $one->high], $ranges)),
                    $upside->wordingClicks,
                    $upside->fullGapClicks,
                    $upside->positionClicks,
                    $upside->clickValue,
                    $upside->ratio,
                    $upside->expectedRate,
                    $upside->ownPart,
                    ...array_values($upside->lifts),
                    $wins->nearQueries,
                    $wins->nearClicks,
                    $wins->farQueries,
                    $wins->farClicks,
                    $wins->questions,
                    $wins->questionClicks,
                    $upside->topClicks,
                ],
                $wanted,
                1e-4,
                "page $page->page, figure",
            );
            // What its queries bring is what the page brings.
            expectNear(
                [
                    array_sum(array_column($upside->queries, 'wording')),
                    array_sum(array_column($upside->queries, 'position')),
                ],
                [$upside->wording, $upside->position],
                1e-9,
                "queries of page $page->page",
            );
        }
        expect([$seen, count($scored)])->toBe([60, 60]);
    },
);
