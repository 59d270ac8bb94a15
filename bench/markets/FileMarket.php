<?php

declare(strict_types=1);

namespace Bench;

use Generator;
use Orchard\Core\Demand\Chance;
use Orchard\Core\Demand\Evidence;
use Orchard\Core\Demand\PageScorer;
use Orchard\Core\Demand\Pair;
use Orchard\Core\Demand\QueryClass;

/**
 * A market that shares neither law nor target with the scorer. Click rates fall by a logistic of the position, a fifth
 * of all results are crowded by boxes above them; products sell by their collection and their maker, whose words stand
 * in most addresses; the home page is found by the store's name.
 *
 * Counted as true of a page: what its texts lack (clicks of the next 28 days, were its ratio one, where it is below),
 * and what work on its queries brings: one at position p that stands best, between 3 and 22, comes with the chance 0.36
 * x 0.5^(difficulty /
 * 45) to a position drawn evenly
 * between 2 and 4; both at the true value of its clicks.
 *
 * Known by files alone, or crawled: then kinds and collections are known as well. Difficulties are known of six
 * queries in ten.
 */
final class FileMarket
{
    private const PRODUCT = 3;

    private const COLLECTION = 2;

    private const ARTICLE = 4;

    private const HOME = 1;

    private const OTHER = 6;

    /**
     * @var list<array{kind: int, group: int, words: list<string>, pairs: list<array{int, int, int, int, float, ?float,
     *     bool}>, clicks: int, impressions: int, positions: float, orders: int, revenue: float, squares: float,
     *     weeks: int, wording: float, lift: float, value: float, truth: float}>
     */
    public array $pages = [];

    private readonly Chance $chance;

    public function __construct(int $seed, int $count)
    {
        $this->chance = new Chance($seed * 31 + $count);
        $uniform = fn (float $from, float $to): float => $from + ($to - $from) * $this->chance->uniform();
        $consent = $uniform(0.55, 0.95);
        $quality = $uniform(0.25, 0.5);
        $first = $uniform(0.22, 0.42);
        $middle = $uniform(1.6, 3.0);
        $conversion = $uniform(0.008, 0.03);
        $collections = max(6, (int) sqrt($count / 3));
        $ofCollection = array_map(
            fn (): array => [exp(0.45 * $this->chance->normal()), 55 * exp(0.5 * $this->chance->normal())],
            range(1, $collections),
        );
        $makers = array_map(
            fn (): array => [exp(0.25 * $this->chance->normal()), exp(0.3 * $this->chance->normal())],
            range(1, max(4, intdiv($collections, 2))),
        );
        $raw = $best = [];
        $query = 0;
        for ($p = 0; $p < $count; $p++) {
            $kind =
                $p === 0
                    ? self::HOME
                    : ($p <= $collections
                        ? self::COLLECTION
                        : ($this->chance->uniform() < 0.85
                            ? self::PRODUCT
                            : self::ARTICLE));
            $c = $kind === self::COLLECTION ? $p - 1 : $this->chance->whole(0, $collections - 1);
            $m = $this->chance->whole(0, count($makers) - 1);
            $words = match ($kind) {
                self::PRODUCT => [
                    'folder goods',
                    ...$this->chance->uniform() < 0.75 ? ["c$c"] : [],
                    ...$this->chance->uniform() < 0.8 ? ["m$m"] : [],
                    'n'.$this->chance->whole(0, $count),
                ],
                self::COLLECTION => ['folder lists', "c$c"],
                self::ARTICLE => [
                    'folder notes',
                    ...$this->chance->uniform() < 0.5 ? ["c$c"] : [],
                    'w'.$this->chance->whole(0, 40),
                ],
                default => [],
            };
            $ratio = exp($quality * $this->chance->normal() - $quality ** 2 / 2);
            $place = exp($uniform(0.3, 2.4));
            $queries = [];
            $many = $kind === self::COLLECTION ? 14 : ($kind === self::HOME ? 30 : 4);
            for ($q = 0, $n = 1 + (int) ($many * -log(1 - $this->chance->uniform())); $q < min(60, $n); $q++) {
                $id = $this->chance->uniform() < 0.15 && $query > 40 ? $this->chance->whole(1, $query) : ++$query;
                $position = max(1.0, min(70.0, $place * exp(0.55 * $this->chance->normal())));
                $queries[] = [
                    $id,
                    min(3000.0, 0.3 * (1 - $this->chance->uniform()) ** (-1 / 1.2)),
                    $position,
                    exp(0.25 * $this->chance->normal() - 0.031),
                    100 * $this->chance->uniform(),
                    $this->chance->uniform() < 0.2 ? 0.6 : 1.0,
                ];
                if (! isset($best[$id]) || $position < $best[$id][1]) {
                    $best[$id] = [$p, $position];
                }
            }
            $raw[] = [$kind, $c, $m, $words, $ratio, $queries];
        }
        $curve = static fn (float $x, int $device): float => (($first *
            ($device === 2 ? 0.88 : 1.0) *
            (1 + $middle ** 1.3)) /
            ($middle ** 1.3 + $x ** 1.3)) *
            ($x > 10 ? 0.7 : 1.0) +
            0.001;
        $seen = static fn (float $x): float => $x <= 10 ? 1.0 - 0.02 * $x : 0.8 * exp(-0.07 * ($x - 10));
        foreach ($raw as $p => [$kind, $c, $m, $words, $ratio, $queries]) {
            $rate =
                $conversion *
                [
                    self::PRODUCT => 1.3 * $ofCollection[$c][0] * $makers[$m][0],
                    self::COLLECTION => 0.9 * $ofCollection[$c][0],
                    self::ARTICLE => 0.15,
                    self::HOME => 2.0,
                ][$kind] *
                exp(0.3 * $this->chance->normal());
            $price =
                $ofCollection[$c][1] *
                ($kind === self::PRODUCT ? $makers[$m][1] : 1.0) *
                exp(0.3 * $this->chance->normal());
            $page = [
                'kind' => $kind,
                'group' => $kind === self::PRODUCT || $kind === self::COLLECTION ? $c + 1 : 0,
                'words' => $words,
                'pairs' => [],
                'clicks' => 0,
                'impressions' => 0,
                'positions' => 0.0,
                'orders' => 0,
                'revenue' => 0.0,
                'squares' => 0.0,
                'weeks' => 0,
                'wording' => 0.0,
                'lift' => 0.0,
                'value' => 0.0,
                'truth' => 0.0,
            ];
            foreach ($queries as [$id, $demand, $position, $effect, $difficulty, $crowd]) {
                foreach ([1 => 0.35, 2 => 0.65] as $device => $share) {
                    $at = max(1.0, $position * ($device === 2 ? 1.1 : 0.93));
                    $daily = $demand * $share * $seen($at);
                    $shown = $this->poisson(91 * $daily);
                    $clicks = min(
                        $shown,
                        $this->poisson($shown * min(0.9, $curve($at, $device) * $ratio * $effect * $crowd)),
                    );
                    $page['clicks'] += $clicks;
                    $page['impressions'] += $shown;
                    $page['positions'] += $shown * $at;
                    $told = $daily > 2.5 ? 1.0 : min(1.0, 0.2 + 0.3 * $daily);
                    $some = (int) round($shown * $told);
                    if ($some > 0) {
                        $page['pairs'][] = [
                            $id,
                            $device,
                            (int) min($some, round($clicks * $told)),
                            $some,
                            round($at, 2),
                            $this->isKnown($id) ? $difficulty : null,
                            $kind === self::HOME && $this->chance->uniform() < 0.8,
                        ];
                    }
                    $page['wording'] += 28 * $daily * $curve($at, $device) * $crowd * max(0.0, 1 - $ratio);
                    if ($best[$id][0] === $p && $position >= 3 && $position <= 22) {
                        $there =
                            array_sum(
                                array_map(
                                    static fn (float $to): float => 28 *
                                        $demand *
                                        $share *
                                        $seen($to) *
                                        $curve($to, $device) *
                                        $crowd,
                                    [2.2, 2.6, 3.0, 3.4, 3.8],
                                ),
                            ) / 5;
                        $page['lift'] +=
                            0.36 *
                            0.5 ** ($difficulty / 45) *
                            max(0.0, $there - 28 * $daily * $curve($at, $device) * $crowd) *
                            $ratio *
                            $effect;
                    }
                }
            }
            $weeks = array_fill(0, 13, [0, 0.0]);
            $page['orders'] = $this->poisson($page['clicks'] * $consent * $rate);
            for ($i = 0; $i < $page['orders']; $i++) {
                $value = $price * exp(0.55 * $this->chance->normal() - 0.151);
                $week = $this->chance->whole(0, 12);
                $weeks[$week] = [$weeks[$week][0] + 1, $weeks[$week][1] + $value];
                $page['revenue'] += $value;
            }
            foreach ($weeks as [$n, $sum]) {
                $page['squares'] += $n > 0 ? $sum ** 2 / $n : 0.0;
                $page['weeks'] += $n > 0 ? 1 : 0;
            }
            $page['value'] = $rate * $consent * $price;
            $page['truth'] = ($page['wording'] + $page['lift']) * $page['value'];
            $page['wording'] *= $page['value'];
            $page['lift'] *= $page['value'];
            $this->pages[] = $page;
        }
    }

    /** @return Generator<Evidence> */
    public function evidence(bool $isCrawled): Generator
    {
        $best = [];
        foreach ($this->pages as $p => $page) {
            foreach ($page['pairs'] as [$id, , , $shown, $at]) {
                if ($shown >= 10 && (! isset($best[$id]) || $at < $best[$id][1])) {
                    $best[$id] = [$p, $at];
                }
            }
        }
        foreach ($this->pages as $p => $page) {
            $pairs = [];
            [$clicks, $impressions, $positions] = [0, 0, 0.0];
            foreach ($page['pairs'] as [$id, $device, $some, $shown, $at, $difficulty, $isBrand]) {
                $pairs[] = new Pair(
                    $id,
                    $isBrand ? QueryClass::OwnBrand : QueryClass::Generic,
                    $device,
                    $some,
                    $shown,
                    $at,
                    ($best[$id][0] ?? $p) === $p,
                    $difficulty,
                );
                [$clicks, $impressions, $positions] = [
                    $clicks + $some,
                    $impressions + $shown,
                    $positions + $shown * $at,
                ];
            }
            $withheld = $page['impressions'] - $impressions;
            if ($withheld > 0) {
                $pairs[] = new Pair(
                    0,
                    QueryClass::Generic,
                    0,
                    max(0, min($withheld, $page['clicks'] - $clicks)),
                    $withheld,
                    max(1.0, ($page['positions'] - $positions) / $withheld),
                    false,
                );
            }
            $words = array_values(
                array_map(static fn (string $word): int => -1 - (crc32($word) & 0x7FFFFFFF), $page['words']),
            );
            yield new Evidence(
                $p,
                $isCrawled || $page['kind'] === self::HOME ? $page['kind'] : self::OTHER,
                $isCrawled ? $page['group'] : 0,
                $pairs,
                (float) $page['clicks'],
                (float) $page['orders'],
                $page['revenue'],
                $words,
                $page['squares'],
                $page['weeks'],
                $page['kind'] === self::HOME,
            );
        }
    }

    /** @return array<string, float> what the order and the ranges hold of the truth */
    public static function judge(self $market, PageScorer $scorer, bool $isCrawled): array
    {
        $by = ['first 50' => [], 'by revenue' => [], 'by impressions' => [], 'by clicks' => []];
        $truth = [];
        [$asked, $held, $drawn, $sum] = [0, 0, [0, 0], 0.0];
        foreach ($market->evidence($isCrawled) as $page) {
            $known = $market->pages[$page->page];
            $upside = $scorer->score($page);
            $truth[$page->page] = $known['truth'];
            foreach (
                [
                    'first 50' => $upside->total(),
                    'by revenue' => $known['revenue'],
                    'by impressions' => $known['impressions'],
                    'by clicks' => $known['clicks'],
                ] as $order => $worth
            ) {
                $by[$order][$page->page] = $worth;
            }
            $sum += $upside->total();
            if ($known['impressions'] >= 100) {
                $asked++;
                $held += $upside->range->holds($known['truth']) ? 1 : 0;
                if ($asked <= 400) {
                    $drawn = [
                        $drawn[0] +
                        ($scorer->score($page, 1.0, new Chance($page->page + 1))->range->holds($known['truth'])
                            ? 1
                            : 0),
                        $drawn[1] + 1,
                    ];
                }
            }
        }
        $result = array_map(static fn (array $order): float => SimulatedMarket::held($order, $truth, 50), $by);

        return $result + [
            'rank correlation' => self::rankCorrelation($by['first 50'], $truth),
            'sum' => $sum / array_sum($truth),
            'in range' => $held / max(1, $asked),
            'in drawn range' => $drawn[0] / max(1, $drawn[1]),
        ];
    }

    /**
     * Spearman's.
     *
     * @param  array<int, float>  $one
     * @param  array<int, float>  $other
     */
    private static function rankCorrelation(array $one, array $other): float
    {
        asort($one);
        asort($other);
        [$a, $b] = [array_flip(array_keys($one)), array_flip(array_keys($other))];
        $n = count($a);

        return 1 -
            (6 * array_sum(array_map(static fn (int $page): int => ($a[$page] - $b[$page]) ** 2, array_keys($a)))) /
                max(1, $n * ($n * $n - 1));
    }

    private function isKnown(int $query): bool
    {
        return $query % 5 < 3;
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
