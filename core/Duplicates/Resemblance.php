<?php

declare(strict_types=1);

namespace Orchard\Core\Duplicates;

use Orchard\Core\Reasons\Reason;

/** How two pages stand to each other, and why. */
final readonly class Resemblance
{
    /**
     * @param  float  $likeness  Jaccard similarity of the texts, 0 to 1; 1 where they act as one
     * @param  float  $sureness  0 to 1
     * @param  list<Reason>  $reasons  of PairReason
     */
    public function __construct(
        public Kinship $kinship,
        public float $likeness,
        public float $sureness,
        public array $reasons,
        public ?Difference $difference = null,
    ) {
    }

    /** Why, for people. */
    public function reason(): string
    {
        return Reason::say($this->reasons);
    }
}
