<?php

declare(strict_types=1);

namespace Orchard\Core\Demand;

/** The laws that a page's upside follows, from which its ranges are drawn. */
final readonly class UpsideLaws
{
    /**
     * Relative doubt about the second sum: about all probabilities of a lift together, and about how often deep
     * positions are seen and clicked, which the curve tells only from afar.
     */
    private const DOUBT = 0.6;

    /**
     * @param  GammaLaw  $ratio  of the page's clicks to what others would earn
     * @param  float  $wording  clicks of four weeks at a ratio of 1, as far as wording closes the gap
     * @param  float  $places  clicks of four weeks that better places bring, in the middle
     * @param  ?ClickWorth  $worth  null where clicks themselves are counted
     * @param  float  $part  part of the upside that counts: 0 for a page that cannot sell or is not listed
     */
    public function __construct(
        private GammaLaw $ratio,
        private float $wording,
        private float $places,
        private ?ClickWorth $worth,
        private float $part,
    ) {
    }

    /**
     * @param  list<array{float, float, float, float}>  $points  normal draws for the ratio, the second sum, the orders
     *     and their value
     * @return array{Range, Range, Range, Range} of both sums together, of each, and of the value of a click
     */
    public function ranges(array $points): array
    {
        // A gamma law, for a lift is never below nothing.
        $doubt = new GammaLaw(1 / self::DOUBT ** 2, 1 / self::DOUBT ** 2);
        $draws = [[], [], [], []];
        foreach ($points as [$a, $b, $c, $d]) {
            $words = $this->wording * max(0.0, 1 - $this->ratio->at($a));
            $places = $this->places * $doubt->at($b);
            $worth = $this->worth?->at($c, $d) ?? 1.0;
            $draws[0][] = ($words + $places) * $worth * $this->part;
            $draws[1][] = $words * $worth * $this->part;
            $draws[2][] = $places * $worth * $this->part;
            $draws[3][] = $worth;
        }

        return array_map(Range::ofDraws(...), $draws);
    }
}
