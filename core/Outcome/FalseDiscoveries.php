<?php

declare(strict_types=1);

namespace Orchard\Core\Outcome;

/**
 * How many of many verdicts are luck: of changes without effect, so many as TELLING are told to have one all the same
 * (Storey, A direct approach to false discovery rates, 2002, with the bound at one half).
 */
final readonly class FalseDiscoveries
{
    private const BOUND = 0.5;

    /**
     * @param  list<float>  $chances  of each change, that it was nothing; 0 to 1
     * @param  float  $telling  up to which a change is told to have an effect
     * @return float how many of those that are told are luck; between 0 and their number
     */
    public static function among(array $chances, float $telling = Outcome::TELLING): float
    {
        $told = count(array_filter($chances, static fn (float $chance): bool => $chance <= $telling));
        $high = count(array_filter($chances, static fn (float $chance): bool => $chance > self::BOUND));
        // One is added, so that a handful of changes without a high chance does not promise that none is luck.
        $without = min((float) count($chances), ($high + 1) / (1 - self::BOUND));

        return min((float) $told, $without * $telling);
    }
}
