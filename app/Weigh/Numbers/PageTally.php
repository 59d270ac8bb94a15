<?php

declare(strict_types=1);

namespace App\Weigh\Numbers;

use App\Facts\ToldBy;

/**
 * Adds up what is told of one page, by class of query, device and cell of weeks, and answers what each lens sees of
 * it.
 */
final class PageTally
{
    /**
     * @var array<int, array<int, array<int, array{int, int, int, float, int, float}>>> clicks, impressions, position
     *     sum, squares, orders, revenue by class, device, span
     */
    private array $sums = [];

    /** @param  array{int, int, int, float, int, float}  $sum  as they stand in $sums */
    public function add(int $class, int $device, int $span, array $sum): void
    {
        $known = $this->sums[$class][$device][$span] ?? [0, 0, 0, 0.0, 0, 0.0];
        $this->sums[$class][$device][$span] = [
            $known[0] + $sum[0],
            $known[1] + $sum[1],
            $known[2] + $sum[2],
            $known[3] + $sum[3],
            $known[4] + $sum[4],
            $known[5] + $sum[5],
        ];
    }

    /** @return array<int, array{int, int, int, float, int, float}> sums of the page as a whole, by span */
    public function total(): array
    {
        return $this->sums[Lens::TOTAL][Lens::ALL] ?? [];
    }

    /**
     * What the lenses of a window see; those that see nothing, then or now, are left out.
     *
     * @param  list<array{list<int>, list<int>, list<int>, list<int>, list<int>}>  $cells  by ToldBy, in the order of
     *     SumColumns::ENDS
     * @return list<array{int, int, int, list<int|float>}> device, class, spread of positions in thousandths, and
     *     clicks, impressions, position sum, orders, revenue for each of those
     */
    public function lenses(array $cells): array
    {
        $wanted = array_unique(array_merge(...array_merge(...$cells)));
        $seen = [];
        foreach ($this->sums as $class => $devices) {
            foreach ($devices as $device => $bySpan) {
                $lenses = self::lensesOf($class, $device);
                foreach ($wanted as $span) {
                    if (isset($bySpan[$span])) {
                        foreach ($lenses as [$asDevice, $asClass]) {
                            $known = $seen[$asDevice][$asClass][$span] ?? [0, 0, 0, 0.0, 0, 0.0];
                            $add = $bySpan[$span];
                            $seen[$asDevice][$asClass][$span] = [
                                $known[0] + $add[0],
                                $known[1] + $add[1],
                                $known[2] + $add[2],
                                $known[3] + $add[3],
                                $known[4] + $add[4],
                                $known[5] + $add[5],
                            ];
                        }
                    }
                }
            }
        }
        $rows = [];
        $told = $this->told($cells[0][0]);
        foreach ($seen as $device => $classes) {
            foreach ($classes as $class => $bySpan) {
                $numbers = [];
                $any = 0;
                foreach ($cells[Lens::toldBy($device, $class)->value] as $nth => $part) {
                    $sum = self::together($bySpan, $part);
                    $sold = self::together($bySpan, $cells[ToldBy::Sales->value][$nth]);
                    array_push($numbers, $sum[0], $sum[1], $sum[2], $sold[4], $sold[5]);
                    $any += $sum[1] + $sold[4];
                }
                if ($any > 0) {
                    // Of a page as a whole the spread is that of its queries: its own position is a mean already.
                    $rows[] = [
                        $device,
                        $class,
                        self::spread(
                            $class === Lens::ALL && $device === Lens::ALL
                                ? $told
                                : self::together($bySpan, $cells[0][0]),
                        ),
                        $numbers,
                    ];
                }
            }
        }

        return $rows;
    }

    /**
     * @param  list<int>  $spans
     * @return array{int, int, int, float, int, float} all that queries tell
     */
    private function told(array $spans): array
    {
        $sum = [0, 0, 0, 0.0, 0, 0.0];
        for ($class = 0; $class <= 3; $class++) {
            foreach ($this->sums[$class] ?? [] as $bySpan) {
                $one = self::together($bySpan, $spans);
                $sum = [$sum[0] + $one[0], $sum[1] + $one[1], $sum[2] + $one[2], $sum[3] + $one[3], 0, 0.0];
            }
        }

        return $sum;
    }

    /**
     * @param  array<int, array{int, int, int, float, int, float}>  $bySpan
     * @param  list<int>  $spans
     * @return array{int, int, int, float, int, float}
     */
    private static function together(array $bySpan, array $spans): array
    {
        $sum = [0, 0, 0, 0.0, 0, 0.0];
        foreach ($spans as $span) {
            if (isset($bySpan[$span])) {
                $one = $bySpan[$span];
                $sum = [
                    $sum[0] + $one[0],
                    $sum[1] + $one[1],
                    $sum[2] + $one[2],
                    $sum[3] + $one[3],
                    $sum[4] + $one[4],
                    $sum[5] + $one[5],
                ];
            }
        }

        return $sum;
    }

    /**
     * How far positions lie from their mean, over impressions: the root of the mean of squares less the square of the
     * mean.
     *
     * @param  array{int, int, int, float, int, float}  $sum
     */
    private static function spread(array $sum): int
    {
        return $sum[1] === 0 || $sum[3] <= 0
            ? 0
            : (int) round(1000 * sqrt(max(0.0, $sum[3] / $sum[1] - ($sum[2] / $sum[1] / 1000) ** 2)));
    }

    /** @return list<array{int, int}> lenses, as device and class, that see sums of this class and device */
    private static function lensesOf(int $class, int $device): array
    {
        return match (true) {
            $class === Lens::TOTAL => [[Lens::ALL, Lens::ALL]],
            $class === Lens::TOTAL_BY_DEVICE => $device === 0 ? [] : [[$device, Lens::ALL]],
            default => array_merge(
                ...array_map(
                    static fn (int $as): array => $class === 1
                        ? [[$as, $class]]
                        : [[$as, $class], [$as, Lens::BUT_BRAND]],
                    $device === 0 ? [Lens::ALL] : [Lens::ALL, $device],
                ),
            ),
        };
    }
}
