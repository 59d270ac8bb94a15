<?php

declare(strict_types=1);

namespace App\Facts;

use App\Facts\Calendar\Calendar;
use App\Platform\Database\Records;
use App\Stores\Markets;
use App\Stores\Models\Store;
use DateTimeImmutable;
use Orchard\Core\Demand\Span;

/**
 * Which days of the last 104 weeks are told in each market, by which rows; and so which weeks can be set beside each
 * other. Two weeks can where the same of their days are told by rows that hold the same (with what is withheld, or
 * without), and no break in the data lies between.
 *
 * Weeks that are alike in all of this are one cell: sums kept by cell answer for every window and comparison without
 * the rows.
 */
final class ToldWeeks
{
    /** Cells of one span of weeks, at most: those of the window's thirteen weeks are below WINDOW. */
    public const CELLS = 32;

    public const WINDOW = 3 * self::CELLS;

    /** Weeks between the two that are compared. */
    private const APART = [4, 13, 26, 52];

    public const ALL_DAYS = 127;

    /** @var array<string, list<int>> weeks back that were found, by question */
    private array $found = [];

    /** @var ?list<int> cell of each week back */
    private ?array $cells = null;

    /**
     * @param  string  $monday  of the newest week
     * @param  array<int, array<int, array<int, int>>>  $days  told days as bits (Monday 1, Sunday 64) by market, ToldBy
     *     and weeks back; 128 where the rows of pages hold what is withheld
     * @param  list<array{name: string, first: string, last: string}>  $breaks
     * @param  bool  $isPeriod  whether one period is told, and no days
     */
    private function __construct(
        private readonly string $monday,
        private readonly array $days,
        private readonly array $breaks,
        private readonly bool $isPeriod,
    ) {
    }

    public static function of(Store $store, NumberWindow $window): self
    {
        $monday = PageWeeks::weekOf($window->lastDay);
        $first = $window->isPeriod
            ? $window->firstDay
            : (new DateTimeImmutable($monday))->modify('-'. 7 * (Span::WEEKS - 1).' days')->format('Y-m-d');
        $markets = Markets::of($store)->all();
        $length = $window->isPeriod ? $window->length() : 1;
        $rows = Records::select(
            ToldDay::class,
            "SELECT facts, grain, day, scope, SUM(row_count) AS n FROM fact_days WHERE store_id = ? AND days = ?
                AND state = 'owns' AND day BETWEEN ? AND ? GROUP BY facts, grain, day, scope",
            [$store->id, $length, $first, $window->isPeriod ? $window->firstDay : $window->lastDay],
        );
        $days = [];
        foreach ($markets as $market) {
            foreach (ToldBy::cases() as $by) {
                $days[$market->id][$by->value] = $window->isPeriod
                    ? MarketDays::ofPeriod($by, $rows)
                    : MarketDays::byWeek($store, $market, $by, $rows, $monday);
            }
        }
        $breaks = array_filter(
            Calendar::between($store, $first, $window->lastDay),
            static fn (array $one): bool => $one['is_break'],
        );

        return new self(
            $monday,
            $days,
            array_values(
                array_map(
                    static fn (array $one): array => [
                        'name' => $one['name'],
                        'first' => $one['first'],
                        'last' => $one['last'],
                    ],
                    $breaks,
                ),
            ),
            $window->isPeriod,
        );
    }

    public function toJson(): string
    {
        return json_encode(
            ['monday' => $this->monday, 'days' => $this->days, 'breaks' => $this->breaks, 'period' => $this->isPeriod],
            JSON_THROW_ON_ERROR,
        );
    }

    public static function fromJson(string $json): self
    {
        /**
         * @var array{monday: string, days: array<int, array<int, array<int, int>>>, breaks: list<array{name: string,
         *     first: string, last: string}>, period: bool} $data
         */
        $data = json_decode($json, true, 64, JSON_THROW_ON_ERROR);

        return new self($data['monday'], $data['days'], $data['breaks'], $data['period']);
    }

    /** Days of a week so many weeks back that are told. */
    public function daysIn(int $market, ToldBy $by, int $weeksBack): int
    {
        return self::ones($this->bitsOf($market, $by, $weeksBack));
    }

    /** Days of the last so many weeks that are told; 0 where none is. */
    public function count(int $market, ToldBy $by, int $weeks): int
    {
        return array_sum(array_map(fn (int $week): int => $this->daysIn($market, $by, $week), range(0, $weeks - 1)));
    }

    /** Days of the last so many weeks that two sorts of rows tell both. */
    public function countBoth(int $market, ToldBy $one, ToldBy $other, int $weeks): int
    {
        $days = 0;
        for ($week = 0; $week < $weeks; $week++) {
            $days += self::ones($this->bitsOf($market, $one, $week) & $this->bitsOf($market, $other, $week));
        }

        return $days;
    }

    /**
     * How the days of a week that both tell can be had: all of its sums, those of some days, or none.
     *
     * @return true|list<string>|false true where both tell the same days
     */
    public function both(int $market, ToldBy $one, ToldBy $other, int $weeksBack): bool|array
    {
        [$a, $b] = [$this->bitsOf($market, $one, $weeksBack), $this->bitsOf($market, $other, $weeksBack)];

        return $a === $b && $a > 0 ? true : (($a & $b) > 0 ? $this->daysOf($weeksBack, $a & $b) : false);
    }

    /** @return list<string> days between two numbers of weeks back that are not told, of a market */
    public function lacking(int $market, ToldBy $by, int $from, int $to): array
    {
        $days = [];
        for ($week = $to - 1; $week >= $from; $week--) {
            array_push($days, ...$this->daysOf($week, self::ALL_DAYS & ~$this->bitsOf($market, $by, $week)));
        }

        return $days;
    }

    /**
     * Weeks back of the window that can be set beside their like: those before it, or a year earlier.
     *
     * @param  string  $against  before or year
     * @return list<int>
     */
    public function beside(int $market, ToldBy $by, int $weeks, string $against): array
    {
        return $this->found["$market $by->value $weeks $against"] ??= array_values(
            array_filter(
                range(0, $weeks - 1),
                fn (int $week): bool => $this->isLike($market, $by, $week, $week + ($against === 'year' ? 52 : $weeks)),
            ),
        );
    }

    /** Days of the window that are compared. */
    public function besideDays(int $market, ToldBy $by, int $weeks, string $against): int
    {
        return array_sum(
            array_map(
                fn (int $week): int => $this->daysIn($market, $by, $week),
                $this->beside($market, $by, $weeks, $against),
            ),
        );
    }

    /** @return list<string> names of the breaks that lie between what would be compared */
    public function breaksBetween(int $weeks, string $against): array
    {
        $apart = $against === 'year' ? 52 : $weeks;

        return array_values(
            array_unique(
                array_column(
                    array_filter(
                        $this->breaks,
                        fn (array $one): bool => array_filter(
                            range(0, $weeks - 1),
                            fn (int $week): bool => $this->parts($one, $week, $week + $apart),
                        ) !== [],
                    ),
                    'name',
                ),
            ),
        );
    }

    /** Whether a break lies anywhere in these weeks back, so that they do not stand on one ground. */
    public function isBroken(int $from, int $to): bool
    {
        return array_filter($this->breaks, fn (array $one): bool => $this->parts($one, $from, $to - 1)) !== [];
    }

    /** The cell of a week so many weeks back. */
    public function cell(int $weeksBack): int
    {
        return ($this->cells ??= $this->cells())[$weeksBack];
    }

    /**
     * @param  list<int>  $weeks  back
     * @return list<int> their cells
     */
    public function cellsOf(array $weeks): array
    {
        return array_values(array_unique(array_map($this->cell(...), $weeks)));
    }

    /** @return list<int> cells of the last so many weeks */
    public function now(int $weeks): array
    {
        return $this->isPeriod ? [0] : $this->cellsOf(range(0, $weeks - 1));
    }

    /**
     * Cells of the window that are compared, and of what they are compared with.
     *
     * @return array{list<int>, list<int>} none of a period
     */
    public function comparison(int $market, ToldBy $by, int $weeks, string $against): array
    {
        $beside = $this->isPeriod ? [] : $this->beside($market, $by, $weeks, $against);
        $apart = $against === 'year' ? 52 : $weeks;

        return [
            $this->cellsOf($beside),
            $this->cellsOf(array_map(static fn (int $week): int => $week + $apart, $beside)),
        ];
    }

    /** Whether rows of pages hold what is withheld from rows by query, on the told days of a week. */
    public function holdsWithheld(int $market, int $weeksBack): bool
    {
        return (($this->days[$market][ToldBy::Pages->value][$weeksBack] ?? 0) & 128) !== 0;
    }

    private function isLike(int $market, ToldBy $by, int $now, int $then): bool
    {
        $bits = fn (int $week): int => $week < Span::WEEKS ? $this->days[$market][$by->value][$week] ?? 0 : 0;

        return $bits($now) > 0 &&
            $bits($now) === $bits($then) &&
            array_filter($this->breaks, fn (array $one): bool => $this->parts($one, $now, $then)) === [];
    }

    /** @param  array{name: string, first: string, last: string}  $break */
    private function parts(array $break, int $now, int $then): bool
    {
        return $break['first'] <= $this->day($now, 6) && $break['last'] > $this->day($then, 0);
    }

    /** @return list<int> */
    private function cells(): array
    {
        if ($this->isPeriod) {
            return array_fill(0, Span::WEEKS, 0);
        }
        $numbers = $cells = [];
        for ($week = 0; $week < Span::WEEKS; $week++) {
            $marks = [Span::of($week)];
            foreach (array_keys($this->days) as $market) {
                foreach (ToldBy::cases() as $by) {
                    foreach (self::APART as $apart) {
                        $marks[] = $week < $apart && $this->isLike($market, $by, $week, $week + $apart) ? 1 : 0;
                        $marks[] =
                            $week >= $apart && $week < 2 * $apart && $this->isLike($market, $by, $week - $apart, $week)
                                ? 1
                                : 0;
                    }
                }
            }
            $cells[] = $numbers[$marks[0]][implode('', $marks)] ??=
                self::CELLS * $marks[0] + count($numbers[$marks[0]] ?? []);
        }

        return $cells;
    }

    private function bitsOf(int $market, ToldBy $by, int $week): int
    {
        return ($this->days[$market][$by->value][$week] ?? 0) & self::ALL_DAYS;
    }

    private static function ones(int $bits): int
    {
        return substr_count(decbin($bits), '1');
    }

    private function day(int $weeksBack, int $day): string
    {
        return (new DateTimeImmutable($this->monday))
            ->modify((string) ($day - 7 * $weeksBack).' days')
            ->format('Y-m-d');
    }

    /** @return list<string> */
    private function daysOf(int $weeksBack, int $bits): array
    {
        return array_values(
            array_map(
                fn (int $day): string => $this->day($weeksBack, $day),
                array_filter(range(0, 6), static fn (int $day): bool => ($bits & (1 << $day)) !== 0),
            ),
        );
    }
}
