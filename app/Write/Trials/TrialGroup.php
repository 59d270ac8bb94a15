<?php

declare(strict_types=1);

namespace App\Write\Trials;

/** Pages of a trial that get one wording, with their clicks of four weeks before it, and of the four before these. */
final readonly class TrialGroup
{
    public function __construct(
        public int $number,
        public string $name,
        public int $pages,
        public int $clicks,
        public int $clicksBefore,
    ) {
    }
}
