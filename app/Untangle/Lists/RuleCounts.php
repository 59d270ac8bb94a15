<?php

declare(strict_types=1);

namespace App\Untangle\Lists;

use App\Untangle\Deciding\CauseSort;

/** What a rule of the store is of. */
final readonly class RuleCounts
{
    /**
     * @param  int  $decided  causes that somebody has decided otherwise, or so
     */
    public function __construct(
        public CauseSort $sort,
        public int $causes,
        public int $urls,
        public int $clicks,
        public int $decided,
    ) {
    }
}
