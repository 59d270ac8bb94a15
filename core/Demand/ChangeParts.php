<?php

declare(strict_types=1);

namespace Orchard\Core\Demand;

/**
 * A change in clicks between two periods taken apart exactly. Clicks of a query are searches x what its position makes
 * of them (seen, and clicked as the store's curve has it) x its own click rate against that curve; each factor's part
 * is the average over the six orders in which they may change (Shapley 1953). Queries that came or went, and what no
 * query row explains, are parts of their own; all parts add up to the change.
 */
final readonly class ChangeParts
{
    public function __construct(
        public float $demand = 0.0,
        public float $position = 0.0,
        public float $rate = 0.0,
        public float $came = 0.0,
        public float $went = 0.0,
        public float $withheld = 0.0,
    ) {
    }

    /**
     * Of one query, or a page without queries.
     *
     * @param  ?array{clicks: float, impressions: float, position: float}  $before  null where it was not seen
     * @param  ?array{clicks: float, impressions: float, position: float}  $now
     */
    public static function ofQuery(?array $before, ?array $now, ClickCurve $curve): self
    {
        $before = $before !== null && $before['impressions'] > 0 ? $before : null;
        $now = $now !== null && $now['impressions'] > 0 ? $now : null;
        if ($before === null || $now === null) {
            return new self(came: $now['clicks'] ?? 0.0, went: -($before['clicks'] ?? 0.0));
        }
        [$a, $b] = [self::factors($before, $curve), self::factors($now, $curve)];
        $parts = [0.0, 0.0, 0.0];
        for ($i = 0; $i < 3; $i++) {
            [$j, $k] = [($i + 1) % 3, ($i + 2) % 3];
            // The average over all orders of a product of three: a third each for first and last, a sixth for each
            // middle.
            $parts[$i] =
                ($b[$i] - $a[$i]) *
                (($a[$j] * $a[$k]) / 3 + ($b[$j] * $b[$k]) / 3 + ($b[$j] * $a[$k] + $a[$j] * $b[$k]) / 6);
        }

        return new self($parts[0], $parts[1], $parts[2]);
    }

    public function plus(self $other): self
    {
        return new self(
            $this->demand + $other->demand,
            $this->position + $other->position,
            $this->rate + $other->rate,
            $this->came + $other->came,
            $this->went + $other->went,
            $this->withheld + $other->withheld,
        );
    }

    public function total(): float
    {
        return $this->demand + $this->position + $this->rate + $this->came + $this->went + $this->withheld;
    }

    /**
     * @param  array{clicks: float, impressions: float, position: float}  $one
     * @return array{float, float, float} searches, what the position makes of them, click rate against the curve; their
     *     product is the clicks
     */
    private static function factors(array $one, ClickCurve $curve): array
    {
        $seen = Visibility::seen($one['position']);
        $rate = max(1e-9, $curve->rate($one['position']));

        return [$one['impressions'] / $seen, $seen * $rate, $one['clicks'] / $one['impressions'] / $rate];
    }
}
