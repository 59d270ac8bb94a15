<?php

declare(strict_types=1);

namespace Orchard\Core\Outcome;

/**
 * What part of a promise comes true, learned from changes that were judged: their shares are weighted by how sure each
 * is, with the spread between changes allowed for (DerSimonian and Laird, Meta-analysis in clinical trials, 1986), and
 * leaned on what was assumed (normal prior and normal likelihood: Gelman and others, Bayesian Data Analysis, section
 * 2.5).
 */
final readonly class KeptShare
{
    /** Spread of what was assumed: as sure as one change that tells the share to a third. */
    private const PRIOR = 0.35;

    /** Of the normal law, 9 times in 10. */
    private const REACH = 1.645;

    /** @param  float  $share  may lie below 0 or above 1 */
    private function __construct(public float $share, private float $error, public int $changes)
    {
    }

    /**
     * @param  list<array{promised: float, gain: float, error: float}>  $changes  clicks: promised, if all of the gap
     *         were closed, above 0; what came beyond what was expected; its standard error, above 0
     * @param  float  $assumed  part of the gap that was assumed to be closed, 0 to 1
     */
    public static function of(array $changes, float $assumed): self
    {
        $shares = $weights = [];
        foreach ($changes as $one) {
            if ($one['promised'] > 0 && $one['error'] > 0) {
                $shares[] = $one['gain'] / $one['promised'];
                $weights[] = ($one['promised'] / $one['error']) ** 2;
            }
        }
        $between = self::between($shares, $weights);
        $weight = 1 / self::PRIOR ** 2;
        $sum = $weight * $assumed;
        foreach ($shares as $i => $share) {
            $of = 1 / (1 / $weights[$i] + $between);
            $weight += $of;
            $sum += $of * $share;
        }

        return new self($sum / $weight, 1 / sqrt($weight), count($shares));
    }

    public function low(): float
    {
        return $this->share - self::REACH * $this->error;
    }

    public function high(): float
    {
        return $this->share + self::REACH * $this->error;
    }

    /**
     * The variance between changes, by moments; 0 where they differ no more than chance explains.
     *
     * @param  list<float>  $shares
     * @param  list<float>  $weights
     */
    private static function between(array $shares, array $weights): float
    {
        $sum = array_sum($weights);
        if (count($shares) < 2 || $sum <= 0) {
            return 0.0;
        }
        $mean = array_sum(array_map(static fn (float $a, float $b): float => $a * $b, $weights, $shares)) / $sum;
        $q = $squares = 0.0;
        foreach ($shares as $i => $share) {
            $q += $weights[$i] * ($share - $mean) ** 2;
            $squares += $weights[$i] ** 2;
        }

        return max(0.0, ($q - (count($shares) - 1)) / ($sum - $squares / $sum));
    }
}
