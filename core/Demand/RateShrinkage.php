<?php

declare(strict_types=1);

namespace Orchard\Core\Demand;

/**
 * Rates of many small counts, each leaned on a common mean by how little data stands behind it.
 *
 * Counts are Poisson with mean rate x exposure, rates follow a gamma law of the given mean; its strength (the exposure
 * at mean 1 that the common mean is worth) is where the marginal likelihood, a negative binomial's, is highest.
 * Strength is searched on a grid of its logarithm and then by golden section; large strength means that all are alike.
 */
final readonly class RateShrinkage
{
    private const LEAST = 0.02;

    private const MOST = 1e5;

    /** @param  float  $strength  counts that the common mean is worth: shape of the prior law */
    public function __construct(public float $mean, public float $strength)
    {
    }

    /**
     * @param  iterable<array{float, float}>  $counts  count and exposure; exposures above 0
     * @param  ?float  $mean  the common mean; the pooled rate where it is not given
     */
    public static function fit(iterable $counts, ?float $mean = null): self
    {
        $rows = [];
        $sum = $exposure = 0.0;
        foreach ($counts as [$count, $of]) {
            if ($of > 0) {
                $rows[] = [$count, $of];
                $sum += $count;
                $exposure += $of;
            }
        }
        $mean ??= $exposure > 0 ? $sum / $exposure : 0.0;
        if ($mean <= 0 || count($rows) < 2) {
            return new self(max($mean, 1e-12), 1.0);
        }
        // Rows that say the same are reckoned once.
        $groups = [];
        foreach ($rows as [$count, $of]) {
            $expected = $mean * $of;
            $expected = $expected > 0 ? 10 ** (round(200 * log10($expected)) / 200) : 0.0;
            $key = "$count $expected";
            $groups[$key] = [$count, $expected, ($groups[$key][2] ?? 0) + 1];
        }
        $likelihood = static function (float $logStrength) use ($groups): float {
            $k = exp($logStrength);
            $total = 0.0;
            $base = GammaLaw::logGamma($k);
            foreach ($groups as [$count, $expected, $n]) {
                $total +=
                    $n *
                    (($count > 0 ? GammaLaw::logGamma($k + $count) - $base : 0.0) +
                        $k * log($k / ($k + $expected)) +
                        ($count > 0 ? $count * log($expected / ($k + $expected)) : 0.0));
            }

            return $total;
        };
        [$low, $high] = [log(self::LEAST), log(self::MOST)];
        $best = $low;
        $most = -INF;
        for ($i = 0; $i <= 24; $i++) {
            $at = $low + (($high - $low) * $i) / 24;
            $here = $likelihood($at);
            if ($here > $most) {
                [$best, $most] = [$at, $here];
            }
        }
        $step = ($high - $low) / 24;
        [$a, $b] = [max($low, $best - $step), min($high, $best + $step)];
        $golden = (sqrt(5) - 1) / 2;
        [$c, $d] = [$b - $golden * ($b - $a), $a + $golden * ($b - $a)];
        [$fc, $fd] = [$likelihood($c), $likelihood($d)];
        for ($i = 0; $i < 30; $i++) {
            if ($fc > $fd) {
                [$b, $d, $fd] = [$d, $c, $fc];
                $c = $b - $golden * ($b - $a);
                $fc = $likelihood($c);
            } else {
                [$a, $c, $fc] = [$c, $d, $fd];
                $d = $a + $golden * ($b - $a);
                $fd = $likelihood($d);
            }
        }

        return new self($mean, exp(($a + $b) / 2));
    }

    /** What is known of one rate once its count is seen, as a law. */
    public function posterior(float $count, float $exposure): GammaLaw
    {
        return new GammaLaw($this->strength + $count, $this->strength / $this->mean + $exposure);
    }
}
