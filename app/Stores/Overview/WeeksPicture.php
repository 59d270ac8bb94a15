<?php

declare(strict_types=1);

namespace App\Stores\Overview;

use App\Platform\Web\Forms;
use DateTimeImmutable;

/**
 * Geometry of the drawing of weeks: a bar for each week, a stroke over it for a year earlier, a dashed line where
 * something was released. In pixels.
 */
final readonly class WeeksPicture
{
    public const WIDTH = 372;

    public const HEIGHT = 132;

    /** Room for bars, from the top of the scale to the ground. */
    private const BARS = 118;

    private const GAP = 10;

    /** The top of the scale: the next round number, of one or two digits. */
    public int $top;

    /** @param  list<Mark>  $marks */
    public function __construct(private WeeksOfClicks $weeks, private array $marks)
    {
        $most = $weeks->most();
        $step = 10 ** max(0, (int) floor(log10($most)) - 1) * 5;
        $this->top = (int) (ceil($most / $step) * $step);
    }

    /**
     * The bars; year is where the stroke of a year earlier stands.
     *
     * @return list<array{x: float, y: float, width: float, height: float, year: ?float, words: string}>
     */
    public function bars(): array
    {
        $bars = [];
        foreach ($this->weeks->weeks as $nth => $week) {
            $now = $this->heightOf($week->clicks ?? 0);
            $bars[] = [
                'x' => round($nth * $this->step(), 1),
                'y' => round(self::HEIGHT - $now, 1),
                'width' => round($this->step() - self::GAP, 1),
                'height' => round($now, 1),
                'year' => $week->yearEarlier === null ? null : round(self::HEIGHT - $this->heightOf($week->yearEarlier), 1),
                'words' => 'Week of '.
                    Forms::day($week->monday).
                    ': '.
                    ($week->clicks === null ? 'not all days are known' : Forms::number($week->clicks).' clicks').
                    ($week->yearEarlier === null ? '' : ', a year earlier '.Forms::number($week->yearEarlier)),
            ];
        }

        return $bars;
    }

    /** @return list<array{x: float, words: string}> the last three */
    public function marks(): array
    {
        $first = new DateTimeImmutable($this->weeks->weeks[0]->monday);
        $marks = [];
        foreach ($this->marks as $mark) {
            $days = (int) $first->diff(new DateTimeImmutable($mark->day))->format('%r%a');
            if ($days >= 0 && $days < 7 * count($this->weeks->weeks)) {
                $marks[] = [
                    'x' => round(($days / 7) * $this->step(), 1),
                    'words' => $mark->words.', '.Forms::day($mark->day),
                ];
            }
        }

        return array_slice($marks, -3);
    }

    private function step(): float
    {
        return (self::WIDTH + self::GAP) / count($this->weeks->weeks);
    }

    private function heightOf(int $clicks): float
    {
        return ($clicks / $this->top) * self::BARS;
    }
}
