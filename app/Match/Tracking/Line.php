<?php

declare(strict_types=1);

namespace App\Match\Tracking;

/** A line of positions as SVG: the first place is on top, steps are by ratio, and where nothing was seen it breaks. */
final class Line
{
    /** The lowest position that is told apart. */
    private const LOWEST = 60.0;

    /**
     * @param  list<?float>  $positions  one a step; null where it was not seen
     * @return array{path: string, dots: list<array{float, float}>} a path of all runs, and lone points
     */
    public static function of(array $positions, float $width, float $height): array
    {
        $step = $width / max(1, count($positions) - 1);
        $path = '';
        $dots = [];
        foreach ($positions as $nth => $position) {
            if ($position === null) {
                continue;
            }
            $at = [round($nth * $step, 1), self::y($position, $height)];
            $isFirst = ($positions[$nth - 1] ?? null) === null;
            if ($isFirst && ($positions[$nth + 1] ?? null) === null) {
                $dots[] = $at;
            } else {
                $path .= ($isFirst ? 'M' : 'L')."$at[0] $at[1]";
            }
        }

        return ['path' => $path, 'dots' => $dots];
    }

    public static function y(float $position, float $height): float
    {
        $share = log(max(1.0, min(self::LOWEST, $position))) / log(self::LOWEST);

        return round(2 + ($height - 4) * $share, 1);
    }
}
