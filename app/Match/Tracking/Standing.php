<?php

declare(strict_types=1);

namespace App\Match\Tracking;

use Orchard\Core\Terms\PositionBand;

/** Where a tracked term stands, over the last 28 days that are told, and in the 28 days before. */
final readonly class Standing
{
    /**
     * @param  int  $positionMilli  1000 x average position; 0 where it was not seen
     * @param  int  $beforeMilli  in the 28 days before
     * @param  string  $bands  numbers of PositionBand by weeks back from bandsTo, 0 where it was not seen
     * @param  ?string  $bandsTo  Monday of the newest week
     */
    public function __construct(
        public int $id,
        public float $worth,
        public int $clicks,
        public int $impressions,
        public int $positionMilli,
        public int $beforeMilli,
        public string $bands,
        public ?string $bandsTo,
    ) {
    }

    /** Number of its PositionBand, or TrackedFilter::UNSEEN. */
    public function band(): string
    {
        return $this->positionMilli === 0
            ? TrackedFilter::UNSEEN
            : (string) PositionBand::of($this->positionMilli / 1000)->value;
    }
}
