<?php

declare(strict_types=1);

namespace App\Tend\Lists;

use App\Tend\Found\FindingType;
use App\Tend\Found\Leave;

/** What findings have in common, with what mends them. */
final readonly class FoundCause
{
    /**
     * @param  int  $pages  open findings
     * @param  int  $mended  of the last 90 days
     */
    public function __construct(
        public int $id,
        public FindingType $kind,
        public int $pages,
        public int $leftPages,
        public int $mended,
        public int $clicks,
        public float $revenue,
        public float $upside,
        public string $words,
        public string $repair,
        public ?Leave $leave,
    ) {
    }
}
