<?php

declare(strict_types=1);

namespace Orchard\Core\Text;

use InvalidArgumentException;

/** The box in which a result list shows a text. */
final readonly class Slot
{
    /**
     * @param  float  $fontSize  in pixels, 6 to 60
     * @param  float  $lineWidth  in pixels, 40 to 4000
     * @param  int  $lines  1 to 20
     *
     * @throws InvalidArgumentException where a measure is out of its range
     */
    public function __construct(public float $fontSize, public float $lineWidth, public int $lines)
    {
        if ($fontSize < 6 || $fontSize > 60 || $lineWidth < 40 || $lineWidth > 4000 || $lines < 1 || $lines > 20) {
            throw new InvalidArgumentException(
                "A slot of $lines lines, $lineWidth px wide, at $fontSize px is not one a text can be shown in: 1 to 20 lines, 40 to 4000 px, 6 to 60 px.",
            );
        }
    }

    public static function desktopTitle(float $lineWidth = 600): self
    {
        return new self(20, $lineWidth, 1);
    }

    public static function phoneTitle(float $lineWidth = 344): self
    {
        return new self(18, $lineWidth, 2);
    }

    public static function desktopDescription(float $lineWidth = 600): self
    {
        return new self(14, $lineWidth, 2);
    }

    public static function phoneDescription(float $lineWidth = 344): self
    {
        return new self(14, $lineWidth, 3);
    }
}
