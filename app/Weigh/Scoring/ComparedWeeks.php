<?php

declare(strict_types=1);

namespace App\Weigh\Scoring;

use App\Facts\ToldBy;
use App\Facts\ToldWeeks;

/**
 * Which weeks of one market are compared with which: those that rows by query tell on both sides, or, where these are
 * less than half of what rows by page tell, those of the rows by page.
 */
final readonly class ComparedWeeks
{
    /**
     * @param  string  $against  "before" or "year"
     * @param  list<int>  $now  weeks back
     * @param  list<int>  $then  weeks back that they are compared with
     * @param  bool  $hasParts  whether rows by query tell both sides
     * @param  bool  $isAll  whether these are all weeks that rows by page tell on both sides
     */
    private function __construct(
        private ToldWeeks $told,
        public int $market,
        public int $weeks,
        public string $against,
        public array $now,
        public array $then,
        public bool $hasParts,
        public bool $isAll,
    ) {
    }

    public static function of(ToldWeeks $told, int $market, int $weeks, string $against): self
    {
        $pages = $told->beside($market, ToldBy::Pages, $weeks, $against);
        $both = array_values(array_intersect($pages, $told->beside($market, ToldBy::Queries, $weeks, $against)));
        $hasParts = $both !== [] && 2 * count($both) >= count($pages);
        $now = $hasParts ? $both : $pages;
        $apart = $against === 'year' ? 52 : $weeks;

        return new self(
            $told,
            $market,
            $weeks,
            $against,
            $now,
            array_map(static fn (int $week): int => $week + $apart, $now),
            $hasParts,
            count($now) === count($pages),
        );
    }

    /** @return array{list<int>, list<int>} spans of the sums of pairs: of now, and of then */
    public function cells(): array
    {
        return [$this->told->cellsOf($this->now), $this->told->cellsOf($this->then)];
    }
}
