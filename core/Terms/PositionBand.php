<?php

declare(strict_types=1);

namespace Orchard\Core\Terms;

/**
 * Bands of average positions, as a searcher meets them: above the fold, the first ten results, the next ten, further.
 */
enum PositionBand: int
{
    case Top = 1;
    case FirstTen = 2;
    case SecondTen = 3;
    case ToFifty = 4;
    case Beyond = 5;

    /** @param  float  $position  1 and above; an average is rounded to the place that it is nearest to */
    public static function of(float $position): self
    {
        foreach (self::cases() as $band) {
            if ($band->end() === null || 1000 * $position < $band->end()) {
                return $band;
            }
        }

        return self::Beyond;
    }

    /** The first average position behind the band, in thousandths; null for the last. */
    public function end(): ?int
    {
        return match ($this) {
            self::Top => 3_500,
            self::FirstTen => 10_500,
            self::SecondTen => 20_500,
            self::ToFifty => 50_500,
            self::Beyond => null,
        };
    }

    public function label(): string
    {
        return match ($this) {
            self::Top => '1 to 3',
            self::FirstTen => '4 to 10',
            self::SecondTen => '11 to 20',
            self::ToFifty => '21 to 50',
            self::Beyond => 'beyond 50',
        };
    }
}
