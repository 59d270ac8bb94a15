<?php

declare(strict_types=1);

namespace App\Facts;

use App\Platform\Database\Row;
use App\Platform\Database\Rows;

/**
 * Days on which rows of one grain count, and the coarser grains that count before it on the same days: of each page and
 * day the coarsest grain that names it holds, so that a file which names some pages leaves all others what finer rows
 * tell.
 *
 * A grain of which only the rows of some countries are in tells a part of each page; it counts where no other names
 * the page.
 */
final readonly class GrainDays
{
    /**
     * @param  non-empty-list<string>  $days
     * @param  int  $length  days that each row stands for
     * @param  list<int>  $before  grains that count before this one on these days
     * @param  bool  $isLast  whether no other grain counts behind it
     */
    private function __construct(
        private int $store,
        private FactTable $facts,
        public int $grain,
        public array $days,
        private int $length,
        public array $before,
        public bool $isLast,
    ) {
    }

    /**
     * Parts by grain and days, those that count first before the others.
     *
     * @param  array{string, string}  $days  the first and the last
     * @param  int  $asked  bits that must be told
     * @return list<self>
     */
    public static function of(int $store, FactTable $facts, array $days, int $asked = Grain::PAGE): array
    {
        return self::parts(
            $store,
            $facts,
            self::telling(
                $asked | Grain::DAY,
                Rows::all(
                    "SELECT day, grain, MIN(scope LIKE 'country:%') AS is_part FROM fact_days WHERE store_id = ?
                    AND facts = ? AND day BETWEEN ? AND ? AND days = 1 AND state = 'owns' GROUP BY day, grain
                    ORDER BY day",
                    [$store, $facts->value, ...$days],
                ),
            ),
            1,
        );
    }

    /** @return list<self> the same of a period that rows tell as a whole */
    public static function ofPeriod(int $store, FactTable $facts, NumberWindow $window, int $asked = Grain::PAGE): array
    {
        $length = $window->length();

        return self::parts(
            $store,
            $facts,
            self::telling(
                $asked,
                Rows::all(
                    "SELECT day, grain, MIN(scope LIKE 'country:%') AS is_part FROM fact_days WHERE store_id = ?
                    AND facts = ? AND day = ? AND days = ? AND state = 'owns' GROUP BY day, grain",
                    [$store, $facts->value, $window->firstDay, $length],
                ),
            ),
            $length,
        );
    }

    /**
     * @param  int  $asked  bits that must be told
     * @param  array<array-key, Row>  $rows  day, grain and whether only some countries are in
     * @return array<string, non-empty-array<int, bool>> whether only some countries are in, by day and grain
     */
    private static function telling(int $asked, array $rows): array
    {
        $known = [];
        foreach ($rows as $row) {
            if (($row->int('grain') & $asked) === $asked) {
                $known[$row->text('day')][$row->int('grain')] = $row->isTrue('is_part');
            }
        }

        return $known;
    }

    /**
     * @param  array<string, non-empty-array<int, bool>>  $known  as telling() has it
     * @return list<self>
     */
    private static function parts(int $store, FactTable $facts, array $known, int $length): array
    {
        $parts = [];
        foreach ($known as $day => $grains) {
            $order = Grain::coarsestFirst(array_keys($grains));
            usort($order, static fn (int $a, int $b): int => $grains[$a] <=> $grains[$b]);
            foreach ($order as $nth => $grain) {
                $parts[$nth][$grain.' '.implode(' ', array_slice($order, 0, $nth)).' '.count($order)][] = [
                    $day,
                    $grain,
                    array_slice($order, 0, $nth),
                    $nth === count($order) - 1,
                ];
            }
        }
        ksort($parts);
        $all = [];
        foreach (array_merge(...array_map(array_values(...), array_values($parts))) as $days) {
            $all[] = new self(
                $store,
                $facts,
                $days[0][1],
                array_map(strval(...), array_column($days, 0)),
                $length,
                $days[0][2],
                $days[0][3],
            );
        }

        return $all;
    }

    /**
     * The condition on rows that count, as SQL; it holds nothing from outside.
     *
     * @param  string  $rows  alias of the table of rows
     */
    public function condition(string $rows = 'r'): string
    {
        $own =
            "$rows.store_id = {$this->store} AND $rows.grain = {$this->grain} AND ".
            $this->onDays($rows).
            $this->web($rows);
        // One subquery for each grain: MariaDB takes IN (several grains) for a range over all rows of the store, again
        // for every outer row of an INSERT.
        foreach ($this->before as $nth => $grain) {
            $c = "c$nth";
            $own .= " AND NOT EXISTS (SELECT 1 FROM {$this->facts->rows()} $c WHERE $c.store_id = {$this->store}
                AND $c.grain = $grain AND $c.page_id = $rows.page_id AND $c.day = $rows.day AND $c.days = {$this->length}{$this->web(
                $c,
            )})";
        }

        return $own;
    }

    /** The condition on the days alone, and on the kind of search. */
    public function onDays(string $rows = 'r'): string
    {
        $last = $this->days[count($this->days) - 1];
        $isRun =
            (int) (new \DateTimeImmutable($this->days[0]))->diff(new \DateTimeImmutable($last))->days + 1 ===
            count($this->days);

        return "$rows.day BETWEEN '{$this->days[0]}' AND '$last'".
            ($isRun ? '' : " AND $rows.day IN (".PageWeeks::list($this->days).')').
            " AND $rows.days = {$this->length}";
    }

    /** The part of it that falls on some of its days; null where none does. @param  callable(string): bool  $holds */
    public function on(callable $holds): ?self
    {
        $days = array_values(array_filter($this->days, $holds));

        return $days === []
            ? null
            : new self($this->store, $this->facts, $this->grain, $days, $this->length, $this->before, $this->isLast);
    }

    private function web(string $rows): string
    {
        return $this->facts === FactTable::Search ? " AND $rows.type = 0" : '';
    }
}
