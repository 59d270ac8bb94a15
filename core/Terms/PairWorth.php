<?php

declare(strict_types=1);

namespace Orchard\Core\Terms;

use Orchard\Core\Demand\ClickCurve;

/**
 * What it is worth, in money a month, that one page goes for one term: searches x the click rate of where the page can
 * get x the value of a click on it, weighed by how well page and term fit.
 *
 * Where a page can get: with the store's chance of the first ten (Reach) near the top, otherwise where it stands. A
 * page
 * that is seen for the term has shown that the search engine holds it for relevant, so that its words tell less.
 */
final readonly class PairWorth
{
    /** Where a page ends that gets in among the first. */
    private const TARGET = 3.0;

    /** How much of what words leave open the search engine's opinion fills. */
    private const ENGINE = 0.6;

    /** The same of what speaks against its kind or its products. */
    private const KIND = 0.35;

    /** Where a page that is not seen may be supposed to stand. */
    private const UNSEEN = 40.0;

    /**
     * @param  float  $money  a month
     * @param  list<array{string, float}>  $factors  by name; their product is the money
     */
    private function __construct(public float $money, public array $factors)
    {
    }

    public static function of(PairFacts $pair, Reach $reach): self
    {
        $chance = $reach->chance($pair->difficulty);
        // Where another page of the store stands, one that says as much of the term gets soon, if a little lower.
        $now =
            $pair->position ??
            ($pair->others === null
                ? self::UNSEEN
                : min(self::UNSEEN, $pair->others + 3 + 30 * (1 - $pair->relevance)));
        if ($pair->position !== null || $pair->others !== null) {
            // Who stands on place 8 has shown that it can be reached.
            $shown = 1 / (1 + ($now / 12) ** 2);
            $chance += (1 - $chance) * ($pair->position === null ? 0.25 : 0.6) * $shown;
        }
        $top = ClickCurve::assumed(min(self::TARGET, $now));
        $rate = $chance * $top + (1 - $chance) * ClickCurve::assumed($now);
        // What the search engine shows counts beside what the page says: both are opinions on the same relevance.
        $engine = $pair->position === null ? 0.0 : sqrt($pair->share) / (1 + ($pair->position / 10) ** 2);
        $match = $pair->relevance + (1 - $pair->relevance) * self::ENGINE * $engine;

        // A page that stands high for a term answers it, whatever its kind is called and whatever its facts leave out.
        $asked = $pair->asked + (1 - $pair->asked) * self::KIND * $engine;
        $fit = $pair->fit + (1 - $pair->fit) * self::KIND * $engine;

        return new self($pair->searches * $rate * $match * $asked * $fit * $pair->clickValue, [
            ['searches', $pair->searches],
            ['click rate within reach', $rate],
            ['relevance', $match],
            ['kind of page', $asked],
            ['products that fit', $fit],
            ['value of a click', $pair->clickValue],
        ]);
    }
}
