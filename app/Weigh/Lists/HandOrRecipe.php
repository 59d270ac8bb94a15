<?php

declare(strict_types=1);

namespace App\Weigh\Lists;

use App\Platform\Database\Records;
use App\Platform\Database\Rows;
use App\Stores\Models\Store;
use App\Weigh\Numbers\Lens;
use App\Weigh\Worklists\Effort;
use Generator;

/**
 * Where to cut the list: pages worth writing by hand before it, the tail for recipes behind it. A page is worth its
 * while by hand as long as the part of its upside that a recipe would leave lying, over half a year, is above what
 * writing it costs; and as long as the month's hours last.
 */
final readonly class HandOrRecipe
{
    /** Pages that are looked at for the cut. */
    private const LOOKED_AT = 5000;

    /** Periods of 28 days in which a page has to earn what it cost. */
    public const PERIODS = 6.5;

    private const STEPS = [10, 20, 30, 50, 100, 200, 300, 500, 1000, 2000, 5000];

    /**
     * @param  int  $proposed  pages by hand, as the rule has it: the fewer of the next two
     * @param  int  $paying  pages that earn back what they cost by hand
     * @param  int  $fitting  pages for which a month has hours
     * @param  list<array{pages: int, upside: float, part: float, marginal: float, hours: float,
     *     cost: float}>  $steps  sums of the first so many, and what the last of them is worth in 28 days
     * @param  list<float>  $curve  upside of the first 1, 2, 3 … pages, thinned out to 200 points at most
     */
    private function __construct(
        public int $proposed,
        public int $paying,
        public int $fitting,
        public float $total,
        public int $pages,
        public array $steps,
        public array $curve,
        public int $looked,
    ) {
    }

    public static function of(Store $store, Lens $lens, ?int $chosen): self
    {
        $total = WeighedPages::total($store, $lens);
        $effort = Effort::of($store);
        $minutes = [];
        $costs = [];
        $rows = self::best($store, $lens);
        $paying = $fitting = 0;
        $isOpen = true;
        $left = $store->options()->assumed('hand_share');
        $hours = $store->options()->assumed('month_hours');
        $sums = [];
        $sum = $spent = $cost = 0.0;
        foreach ($rows as $nth => $row) {
            $kind = $row->kind;
            $minutes[$kind] ??= $effort->minutes($kind);
            $costs[$kind] ??= $effort->cost($kind);
            $isOpen = $isOpen && $row->upside * $left * self::PERIODS >= $costs[$kind];
            $paying += $isOpen ? 1 : 0;
            $fitting += $spent + $minutes[$kind] <= 60 * $hours && $fitting === $nth ? 1 : 0;
            $sums[] = [($sum += $row->upside), $row->upside, ($spent += $minutes[$kind]), ($cost += $costs[$kind])];
        }
        $proposed = min($paying, $fitting);
        $steps = [];
        foreach (
            array_unique([...self::STEPS, $proposed, ...$chosen === null ? [] : [$chosen], count($rows)]) as $pages
        ) {
            if ($pages > 0 && isset($sums[$pages - 1])) {
                [$upside, $marginal, $spentBy, $costBy] = $sums[$pages - 1];
                $steps[$pages] = [
                    'pages' => $pages,
                    'upside' => $upside,
                    'part' => $total->upside > 0 ? $upside / $total->upside : 0.0,
                    'marginal' => $marginal,
                    'hours' => $spentBy / 60,
                    'cost' => $costBy,
                ];
            }
        }
        ksort($steps);
        $step = max(1, (int) ceil(count($sums) / 200));

        return new self(
            $proposed,
            $paying,
            $fitting,
            $total->upside,
            $total->pages,
            array_values($steps),
            array_values(
                array_map(
                    static fn (array $one): float => $one[0],
                    array_filter($sums, static fn (int $nth): bool => $nth % $step === 0, ARRAY_FILTER_USE_KEY),
                ),
            ),
            count($rows),
        );
    }

    /**
     * Pages before the cut, or behind it, in their order.
     *
     * @return Generator<list<int>>
     */
    public static function pages(Store $store, Lens $lens, int $cut, bool $isTail): Generator
    {
        if (! $isTail) {
            yield array_column(array_slice(self::best($store, $lens), 0, $cut), 'pageId');

            return;
        }
        [$where, $values] = self::where($lens, $store);
        $portion = [];
        foreach (
            Rows::cursor(
                "SELECT s.page_id FROM weigh_scores s WHERE $where AND s.upside > 0 ORDER BY s.upside DESC,
                    s.page_id DESC LIMIT 1000000 OFFSET ".max(0, $cut),
                $values,
            ) as $row
        ) {
            $portion[] = $row->int('page_id');
            if (count($portion) === 5000) {
                yield $portion;
                $portion = [];
            }
        }
        yield $portion;
    }

    /** @return list<BestPage> */
    private static function best(Store $store, Lens $lens): array
    {
        [$where, $values] = self::where($lens, $store);

        return Records::select(
            BestPage::class,
            "SELECT s.page_id, s.kind, s.upside FROM weigh_scores s WHERE $where AND s.upside > 0
                ORDER BY s.upside DESC, s.page_id DESC LIMIT ".self::LOOKED_AT,
            $values,
        );
    }

    /** @return array{string, list<int>} */
    private static function where(Lens $lens, Store $store): array
    {
        [$narrows, $values] = $lens->narrows();

        return ["s.store_id = ?$narrows", [$store->id, ...$values]];
    }
}
