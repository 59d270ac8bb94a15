<?php

declare(strict_types=1);

namespace Orchard\Core\Outcome;

use InvalidArgumentException;
use Random\Engine\Xoshiro256StarStar;
use Random\Randomizer;

/**
 * Parts pages into groups that are alike in kind, clicks and trend, by chance within strata: pages of a kind are put in
 * order of clicks, cut into strata, within each put in order of trend, and cut into blocks of as many pages as there
 * are groups; the pages of each block are dealt out at random (randomised blocks: Box, Hunter and Hunter, Statistics
 * for Experimenters, 2nd edition, chapter 4). What is dealt unevenly all the same is dealt again (Morgan and Rubin,
 * Rerandomization to improve covariate balance, 2012). The same pages, groups and seed give the same parting.
 */
final readonly class TrialGroups
{
    /** Blocks of a stratum: enough for trends to be told apart, few enough for its clicks to be alike. */
    private const BLOCKS = 4;

    public const MOST_GROUPS = 5;

    /** Differences of means, in standard deviations, up to which groups are alike. */
    public const ALIKE = 0.1;

    private const DEALS = 25;

    /**
     * @param  array<int, int>  $groups  number of the group, from 0, by page
     * @param  list<TrialPage>  $pages
     */
    private function __construct(public array $groups, public int $count, private array $pages)
    {
    }

    /**
     * @param  list<TrialPage>  $pages
     * @param  int  $count  2 to MOST_GROUPS groups
     *
     * @throws InvalidArgumentException where there are fewer than two pages for each group
     */
    public static function part(array $pages, int $count, int $seed): self
    {
        if ($count < 2 || $count > self::MOST_GROUPS || count($pages) < 2 * $count) {
            throw new InvalidArgumentException('A trial has 2 to 5 groups with two pages each at least.');
        }
        $dice = new Randomizer(new Xoshiro256StarStar($seed));
        $best = null;
        $least = INF;
        for ($deal = 0; $deal < self::DEALS && $least > self::ALIKE; $deal++) {
            $parted = new self(self::dealt($pages, $count, $dice), $count, $pages);
            $imbalance = $parted->imbalance();
            $worst = max($imbalance['clicks'], $imbalance['trend']);
            if ($best === null || $worst < $least) {
                [$best, $least] = [$parted, $worst];
            }
        }

        return $best;
    }

    /**
     * @param  list<TrialPage>  $pages
     * @param  int<2, 5>  $count
     * @return array<int, int>
     */
    private static function dealt(array $pages, int $count, Randomizer $dice): array
    {
        $ofKind = [];
        foreach ($pages as $page) {
            $ofKind[$page->kind][] = $page;
        }
        ksort($ofKind);
        $groups = [];
        $left = [];
        foreach ($ofKind as $some) {
            usort($some, static fn (TrialPage $a, TrialPage $b): int => [$b->clicks, $a->id] <=> [$a->clicks, $b->id]);
            foreach (array_chunk($some, self::BLOCKS * $count) as $stratum) {
                usort(
                    $stratum,
                    static fn (TrialPage $a, TrialPage $b): int => [$b->trend(), $a->id] <=> [$a->trend(), $b->id],
                );
                foreach (array_chunk($stratum, $count) as $block) {
                    if (count($block) < $count) {
                        array_push($left, ...$block);

                        continue;
                    }
                    self::deal($block, $dice->shuffleArray(range(0, $count - 1)), $groups);
                }
            }
        }
        // What fills no block of its kind is dealt out with what other kinds left.
        foreach (array_chunk($left, $count) as $block) {
            self::deal($block, $dice->shuffleArray(range(0, $count - 1)), $groups);
        }

        return $groups;
    }

    /**
     * How unlike the groups are: the largest difference of means between two groups, in standard deviations of all
     * pages; for kinds the largest difference of a kind's share.
     *
     * @return array{clicks: float, trend: float, kinds: float} 0 is alike; above 0.1 is worth a look
     */
    public function imbalance(): array
    {
        return [
            'clicks' => $this->spread(static fn (TrialPage $page): float => $page->size()),
            'trend' => $this->spread(static fn (TrialPage $page): float => $page->trend()),
            'kinds' => $this->kinds(),
        ];
    }

    /**
     * @param  list<TrialPage>  $block
     * @param  array<int>  $order
     * @param  array<int, int>  $groups
     */
    private static function deal(array $block, array $order, array &$groups): void
    {
        $order = array_values($order);
        foreach ($block as $nth => $page) {
            $groups[$page->id] = $order[$nth];
        }
    }

    /** @param  callable(TrialPage): float  $of */
    private function spread(callable $of): float
    {
        $values = array_map($of, $this->pages);
        $mean = array_sum($values) / count($values);
        $variance =
            array_sum(array_map(static fn (float $one): float => ($one - $mean) ** 2, $values)) / (count($values) - 1);
        $sums = $counts = array_fill(0, $this->count, 0.0);
        foreach ($this->pages as $nth => $page) {
            $sums[$this->groups[$page->id]] += $values[$nth];
            $counts[$this->groups[$page->id]]++;
        }
        $means = array_map(static fn (float $sum, float $n): float => $n > 0 ? $sum / $n : 0.0, $sums, $counts);

        return $variance > 0 ? (max([-INF, ...$means]) - min([INF, ...$means])) / sqrt($variance) : 0.0;
    }

    private function kinds(): float
    {
        $shares = $sizes = [];
        foreach ($this->pages as $page) {
            $group = $this->groups[$page->id];
            $shares[$page->kind][$group] = ($shares[$page->kind][$group] ?? 0) + 1;
            $sizes[$group] = ($sizes[$group] ?? 0) + 1;
        }
        $worst = 0.0;
        foreach ($shares as $counts) {
            $of = [];
            for ($group = 0; $group < $this->count; $group++) {
                $of[] = ($counts[$group] ?? 0) / max(1, $sizes[$group] ?? 0);
            }
            $worst = max($worst, max([0, ...$of]) - min([1, ...$of]));
        }

        return $worst;
    }
}
