<?php

declare(strict_types=1);

namespace Orchard\Core\LinkGraph;

/**
 * Where pages stand in a drawing of a site as the rings of a tree: home in the middle, a ring for each click of depth,
 * a sector for each group, what no link reaches outside the bark. Rings and sectors are as wide as the root of what
 * they hold, and none is narrower than can be seen. Angles are in radians, clockwise from the right, as SVG has them.
 */
final class TreeRings
{
    public const WIDTH = 620;

    public const HEIGHT = 590;

    /** Number of the ring outside the bark. */
    public const OUTSIDE = 0;

    private const CENTRE = [310.0, 295.0];

    public const HOME = 22.0;

    public const BARK = 236.0;

    private const OUTER = 249.0;

    private const SPACING = 6.5;

    private const NARROWEST = 12.5;

    /** Share of the circle that a sector has at least. */
    private const SLIMMEST = 0.06;

    /** @var array<int, array{float, float}> radii by ring */
    private array $rings = [];

    /** @var array<int, array{float, float}> angles by sector */
    private array $sectors = [];

    /**
     * @param  array<int, int>  $pages  by ring, from 1; rings between that hold none are drawn, too
     * @param  array<int, float>  $sizes  by sector, in the order in which they stand, clockwise from the top
     */
    public function __construct(array $pages, array $sizes)
    {
        $last = $pages === [] ? 1 : max(1, max(array_keys($pages)));
        $weights = [];
        for ($ring = 1; $ring <= $last; $ring++) {
            $weights[$ring] = sqrt($pages[$ring] ?? 0);
        }
        $at = self::HOME + 6;
        $free = self::BARK - $at - self::NARROWEST * $last;
        foreach ($weights as $ring => $weight) {
            $to = $at + self::NARROWEST + ($free * $weight) / max(1.0, array_sum($weights));
            $this->rings[$ring] = [$at, $to];
            $at = $to;
        }
        $roots = array_map(static fn (float $size): float => sqrt(max(1.0, $size)), $sizes);
        $least = self::SLIMMEST * array_sum($roots);
        $roots = array_map(static fn (float $root): float => max($root, $least), $roots);
        $at = -M_PI / 2;
        foreach ($roots as $sector => $root) {
            $to = $at + (2 * M_PI * $root) / array_sum($roots);
            $this->sectors[$sector] = [$at, $to];
            $at = $to;
        }
    }

    /** @return list<int> */
    public function rings(): array
    {
        return array_keys($this->rings);
    }

    /** @return array{float, float} inner and outer radius */
    public function radii(int $ring): array
    {
        return $ring === self::OUTSIDE
            ? [self::OUTER - 5, self::OUTER + 5]
            : $this->rings[min($ring, count($this->rings))];
    }

    /** The line at which a sector begins, as the path of an SVG. */
    public function border(int $sector): string
    {
        [$from] = $this->sectors[$sector];

        return sprintf(
            'M%.1f %.1fL%.1f %.1f',
            ...self::point(self::HOME + 4, $from),
            ...self::point(self::BARK, $from),
        );
    }

    /**
     * Where a sector's name stands, along the bark and upright below as above.
     *
     * @return array{x: float, y: float, turn: float, room: float} turn in degrees, room in pixels
     */
    public function label(int $sector): array
    {
        [$from, $to] = $this->sectors[$sector];
        $middle = ($from + $to) / 2;
        $isBelow = sin($middle) > 0;
        [$x, $y] = self::point(self::OUTER + ($isBelow ? 22 : 12), $middle);

        return [
            'x' => round($x, 1),
            'y' => round($y, 1),
            'turn' => round(rad2deg($middle) + ($isBelow ? -90 : 90), 1),
            'room' => (self::OUTER + 12) * ($to - $from) - 6,
        ];
    }

    /**
     * Places in a field, at most as many as it has room for, each far from the one before it.
     *
     * @return list<array{x: float, y: float, angle: float}>
     */
    public function spots(int $sector, int $ring, int $pages): array
    {
        [$left, $right] = $this->sectors[$sector];
        [$from, $to] = $this->radii($ring);
        $rows = max(1, (int) floor(($to - $from - 4) / self::SPACING));
        $gap = ($to - $from) / $rows;
        $all = [];
        for ($row = 0; $row < $rows; $row++) {
            $radius = $from + $gap * ($row + 0.5);
            $fit = max(1, (int) floor(($radius * ($right - $left) - 5) / self::SPACING));
            $step = ($right - $left) / $fit;
            for ($nth = 0; $nth < $fit; $nth++) {
                // Every second row is set off, as apples in a crate are.
                $angle = $left + $step * ($nth + 0.5 + ($row % 2 === 0 ? 0.18 : -0.18));
                [$x, $y] = self::point($radius, $angle);
                $all[] = ['x' => $x, 'y' => $y, 'angle' => $angle];
            }
        }
        $count = min($pages, count($all));
        $stride = self::stride($count);
        $spots = [];
        for ($nth = 0; $nth < $count; $nth++) {
            $spots[] = $all[(int) floor(((($nth * $stride) % $count) * count($all)) / $count)];
        }

        return $spots;
    }

    /** @return array{float, float} the middle of a field */
    public function middle(int $sector, int $ring): array
    {
        if (! isset($this->sectors[$sector])) {
            return self::CENTRE;
        }
        [$left, $right] = $this->sectors[$sector];
        [$from, $to] = $this->radii($ring);

        return self::point(($from + $to) / 2, ($left + $right) / 2);
    }

    /** The outline of a field, as the path of an SVG. */
    public function outline(int $sector, int $ring): string
    {
        [$left, $right] = $this->sectors[$sector];
        [$from, $to] = $this->radii($ring);
        $wide = $right - $left > M_PI ? 1 : 0;
        // An arc that ends where it begins is none.
        $right = min($right, $left + 2 * M_PI - 0.001);
        [$a, $b] = [self::point($from, $left), self::point($to, $left)];
        [$c, $d] = [self::point($to, $right), self::point($from, $right)];

        return sprintf(
            'M%.1f %.1fL%.1f %.1fA%.1f %.1f 0 %d 1 %.1f %.1fL%.1f %.1fA%.1f %.1f 0 %d 0 %.1f %.1fZ',
            ...[...$a, ...$b, $to, $to, $wide, ...$c, ...$d, $from, $from, $wide, ...$a],
        );
    }

    /** @return array{float, float} */
    public static function centre(): array
    {
        return self::CENTRE;
    }

    /** @return array{float, float} */
    private static function point(float $radius, float $angle): array
    {
        return [self::CENTRE[0] + $radius * cos($angle), self::CENTRE[1] + $radius * sin($angle)];
    }

    /** A step that visits all of so many places, neighbours late. */
    private static function stride(int $count): int
    {
        $stride = max(1, (int) round(0.618 * $count));
        while ($count > 1 && self::divisor($stride, $count) !== 1) {
            $stride++;
        }

        return $stride;
    }

    private static function divisor(int $a, int $b): int
    {
        return $b === 0 ? $a : self::divisor($b, $a % $b);
    }
}
