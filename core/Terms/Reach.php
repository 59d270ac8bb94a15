<?php

declare(strict_types=1);

namespace Orchard\Core\Terms;

/**
 * How likely the store gets a page among the first ten results for a term of some difficulty: learned from the terms
 * for which it is seen, by logistic regression (Newton's method; both coefficients lean on what is assumed, so that a
 * field in which everything ranks does not run away). Until 200 terms tell it, 40 of 100 is assumed to be an even
 * chance.
 */
final readonly class Reach
{
    public const ASSUMED = 40.0;

    public const ASSUMED_SPREAD = 12.0;

    /** Terms with difficulty and position from which on the store's own are believed. */
    public const ENOUGH = 200;

    /**
     * @param  float  $middle  the difficulty, 0 to 100, at which the chance is even
     * @param  float  $spread  points of difficulty by which the odds change e times
     * @param  int  $terms  that told it; 0 where it is assumed
     */
    public function __construct(
        public float $middle = self::ASSUMED,
        public float $spread = self::ASSUMED_SPREAD,
        public int $terms = 0,
    ) {
    }

    /**
     * @param  list<array{float, bool}>  $told  difficulty of a term, and whether a page of the store is among the
     * first ten
     */
    public static function learn(array $told): self
    {
        if (count($told) < self::ENOUGH) {
            return new self();
        }
        // Chance = 1 / (1 + exp(-(a + b (d - 40) / 10))).
        [$a0, $b0] = [0.0, -10 / self::ASSUMED_SPREAD];
        [$a, $b] = [$a0, $b0];
        for ($round = 0; $round < 50; $round++) {
            $ga = -($a - $a0) / 4;
            $gb = -($b - $b0) / 1;
            [$haa, $hab, $hbb] = [1 / 4, 0.0, 1.0];
            foreach ($told as [$difficulty, $isSeen]) {
                $x = ($difficulty - self::ASSUMED) / 10;
                $p = 1 / (1 + exp(-($a + $b * $x)));
                $ga += ($isSeen ? 1 : 0) - $p;
                $gb += (($isSeen ? 1 : 0) - $p) * $x;
                $w = $p * (1 - $p);
                $haa += $w;
                $hab += $w * $x;
                $hbb += $w * $x * $x;
            }
            $det = $haa * $hbb - $hab * $hab;
            $da = ($hbb * $ga - $hab * $gb) / $det;
            $db = ($haa * $gb - $hab * $ga) / $det;
            $a += max(-2.0, min(2.0, $da));
            $b += max(-2.0, min(2.0, $db));
            if (abs($da) + abs($db) < 1e-9) {
                break;
            }
        }
        // Difficulty that makes nothing harder is no measure of reach here; the slope stays on the side it must be.
        $b = min($b, -0.05);

        return new self(self::ASSUMED - (10 * $a) / $b, -10 / $b, count($told));
    }

    /** Whether the store's own terms told it. */
    public function isLearned(): bool
    {
        return $this->terms > 0;
    }

    /** 0 to 1; a term without difficulty is as hard as is assumed. */
    public function chance(?float $difficulty): float
    {
        return 1 / (1 + exp((($difficulty ?? self::ASSUMED) - $this->middle) / $this->spread));
    }
}
