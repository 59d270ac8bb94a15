<?php

declare(strict_types=1);

namespace Bench;

use Generator;
use Orchard\Core\Demand\Assumptions;
use Orchard\Core\Demand\Chance;
use Orchard\Core\Demand\Evidence;
use Orchard\Core\Demand\Pair;
use Orchard\Core\Demand\QueryClass;

/**
 * A market with known truth, of another shape than the scorer assumes: click rates that fall by a stretched
 * exponential, results seen by screens, heavy tails, queries withheld by day, consent lost, thin data. Thirteen weeks
 * are seen; the truth is what the next
 * 28 days would bring.
 */
final class SimulatedMarket
{
    /**
     * @var list<array{kind: int, group: int, pairs: list<array{query: int, device: int, clicks: int, impressions: int,
     *     position: float, difficulty: float}>, clicks: int, impressions: int, position: float, visits: int,
     *     orders: int, revenue: float, wording: float, lift: float, value: float}>
     */
    public array $pages = [];

    private readonly Chance $chance;

    public function __construct(int $seed, int $pages = 3000, private readonly Assumptions $law = new Assumptions())
    {
        $this->chance = new Chance($seed);
        $consent = 0.55 + 0.35 * $this->chance->uniform();
        $quality = 0.28 + 0.2 * $this->chance->uniform();
        $first = 0.2 + 0.2 * $this->chance->uniform();
        $steep = 0.55 + 0.35 * $this->chance->uniform();
        $conversion = 0.008 + 0.02 * $this->chance->uniform();
        $collections = array_map(
            fn (): array => [exp(0.45 * $this->chance->normal()), 60 * exp(0.5 * $this->chance->normal())],
            range(1, 25),
        );
        $best = [];
        $raw = [];
        $query = 0;
        for ($p = 0; $p < $pages; $p++) {
            $kind = [3, 3, 3, 2, 4][$this->chance->whole(0, 4)];
            $group = $this->chance->whole(0, 24);
            [$liking, $price] = $collections[$group];
            $ratio = exp($quality * $this->chance->normal() - $quality ** 2 / 2);
            $place = exp(0.4 + 1.9 * $this->chance->uniform());
            $count = 1 + (int) (7 * (1 - $this->chance->uniform()) ** -0.45 - 7) + $this->chance->whole(0, 6);
            $queries = [];
            for ($q = 0; $q < min(60, $count); $q++) {
                $shared = $this->chance->uniform() < 0.15 && $query > 50;
                $id = $shared ? $this->chance->whole(1, $query) : ++$query;
                $demand = 0.25 * (1 - $this->chance->uniform()) ** (-1 / 1.25); // a day
                $position = max(1.0, $place * exp(0.5 * $this->chance->normal()));
                $queries[] = [
                    $id,
                    min(4000.0, $demand),
                    min(60.0, $position),
                    exp(0.22 * $this->chance->normal() - 0.0242),
                    100 * $this->chance->uniform(),
                ];
                if (! isset($best[$id]) || $position < $best[$id][1]) {
                    $best[$id] = [$p, $position];
                }
            }
            $raw[] = [$kind, $group + 1, $liking, $price * exp(0.35 * $this->chance->normal()), $ratio, $queries];
        }
        foreach ($raw as $p => [$kind, $group, $liking, $price, $ratio, $queries]) {
            $rate =
                $conversion *
                $liking *
                ($kind === 3 ? 1.4 : ($kind === 2 ? 0.9 : 0.2)) *
                exp(0.35 * $this->chance->normal());
            $page = [
                'kind' => $kind,
                'group' => $group,
                'pairs' => [],
                'clicks' => 0,
                'impressions' => 0,
                'position' => 0.0,
                'visits' => 0,
                'orders' => 0,
                'revenue' => 0.0,
                'wording' => 0.0,
                'lift' => 0.0,
                'value' => 0.0,
            ];
            $weighted = 0.0;
            $wording = $lift = 0.0;
            foreach ($queries as [$id, $demand, $position, $effect, $difficulty]) {
                foreach ([1 => 0.4, 2 => 0.6] as $device => $share) {
                    $at = max(1.0, $position * ($device === 2 ? 1.05 : 0.95));
                    $curve = static fn (float $x): float => $first *
                        ($device === 2 ? 0.9 : 1.0) *
                        exp(-$steep * ($x - 1) ** 0.62) +
                        0.003;
                    $daily = $demand * $share * self::seen($at);
                    $seen = $this->poisson(91 * $daily);
                    $clicks = min($seen, $this->poisson($seen * min(0.9, $curve($at) * $ratio * $effect)));
                    $page['clicks'] += $clicks;
                    $page['impressions'] += $seen;
                    $weighted += $seen * $at;
                    // Rare queries are withheld on the days on which they are rare.
                    $told = $daily > 3 ? 1.0 : min(1.0, 0.15 + 0.28 * $daily);
                    $shown = (int) round($seen * $told);
                    if ($shown > 0) {
                        $page['pairs'][] = [
                            'query' => $id,
                            'device' => $device,
                            'clicks' => min($shown, (int) round($clicks * $told)),
                            'impressions' => $shown,
                            'position' => round($at, 2),
                            'difficulty' => $difficulty,
                        ];
                    }
                    $wording += 28 * $daily * $curve($at) * max(0.0, 1 - $ratio);
                    $target = $this->law->target;
                    if ($best[$id][0] === $p && $at > $target) {
                        $lift +=
                            $this->law->probability($difficulty, $at) *
                            max(
                                0.0,
                                28 * $demand * $share * self::seen($target) * $curve($target) -
                                    28 * $daily * $curve($at),
                            ) *
                            $ratio;
                    }
                }
            }
            $page['position'] = $page['impressions'] > 0 ? $weighted / $page['impressions'] : 0.0;
            $page['visits'] = $this->poisson($page['clicks'] * $consent);
            $page['orders'] = min($page['visits'], $this->poisson($page['visits'] * $rate));
            for ($i = 0; $i < $page['orders']; $i++) {
                $page['revenue'] += $price * exp(0.5 * $this->chance->normal() - 0.125);
            }
            $page['value'] = $rate * $consent * $price;
            $page['wording'] = $wording * $page['value'];
            $page['lift'] = $lift * $page['value'];
            $this->pages[] = $page;
        }
    }

    /**
     * What a scorer may know of the market, page by page.
     *
     * @return Generator<Evidence>
     */
    public function evidence(): Generator
    {
        $best = [];
        foreach ($this->pages as $p => $page) {
            foreach ($page['pairs'] as $pair) {
                if (! isset($best[$pair['query']]) || $pair['position'] < $best[$pair['query']][1]) {
                    $best[$pair['query']] = [$p, $pair['position']];
                }
            }
        }
        foreach ($this->pages as $p => $page) {
            $pairs = [];
            $clicks = $impressions = 0;
            $places = 0.0;
            foreach ($page['pairs'] as $pair) {
                $pairs[] = new Pair(
                    $pair['query'],
                    QueryClass::Generic,
                    $pair['device'],
                    $pair['clicks'],
                    $pair['impressions'],
                    $pair['position'],
                    $best[$pair['query']][0] === $p,
                    $pair['difficulty'],
                );
                $clicks += $pair['clicks'];
                $impressions += $pair['impressions'];
                $places += $pair['position'] * $pair['impressions'];
            }
            $withheld = $page['impressions'] - $impressions;
            if ($withheld > 0) {
                $pairs[] = new Pair(
                    0,
                    QueryClass::Generic,
                    0,
                    max(0, min($withheld, $page['clicks'] - $clicks)),
                    $withheld,
                    max(1.0, ($page['position'] * $page['impressions'] - $places) / $withheld),
                    false,
                );
            }
            yield new Evidence(
                $p,
                $page['kind'],
                $page['group'],
                $pairs,
                (float) $page['clicks'],
                (float) $page['orders'],
                $page['revenue'],
            );
        }
    }

    /**
     * How much of the best possible choice of so many pages the first ones by an order hold.
     *
     * @param  array<int, float|int>  $by
     * @param  array<int, float>  $truth
     */
    public static function held(array $by, array $truth, int $count): float
    {
        $sum = static function (array $order) use ($truth, $count): float {
            arsort($order);

            return array_sum(array_intersect_key($truth, array_slice($order, 0, $count, true)));
        };

        return $sum($by) / max(1e-9, $sum($truth));
    }

    /** Results are seen by screens of about four, and hardly beyond the tenth. */
    private static function seen(float $position): float
    {
        return $position < 10.5 ? 1 - 0.04 * floor($position / 4) : 0.55 * exp(-0.09 * ($position - 10));
    }

    private function poisson(float $mean): int
    {
        if ($mean > 40) {
            return max(0, (int) round($mean + sqrt($mean) * $this->chance->normal()));
        }
        $limit = exp(-$mean);
        for ($n = 0, $p = $this->chance->uniform(); $p > $limit; $n++) {
            $p *= $this->chance->uniform();
        }

        return $n;
    }
}
