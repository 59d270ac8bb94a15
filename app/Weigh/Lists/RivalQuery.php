<?php

declare(strict_types=1);

namespace App\Weigh\Lists;

/** A query for which two or more pages of one market stand. */
final readonly class RivalQuery
{
    /**
     * @param  int  $class  value of a QueryClass
     * @param  list<RivalPage>  $pages  the most seen first
     */
    public function __construct(
        public int $marketId,
        public int $queryId,
        public string $text,
        public int $class,
        public int $impressions,
        public array $pages = [],
    ) {
    }
}
