<?php

declare(strict_types=1);

namespace App\Weigh\Lists;

use App\Weigh\Numbers\ComparedSums;
use Orchard\Core\Demand\QueryClass;

/** A query with its sums in one market. */
final readonly class QueryRow
{
    /**
     * @param  int  $pages  that are shown for it
     * @param  int  $spreadMilli  1000 x how far its positions lie around their average
     * @param  ?int  $volume  searches a month
     * @param  ?float  $difficulty  0 to 100
     */
    public function __construct(
        public int $queryId,
        public string $text,
        public QueryClass $class,
        public int $pages,
        public int $spreadMilli,
        public ?int $volume,
        public ?float $difficulty,
        public ComparedSums $sums,
    ) {
    }
}
