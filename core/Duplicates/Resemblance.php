<?php

declare(strict_types=1);

namespace Orchard\Core\Duplicates;

/** How two pages stand to each other, and why. */
final readonly class Resemblance
{
    /**
     * @param  float  $likeness  Jaccard similarity of the texts, 0 to 1; 1 where they act as one
     * @param  float  $sureness  0 to 1
     * @param  string  $reason  in words
     */
    public function __construct(
        public Kinship $kinship,
        public float $likeness,
        public float $sureness,
        public string $reason,
        public ?Difference $difference = null,
    ) {
    }
}
