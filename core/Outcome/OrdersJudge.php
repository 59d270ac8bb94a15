<?php

declare(strict_types=1);

namespace Orchard\Core\Outcome;

use InvalidArgumentException;

/**
 * Judges what a change did to orders. Orders are too few for a regression of their own: what would have been ordered
 * are the clicks that would have come (Forecast), each page's orders a click, shrunk to those of its stratum ((orders
 * + K times the usual rate) / (clicks + K), the mean of a gamma law; K is the one by which pages left alone are
 * forecast best), and a level of each stratum that pages left alone have learned: season, stock and prices lift all of
 * them. The error is made as Judge's: chance of counting, drift of pages and collections, and that the levels are
 * learned.
 */
final readonly class OrdersJudge
{
    /** Orders of pages left alone, at least, afterwards: fewer tell nothing of what would have come. */
    public const LEAST_ALONE = 50;

    /** Orders that would have come, at least: of fewer no verdict is spoken. */
    public const LEAST_EXPECTED = 20;

    /** Strengths that are tried: clicks of the usual rate. */
    private const STRENGTHS = [30.0, 100.0, 300.0, 1000.0, 3000.0, 10_000.0];

    private const TAIL = 4;

    /**
     * @param  array<int, float>  $rates  usual orders a click by stratum, before
     * @param  array<int, float>  $levels  by stratum
     * @param  array<int, float>  $sums  orders of pages left alone by stratum, afterwards
     */
    private function __construct(
        public float $strength,
        private array $rates,
        private array $levels,
        private array $sums,
        private Spread $spread,
        private int $alone,
    ) {
    }

    /**
     * @param  list<OrderedPage>  $alone
     * @param  list<OrderedPage>  $changed  help to say what was usual before
     *
     * @throws InvalidArgumentException where pages left alone have too few orders
     */
    public static function learn(array $alone, array $changed): self
    {
        $sums = $orders = $clicks = [];
        foreach ($alone as $page) {
            $sums[$page->stratum] = ($sums[$page->stratum] ?? 0.0) + $page->after;
        }
        if (array_sum($sums) < self::LEAST_ALONE) {
            throw new InvalidArgumentException('Pages that were left alone have too few orders.');
        }
        foreach ([...$alone, ...$changed] as $page) {
            $orders[$page->stratum] = ($orders[$page->stratum] ?? 0.0) + $page->past;
            $clicks[$page->stratum] = ($clicks[$page->stratum] ?? 0.0) + $page->clicks;
        }
        $rates = [];
        foreach ($sums as $stratum => $sum) {
            // A stratum that ordered nothing on one of the two sides says nothing of the other.
            $sum > 0 && $orders[$stratum] > 0 && ($rates[$stratum] = $orders[$stratum] / $clicks[$stratum]);
        }
        if ($rates === []) {
            throw new InvalidArgumentException('Pages that were left alone have no orders before.');
        }
        $alone = array_values(
            array_filter($alone, static fn (OrderedPage $page): bool => isset($rates[$page->stratum])),
        );
        $best = [self::STRENGTHS[0], [], []];
        $least = INF;
        foreach (self::STRENGTHS as $strength) {
            $usual = array_map(static fn (OrderedPage $page): float => self::usual($page, $rates, $strength), $alone);
            $totals = [];
            foreach ($alone as $i => $page) {
                $totals[$page->stratum] = ($totals[$page->stratum] ?? 0.0) + $usual[$i];
            }
            $levels = [];
            foreach ($totals as $stratum => $total) {
                $levels[$stratum] = $sums[$stratum] / $total;
            }
            $means = [];
            $deviance = 0.0;
            foreach ($alone as $i => $page) {
                $mean = $means[] = $levels[$page->stratum] * $usual[$i];
                $deviance += ($page->after > 0 ? $page->after * log($page->after / $mean) : 0.0) - $page->after + $mean;
            }
            if ($deviance < $least) {
                $least = $deviance;
                $best = [$strength, $levels, $means];
            }
        }
        [$strength, $levels, $means] = $best;
        $counted = array_map(
            static fn (OrderedPage $page): WatchedPage => new WatchedPage(
                $page->id,
                $page->stratum,
                $page->cluster,
                [],
                [],
                [],
                $page->after,
            ),
            $alone,
        );

        return new self($strength, $rates, $levels, $sums, Spread::of($counted, $means, count($levels)), count($alone));
    }

    /** Orders that the page would have had; null where its stratum says nothing. */
    public function of(OrderedPage $page): ?float
    {
        return isset($this->levels[$page->stratum])
            ? $this->levels[$page->stratum] * self::usual($page, $this->rates, $this->strength)
            : null;
    }

    /**
     * @param  list<OrderedPage>  $pages  that were changed; those of strata that say nothing are left out
     * @param  float  $unsure  Judge::unsure() of these pages
     */
    public function outcome(array $pages, float $unsure): Outcome
    {
        $came = $expected = 0.0;
        $means = $together = $byStratum = $clusters = [];
        foreach ($pages as $page) {
            $mean = $this->of($page);
            if ($mean === null) {
                continue;
            }
            $came += $page->after;
            $expected += $means[] = $mean;
            $clusters[] = $page->cluster;
            $byStratum[$page->stratum] = ($byStratum[$page->stratum] ?? 0.0) + $mean;
            $page->cluster === 0 || ($together[$page->cluster] = ($together[$page->cluster] ?? 0.0) + $mean);
        }
        $factor = $expected > 0 ? $came / $expected : 1.0;
        $own = [];
        foreach ($means as $i => $mean) {
            $drift = $this->spread->drift - ($clusters[$i] === 0 ? 0.0 : $this->spread->shared);
            $own[] =
                ($this->spread->counting * $mean * (1 + $factor)) / 2 + ($drift * $mean ** 2 * (1 + $factor ** 2)) / 2;
        }
        foreach ($together as $mean) {
            $own[] = $this->spread->shared * $mean ** 2;
        }
        $learned = ($unsure * $expected) ** 2;
        foreach ($byStratum as $stratum => $mean) {
            $learned += ($mean ** 2 * $this->spread->counting) / $this->sums[$stratum];
        }
        $variance = array_sum($own) + $learned;
        $squares = array_sum(array_map(static fn (float $one): float => $one ** 2, $own));
        $squares += $learned ** 2 / max(1, $this->alone - count($this->levels));

        return new Outcome(
            count($means),
            $came,
            $expected,
            sqrt($variance),
            $squares > 0 ? (self::TAIL * $variance ** 2) / $squares : 1.0,
        );
    }

    /** @param  array<int, float>  $rates */
    private static function usual(OrderedPage $page, array $rates, float $strength): float
    {
        $rate = ($page->past + $strength * $rates[$page->stratum]) / ($page->clicks + $strength);

        return max(1e-9, $page->expected * $rate);
    }
}
