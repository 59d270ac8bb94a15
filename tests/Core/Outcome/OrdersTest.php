<?php

declare(strict_types=1);

use Orchard\Core\Demand\Chance;
use Orchard\Core\Outcome\Judge;
use Orchard\Core\Outcome\OrderedPage;
use Orchard\Core\Outcome\OrdersJudge;
use Orchard\Core\Outcome\Verdict;
use Orchard\Core\Outcome\WatchedPage;
use Tests\Core\Outcome\MadeUpMarket;

/** A number of orders by Poisson's law (Knuth, Seminumerical Algorithms, section 3.4.1). */
function orderedBy(Chance $chance, float $mean): float
{
    if ($mean > 60) {
        return max(0.0, round($mean + sqrt($mean) * $chance->normal()));
    }
    $product = $chance->uniform();
    for ($count = 0; $product > exp(-$mean); $count++) {
        $product *= $chance->uniform();
    }

    return (float) $count;
}

/**
 * Orders of a made-up market: about two of a hundred clicks, more or less by page.
 *
 * @return array{list<OrderedPage>, list<OrderedPage>, float, float} pages left alone, changed ones, what the change
 * brought, and how unsure the clicks' forecast is
 */
function ordersOf(int $seed, float $effect, int $pages = 50, string $chosen = 'low'): array
{
    $market = MadeUpMarket::of($seed, $effect, $chosen, 1500, $pages);
    $judge = Judge::learn($market->alone, $market->changed);
    $chance = new Chance(9000 + $seed);
    $season = 0.15 * $chance->normal();
    $truth = 0.0;
    $make = static function (WatchedPage $page, bool $isChanged) use (
        $judge,
        $chance,
        $season,
        $effect,
        &$truth,
    ): OrderedPage {
        $rate = 0.02 * exp(0.5 * $chance->normal());
        $past = array_sum(
            array_map(static fn (float $clicks): float => orderedBy($chance, $clicks * $rate), $page->past),
        );
        $mean = $page->after * $rate * exp($season);
        $truth += $isChanged ? ($mean * $effect) / (1 + $effect) : 0.0;

        return new OrderedPage(
            $page->id,
            $page->stratum,
            $page->cluster,
            $past,
            array_sum($page->past),
            $judge->forecast->of($page),
            orderedBy($chance, $mean),
        );
    };
    $alone = array_map(static fn (WatchedPage $page): OrderedPage => $make($page, false), $market->alone);
    $changed = array_map(static fn (WatchedPage $page): OrderedPage => $make($page, true), $market->changed);

    return [$alone, $changed, $truth, $judge->unsure($market->changed)];
}

it('reckons what would have been ordered as by hand', function (): void {
    $page = static fn (
        int $id,
        int $stratum,
        float $past,
        float $clicks,
        float $expected,
        float $after,
    ): OrderedPage => new OrderedPage($id, $stratum, 0, $past, $clicks, $expected, $after);
    // One stratum, all pages alike: 2 orders of 100 clicks before, 3 of 100 afterwards.
    $alone = array_map(static fn (int $id): OrderedPage => $page($id, 1, 20.0, 1000.0, 100.0, 3.0), range(1, 40));
    $judge = OrdersJudge::learn($alone, []);
    $same = $page(99, 1, 20.0, 1000.0, 50.0, 4.0);
    expect($judge->of($same))
        ->toEqualWithDelta(1.5, 1e-9)
        ->and($judge->of($page(98, 7, 20.0, 1000.0, 50.0, 4.0)))
        ->toBeNull();
    $outcome = $judge->outcome([$same, $page(98, 7, 20.0, 1000.0, 50.0, 4.0)], 0.0);
    expect([$outcome->pages, $outcome->came])
        ->toBe([1, 4.0])
        ->and($outcome->expected)
        ->toEqualWithDelta(1.5, 1e-9)
        // What the clicks' forecast may be off widens the range.
        ->and($judge->outcome([$same], 2.0)->error)
        ->toEqualWithDelta(sqrt($outcome->error ** 2 + 9.0), 1e-9);
    // Where the clicks' forecast alone is unsure, so is the error itself, as forty pages of one stratum tell it.
    expect($judge->outcome([$same], 1e6)->freedom)->toEqualWithDelta(4 * 39, 0.01);
    // A page that sold twice as much a click is forecast between that and the usual.
    $better = (float) $judge->of($page(97, 1, 40.0, 1000.0, 50.0, 4.0));
    $strength = $judge->strength;
    expect($better)->toEqualWithDelta(((40 + $strength * 0.02) / (1000 + $strength)) * 1.5 * 50, 1e-9);
});

it(
    'is unsure in proportion to what would come, the more so where pages of one collection drift together',
    function (): void {
        $chance = new Chance(31);
        $alone = [];
        for ($collection = 1; $collection <= 150; $collection++) {
            $drift = exp(0.3 * $chance->normal());
            foreach ([500.0, 5000.0, 20_000.0, 50_000.0] as $nth => $expected) {
                $alone[] = new OrderedPage(
                    4 * $collection + $nth,
                    1,
                    $collection,
                    200.0,
                    10_000.0,
                    $expected,
                    0.02 * $expected * $drift,
                );
            }
        }
        $judge = OrdersJudge::learn($alone, []);
        $error = static function (int $pages, float $expected, float $times = 1.0, int $collection = 0) use (
            $judge,
        ): float {
            $changed = [];
            for ($nth = 1; $nth <= $pages; $nth++) {
                $page = new OrderedPage($nth, 1, $collection, 200.0, 10_000.0, $expected, 0.0);
                $after = $times * (float) $judge->of($page);
                $changed[] = new OrderedPage($nth, 1, $collection, 200.0, 10_000.0, $expected, $after);
            }

            return $judge->outcome($changed, 0.0)->error;
        };
        // Drift grows with the sum itself: ten times as much is ten times as unsure, but for what counting adds.
        expect($error(1, 50_000.0) / $error(1, 5000.0))
            ->toBeGreaterThan(8.0)
            ->toBeLessThan(10.5);
        // What came drifts as what would have come does: half of each square.
        expect($error(1, 50_000.0, 3.0) / $error(1, 50_000.0))->toEqualWithDelta(sqrt((1 + 9) / 2), 0.15);
        // Ten that drift apart are the root of ten as unsure as one; ten that drift together are ten times as unsure.
        expect($error(10, 5000.0) / $error(1, 5000.0))
            ->toEqualWithDelta(sqrt(10), 0.4)
            ->and($error(10, 5000.0, collection: 999) / $error(1, 5000.0))
            ->toBeGreaterThan(7.5)
            ->toBeLessThan(10.5);
    },
);

it('tells nothing of too few orders', function (): void {
    $few = array_map(
        static fn (int $id): OrderedPage => new OrderedPage($id, 1, 0, 0.0, 1000.0, 100.0, $id === 1 ? 10.0 : 0.0),
        range(1, 40),
    );
    expect(fn () => OrdersJudge::learn($few, []))->toThrow(InvalidArgumentException::class);
    $never = array_map(
        static fn (int $id): OrderedPage => new OrderedPage($id, 1, 0, 0.0, 1000.0, 100.0, 3.0),
        range(1, 40),
    );
    expect(fn () => OrdersJudge::learn($never, []))->toThrow(InvalidArgumentException::class);
});

it('holds the truth in most markets, and seldom tells of an effect where there is none', function (
    float $effect,
    int $fewestHeld,
    int $mostTold,
): void {
    $held = $told = 0;
    $errors = [];
    for ($seed = 1; $seed <= 24; $seed++) {
        [$alone, $changed, $truth, $unsure] = ordersOf($seed, $effect);
        $outcome = OrdersJudge::learn($alone, $changed)->outcome($changed, $unsure);
        $held += $outcome->low() <= $truth && $truth <= $outcome->high() ? 1 : 0;
        $told += in_array($outcome->verdict(), [Verdict::Earned, Verdict::Lost], true) ? 1 : 0;
        $errors[] = ($outcome->gain() - $truth) / $outcome->expected;
    }
    expect($held)
        ->toBeGreaterThanOrEqual($fewestHeld)
        ->and($told)
        ->toBeLessThanOrEqual($mostTold)
        // Pages that were chosen for low click rates are forecast neither too low nor too high.
        ->and(abs(array_sum($errors) / count($errors)))
        ->toBeLessThan(0.12);
})->with(['nothing changed' => [0.0, 19, 4], 'half as many clicks more' => [0.5, 18, 24]]);
