<?php

declare(strict_types=1);

namespace App\Watch\Judging;

use Orchard\Core\Outcome\Outcome;
use Orchard\Core\Outcome\Verdict;

/** What was found of a change, to be written down. */
final readonly class JudgedChange
{
    /**
     * @param  int  $all  pages that were changed
     * @param  array<int, LeftOut>  $leftOut  by page
     * @param  list<GroupResult>  $results  all its pages first
     * @param  list<list<int|float>>  $pages  rows of watch_pages, as ResultGroups::pages() gives them
     * @param  array<string, array{came: float, expected: float, after: bool}>  $picture  by Monday
     * @param  int  $alone  pages left alone
     * @param  ?Outcome  $orders  in orders; null where they cannot be judged
     */
    public function __construct(
        public WhyOpen $why,
        public Fetched $fetched,
        public JudgedWeeks $weeks,
        public int $all,
        public array $leftOut = [],
        public array $results = [],
        public array $pages = [],
        public array $picture = [],
        public int $alone = 0,
        public ?Outcome $orders = null,
    ) {
    }

    /** @param  array<int, LeftOut>  $leftOut */
    public static function open(WhyOpen $why, Fetched $fetched, JudgedWeeks $weeks, int $all, array $leftOut = []): self
    {
        return new self($why, $fetched, $weeks, $all, $leftOut);
    }

    public function verdict(): Verdict
    {
        return $this->why === WhyOpen::Nothing && isset($this->results[0])
            ? $this->results[0]->outcome->verdict()
            : Verdict::Open;
    }
}
