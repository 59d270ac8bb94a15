<?php

declare(strict_types=1);

namespace App\Watch\Lists;

use App\Platform\Database\Records;
use App\Platform\Database\Rows;
use DateTimeImmutable;
use Illuminate\Support\Facades\DB;

/**
 * The picture of a change: clicks of its pages by week, and what they would have been as pages left alone went, with
 * the band that holds this 9 times in 10 in the weeks by which it is judged.
 */
final readonly class WeeksLines
{
    public const WIDTH = 690;

    public const HEIGHT = 250;

    private const LEFT = 46;

    private const RIGHT = 12;

    private const TOP = 16;

    private const BOTTOM = 26;

    /**
     * @param  list<WeekOfChange>  $weeks
     * @param  float  $reach  half the range of the sum, as a part of it; shared by its weeks alike
     * @param  float  $most  the end of the axis, in clicks
     */
    private function __construct(
        public array $weeks,
        private float $reach,
        public float $least,
        public float $most,
        public float $step,
    ) {
    }

    public static function of(int $change): ?self
    {
        $weeks = Records::of(
            WeekOfChange::class,
            Rows::of(DB::table('watch_weeks')->where('change_id', $change)->orderBy('week')->get()),
        );
        $result = Rows::maybe(DB::table('watch_results')->where('change_id', $change)->where('part', 0)->first());
        if (count($weeks) < 2 || $result === null) {
            return null;
        }
        $reach = ($result->number('high') - $result->number('low')) / 2 / max(1.0, $result->number('expected'));
        $values = [];
        foreach ($weeks as $one) {
            array_push(
                $values,
                $one->came,
                $one->expected,
                ...array_filter([$one->end($reach), $one->end(-$reach)], static fn (?float $end): bool => $end !== null),
            );
        }
        [$low, $high] = [min($values), max(1.0, max($values))];
        $low = $low > 0.5 * $high ? $low - 0.15 * ($high - $low) : 0.0;
        $step = self::step(($high - $low) / 4);

        return new self($weeks, $reach, floor($low / $step) * $step, ceil($high / $step) * $step, $step);
    }

    public function x(int $nth): float
    {
        return round(
            self::LEFT + ($nth * (self::WIDTH - self::LEFT - self::RIGHT)) / max(1, count($this->weeks) - 1),
            1,
        );
    }

    public function y(float $clicks): float
    {
        $part = ($clicks - $this->least) / ($this->most - $this->least);

        return round(self::HEIGHT - self::BOTTOM - $part * (self::HEIGHT - self::TOP - self::BOTTOM), 1);
    }

    /** @return list<float> values at which the axis is ruled */
    public function ticks(): array
    {
        return range($this->least, $this->most, $this->step);
    }

    public function line(string $of): string
    {
        $path = '';
        foreach ($this->weeks as $nth => $one) {
            $clicks = $of === 'came' ? $one->came : $one->expected;
            $path .= ($path === '' ? 'M' : 'L').$this->x($nth).' '.$this->y($clicks);
        }

        return $path;
    }

    /** The band of what would have been, over the weeks that are judged by; empty where there is none. */
    public function band(): string
    {
        $upper = $lower = [];
        foreach ($this->weeks as $nth => $one) {
            [$high, $low] = [$one->end($this->reach), $one->end(-$this->reach)];
            if ($high !== null && $low !== null) {
                $upper[] = $this->x($nth).' '.$this->y($high);
                array_unshift($lower, $this->x($nth).' '.$this->y($low));
            }
        }
        if (count($upper) === 1) {
            // One week is a bar.
            [$x] = explode(' ', $upper[0]);
            [$high, $low] = [explode(' ', $upper[0])[1], explode(' ', $lower[0])[1]];

            return 'M'.((float) $x - 4)." {$high}H".((float) $x + 4)."V{$low}H".((float) $x - 4).'Z';
        }

        return $upper === [] ? '' : 'M'.implode('L', [...$upper, ...$lower]).'Z';
    }

    /** @return array{string, string} first and last day */
    public function span(): array
    {
        $last = new DateTimeImmutable((string) $this->weeks[count($this->weeks) - 1]->week);

        return [(string) $this->weeks[0]->week, $last->modify('+6 days')->format('Y-m-d')];
    }

    /** Where a day stands on the axis; null where it is not on it. */
    public function at(string $day): ?float
    {
        $first = new DateTimeImmutable((string) $this->weeks[0]->week);
        // A week's mark stands for all its days: its middle is there.
        $weeks = ((int) $first->diff(new DateTimeImmutable($day))->format('%r%a') - 3) / 7;

        return $weeks < 0 || $weeks > count($this->weeks) - 1
            ? null
            : round(
                self::LEFT + ($weeks * (self::WIDTH - self::LEFT - self::RIGHT)) / max(1, count($this->weeks) - 1),
                1,
            );
    }

    private static function step(float $rough): float
    {
        $power = 10 ** floor(log10(max(1e-9, $rough)));
        foreach ([1, 2, 5, 10] as $times) {
            if ($times * $power >= $rough) {
                return max(1.0, $times * $power);
            }
        }

        return max(1.0, 10 * $power);
    }
}
