<?php

declare(strict_types=1);

namespace Orchard\Core\Demand;

/**
 * What a click is worth, learned from all pages of a market: orders a click and value of an order by kind, each kind
 * leaned on the store; how collections and words of addresses stand against that, as factors that cross, each leaned on
 * 1 by one learned strength; and how far pages spread within all of it.
 *
 * Factors overlap (a page has several), so they are found in damped rounds, each against what the others leave. Words
 * that say nothing have a spread no larger than chance gives them, by which the learned strength is large and they stay
 * at 1.
 */
final class WorthFit
{
    /** A page's factors together raise or lower what its kind brings by so much at most. */
    public const MOST = 5.0;

    /** Orders that the next wider level is worth. */
    private const PSEUDO = 0.5;

    /** Orders that the store's value of an order is worth beside a kind's. */
    private const PSEUDO_VALUE = 3.0;

    /** Pages that a word must stand on, and features that are kept. */
    private const PAGES = 5;

    private const FEATURES = 4000;

    private const ROUNDS = 6;

    private const DAMPING = 0.6;

    /** Squared relative spread of the value of orders between pages, at least. */
    private const LEAST_SPREAD = 0.01;

    /** How much less is known of the market as a whole than its orders say: its pages differ. */
    private const DOUBT = 25.0;

    /** Pages with orders that the store's strength is worth beside a kind's own. */
    private const STRENGTH_OF_STORE = 30.0;

    /**
     * @var list<array{kind: int, features: list<int>, clicks: float, orders: float, revenue: float, squares: float,
     *     weeks: int, home: bool}>
     */
    private array $rows = [];

    public function add(Evidence $page): void
    {
        if ($page->clicks > 0 || $page->orders > 0) {
            $this->rows[] = [
                'kind' => $page->kind,
                'features' => array_values(array_unique($page->features())),
                'clicks' => $page->clicks,
                'orders' => $page->orders,
                'revenue' => $page->revenue,
                'squares' => $page->squares,
                'weeks' => $page->weeks,
                'home' => $page->isHome,
            ];
        }
    }

    /**
     * @return array{array<int, RateShrinkage>, array<int, array{float, float, float}>, array<int, array{float, float,
     *     float, float}>} orders a click and order values by kind (0 for all), factors by feature, as StoreModel has
     *     them
     */
    public function fit(): array
    {
        [$rates, $values] = $this->kinds();
        $features = $this->features();
        $rateFactors = $this->factors(
            $features,
            static fn (array $row): array => [$row['orders'], $row['clicks'] * ($rates[$row['kind']] ?? $rates[0])],
            null,
        );
        $spreadOfOrders = $this->spreadOfOrders();
        $valueFactors = $this->factors(
            $features,
            static fn (array $row): array => [
                $row['revenue'] / max(1e-12, $values[$row['kind']] ?? $values[0]),
                $row['orders'],
            ],
            $spreadOfOrders,
        );
        $all = array_sum(array_column($this->rows, 'orders'));
        $groups = [0 => [1.0, 1.0, self::DOUBT / ($all + 1), (self::DOUBT * $spreadOfOrders) / ($all + 1)]];
        foreach (array_keys($features) as $feature) {
            [$rate, $rateVariance] = $rateFactors[$feature] ?? [1.0, 0.0];
            [$value, $valueVariance] = $valueFactors[$feature] ?? [1.0, 0.0];
            if (abs(log($rate)) > 0.02 || abs(log($value)) > 0.02) {
                $groups[$feature] = [$rate, $value, $rateVariance, $valueVariance];
            }
        }
        $counts = $pages = [];
        foreach ($this->rows as $row) {
            [$rate, $value] = self::together($row['features'], $groups);
            foreach (array_unique([0, $row['kind']]) as $as) {
                $row['clicks'] > 0 &&
                    ($counts[$as][] = [$row['orders'], $row['clicks'] * ($rates[$row['kind']] ?? $rates[0]) * $rate]);
                $row['orders'] > 0 &&
                    $row['revenue'] > 0 &&
                    ($pages[$as][] = [
                        $row['orders'],
                        $row['revenue'] / $row['orders'] / max(1e-12, ($values[$row['kind']] ?? $values[0]) * $value),
                    ]);
            }
        }
        $store = RateShrinkage::fit($counts[0] ?? [], 1.0)->strength;
        $spread = self::spread($pages[0] ?? [], $spreadOfOrders);
        $orders = $worth = [];
        foreach ($rates as $kind => $rate) {
            $known = count($pages[$kind] ?? []);
            $own = $kind === 0 ? $store : RateShrinkage::fit($counts[$kind] ?? [], 1.0)->strength;
            $strength = exp(
                ($known * log($own) + self::STRENGTH_OF_STORE * log($store)) / ($known + self::STRENGTH_OF_STORE),
            );
            $orders[$kind] = new RateShrinkage(max(1e-12, $rate), $strength);
            $of = $kind === 0 ? $spread : self::spread($pages[$kind] ?? [], $spreadOfOrders);
            $worth[$kind] = [
                $values[$kind] ?? $values[0],
                ($known * $of + self::STRENGTH_OF_STORE * $spread) / ($known + self::STRENGTH_OF_STORE),
                $spreadOfOrders,
            ];
        }
        if (
            array_sum(array_column($this->rows, 'orders')) <= 0 ||
            array_sum(array_column($this->rows, 'revenue')) <= 0
        ) {
            $worth = [0 => [0.0, 0.0, 0.0]];
        }

        return [$orders, $worth, $groups];
    }

    /**
     * @return array{array<int, float>, array<int, float>} orders a click and value of an order, by kind; 0 for the
     *     store without its home page
     */
    private function kinds(): array
    {
        $sums = [];
        foreach ($this->rows as $row) {
            foreach ([$row['kind'], ...$row['home'] ? [] : [0]] as $as) {
                $known = $sums[$as] ?? [0.0, 0.0, 0.0];
                $sums[$as] = [$known[0] + $row['clicks'], $known[1] + $row['orders'], $known[2] + $row['revenue']];
            }
        }
        // Of a store of a home page alone there is nothing else to lean on.
        $store =
            $sums[0] ??
            array_reduce(
                $sums,
                static fn (array $all, array $one): array => [$all[0] + $one[0], $all[1] + $one[1], $all[2] + $one[2]],
                [0.0, 0.0, 0.0],
            );
        $rate = $store[0] > 0 ? max(1e-9, $store[1] / $store[0]) : 0.01;
        $value = $store[1] > 0 ? $store[2] / $store[1] : 0.0;
        $rates = [0 => $rate];
        $values = [0 => $value];
        foreach ($sums as $kind => [$clicks, $orders, $revenue]) {
            if ($kind !== 0) {
                $rates[$kind] = ($orders + self::PSEUDO) / ($clicks + self::PSEUDO / $rate);
                $values[$kind] = ($revenue + self::PSEUDO_VALUE * $value) / ($orders + self::PSEUDO_VALUE);
            }
        }

        return [$rates, $values];
    }

    /** @return array<int, list<int>> rows by feature: collections of any size, words on several pages */
    private function features(): array
    {
        $features = [];
        foreach ($this->rows as $i => $row) {
            foreach ($row['features'] as $feature) {
                $features[$feature][] = $i;
            }
        }
        $all = count($this->rows);
        $features = array_filter(
            $features,
            static fn (array $rows, int $feature): bool => ($feature > 0
                ? count($rows) >= 2
                : count($rows) >= self::PAGES) && count($rows) < 0.9 * $all,
            ARRAY_FILTER_USE_BOTH,
        );
        // The most common first, so that the bound cuts what tells least.
        uksort($features, static fn (int $a, int $b): int => [count($features[$b]), $a] <=> [count($features[$a]), $b]);
        $features = array_slice($features, 0, self::FEATURES, true);
        ksort($features);

        return $features;
    }

    /**
     * Factors that cross, each leaned on 1.
     *
     * @param  array<int, list<int>>  $features  rows by feature
     * @param  callable(array{kind: int, features: list<int>, clicks: float, orders: float, revenue: float,
     *     squares: float, weeks: int, home: bool}): array{float, float}  $of  what a row brought, and what it would
     *     bring without factors
     * @param  ?float  $noise  squared relative spread of one unit of what it would bring; null for counts, which bring
     *     their own
     * @return array<int, array{float, float}> factor and its relative variance
     */
    private function factors(array $features, callable $of, ?float $noise): array
    {
        if (count($features) < 3) {
            return [];
        }
        $rows = array_map($of, $this->rows);
        $factors = array_fill_keys(array_keys($features), 1.0);
        $strengths = null;
        for ($round = 0; $round < self::ROUNDS; $round++) {
            $expected = $rows;
            foreach ($features as $feature => $members) {
                foreach ($members as $i) {
                    $expected[$i][1] *= $factors[$feature];
                }
            }
            $sums = [];
            foreach ($features as $feature => $members) {
                [$brought, $would] = [0.0, 0.0];
                foreach ($members as $i) {
                    $brought += $rows[$i][0];
                    $would += $expected[$i][1];
                }
                $sums[$feature] = [$brought, $would / $factors[$feature]];
            }
            $strengths ??= $this->strengths($sums, $noise);
            foreach ($sums as $feature => [$brought, $would]) {
                $leans = $strengths[$feature > 0 ? 1 : 0];
                $factors[$feature] *= (($brought + $leans) / ($would + $leans) / $factors[$feature]) ** self::DAMPING;
            }
        }
        $found = [];
        foreach ($sums as $feature => [, $would]) {
            $leans = $strengths[$feature > 0 ? 1 : 0];
            $found[$feature] = [$factors[$feature], ($noise ?? 1.0) / ($would + $leans)];
        }

        return $found;
    }

    /**
     * What 1 is worth beside a factor's own evidence, in units of what it would bring: of words and of collections.
     *
     * @param  array<int, array{float, float}>  $sums
     * @return array{float, float}
     */
    private function strengths(array $sums, ?float $noise): array
    {
        $found = [];
        foreach ([false, true] as $isCollection) {
            $some = array_values(
                array_filter(
                    $sums,
                    static fn (array $sum, int $feature): bool => $feature > 0 === $isCollection && $sum[1] > 0,
                    ARRAY_FILTER_USE_BOTH,
                ),
            );
            if (count($some) < 3) {
                $found[] = 1e6;
            } elseif ($noise === null) {
                // Counts of pages that differ spread more than counts of one: what pages' own spread gives is taken off
                // by the page's strength.
                $found[] = max(2.0, RateShrinkage::fit($some, 1.0)->strength);
            } else {
                // d^2 = between + noise / units, weighted by units.
                $weight = array_sum(array_column($some, 1));
                $square =
                    array_sum(
                        array_map(
                            static fn (array $sum): float => $sum[1] * min(4.0, ($sum[0] / $sum[1] - 1) ** 2),
                            $some,
                        ),
                    ) / max(1e-9, $weight);
                $between = max(0.002, $square - ($noise * count($some)) / max(1e-9, $weight));
                $found[] = $noise / $between;
            }
        }

        return [$found[0], $found[1]];
    }

    /**
     * Squared relative spread of single orders: from the weeks of a page, whose means differ by it alone; an assumed
     * one where no page has two.
     */
    private function spreadOfOrders(): float
    {
        $square = $weight = 0.0;
        foreach ($this->rows as $row) {
            if ($row['weeks'] > 1 && $row['orders'] > 0 && $row['revenue'] > 0) {
                $mean = $row['revenue'] / $row['orders'];
                $square += max(0.0, $row['squares'] - $row['revenue'] ** 2 / $row['orders']) / $mean ** 2;
                $weight += $row['weeks'] - 1;
            }
        }

        // Worth a few weeks of half: the usual spread of baskets.
        return max(0.05, min(4.0, ($square + 5 * 0.25) / ($weight + 5)));
    }

    /**
     * Squared relative spread of order values between pages: what single orders do not explain.
     *
     * @param  list<array{float, float}>  $pages  orders, and mean value against what is expected of the page
     */
    private static function spread(array $pages, float $ofOrders): float
    {
        $weight = $square = $noise = 0.0;
        foreach ($pages as [$orders, $value]) {
            $by = $orders / ($orders + 4);
            $weight += $by;
            $square += $by * min(4.0, ($value - 1) ** 2);
            $noise += ($by * $ofOrders) / $orders;
        }

        return $weight <= 0 ? self::LEAST_SPREAD : max(self::LEAST_SPREAD, min(4.0, ($square - $noise) / $weight));
    }

    /**
     * @param  list<int>  $features
     * @param  array<int, array{float, float, float, float}>  $groups
     * @return array{float, float}
     */
    private static function together(array $features, array $groups): array
    {
        [$rate, $value] = [1.0, 1.0];
        foreach ($features as $feature) {
            $rate *= $groups[$feature][0] ?? 1.0;
            $value *= $groups[$feature][1] ?? 1.0;
        }

        return [max(1 / self::MOST, min(self::MOST, $rate)), max(1 / self::MOST, min(self::MOST, $value))];
    }
}
