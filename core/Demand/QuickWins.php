<?php

declare(strict_types=1);

namespace Orchard\Core\Demand;

/**
 * Queries of a page that stand just off the top: how many, and the clicks in 28 days that lifting them is expected to
 * bring.
 */
final readonly class QuickWins
{
    /** Positions up to which a query is near the top, and within reach of it; from 1.5 on. */
    public const NEAR = 8.5;

    public const FAR = 15.5;

    public function __construct(
        public int $nearQueries = 0,
        public float $nearClicks = 0.0,
        public int $farQueries = 0,
        public float $farClicks = 0.0,
        public int $questions = 0,
        public float $questionClicks = 0.0,
    ) {
    }

    /**
     * @param  Pair  $pair  of which the page is the store's best placed
     * @param  float  $clicks  that lifting it is expected to bring
     * @param  bool  $isNew  whether the query was not seen yet, on another device
     */
    public function with(Pair $pair, float $clicks, bool $isNew): self
    {
        $one = $isNew ? 1 : 0;
        $isNear = $clicks > 0 && $pair->position >= 1.5 && $pair->position <= self::NEAR;
        $isFar = $clicks > 0 && $pair->position > self::NEAR && $pair->position <= self::FAR;
        $isQuestion = $clicks > 0 && $pair->class === QueryClass::Question && $pair->position <= self::FAR;

        return new self(
            $this->nearQueries + ($isNear ? $one : 0),
            $this->nearClicks + ($isNear ? $clicks : 0),
            $this->farQueries + ($isFar ? $one : 0),
            $this->farClicks + ($isFar ? $clicks : 0),
            $this->questions + ($isQuestion ? $one : 0),
            $this->questionClicks + ($isQuestion ? $clicks : 0),
        );
    }
}
