<?php

declare(strict_types=1);

namespace App\Watch\Judging;

use Orchard\Core\Outcome\Outcome;

/** What came of a change in some of its pages. */
final readonly class GroupResult
{
    public const ALL = 0;

    public const SHARING = 1;

    /**
     * @param  int  $part  ALL, SHARING, or the number of a group from 2 on
     * @param  PageSums  $before  of as many weeks as afterwards
     * @param  ?array{float, string}  $worth  revenue of a click and its currency
     */
    public function __construct(
        public GroupedBy $by,
        public int $part,
        public string $name,
        public Outcome $outcome,
        public PageSums $before,
        public PageSums $after,
        public ?array $worth,
    ) {
    }
}
