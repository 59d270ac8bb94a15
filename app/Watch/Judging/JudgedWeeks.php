<?php

declare(strict_types=1);

namespace App\Watch\Judging;

use App\Facts\PageWeeks;
use App\Facts\ToldBy;
use DateTimeImmutable;

/**
 * The whole weeks by which a change is judged: those before it in three spans (the newest four, the nine before, the
 * thirteen before those), and four, or eight for thin pages, after its pages were fetched again. Weeks of which not
 * every day is told are passed over; the week of the change itself is in neither.
 */
final readonly class JudgedWeeks
{
    /** Weeks of each span before, the newest span first. */
    private const SPANS = [4, 9, 13];

    /** Weeks of a span, at least, for it to tell something. */
    private const LEAST = 2;

    public const USUAL = 4;

    public const THIN = 8;

    /** Sources still add to the last days; so long after its end a week is told. */
    private const SETTLES = 4;

    /**
     * @param  list<non-empty-list<string>>  $spans  Mondays, the newest span first; none where numbers are lacking
     * @param  list<string>  $after  Mondays that are told, up to so many as are needed
     * @param  int  $needed  USUAL or THIN
     * @param  string  $readyOn  the day on which all that are needed can be told
     */
    private function __construct(
        public array $spans,
        public array $after,
        public int $needed,
        public string $readyOn,
    ) {
    }

    /**
     * @param  MarketWeeks  $told  of the markets of its pages
     * @param  string  $firstDay  on which the first page was changed
     * @param  string  $fetchedOn  day by which its pages were fetched again
     */
    public static function of(MarketWeeks $told, string $firstDay, string $fetchedOn, bool $isThin): self
    {
        $last = $told->last();
        $isTold = static fn (DateTimeImmutable $monday): bool => $told->isTold($monday, ToldBy::Pages);
        $week = new DateTimeImmutable(PageWeeks::weekOf($firstDay));
        $oldest = $last->modify('-103 weeks');
        $spans = [];
        foreach (self::SPANS as $size) {
            $span = [];
            for ($step = 0; count($span) < $size && $step < 2 * $size; $step++) {
                $week = $week->modify('-1 week');
                if ($week < $oldest) {
                    break;
                }
                $isTold($week) && ($span[] = $week->format('Y-m-d'));
            }
            if (count($span) < self::LEAST) {
                break;
            }
            $spans[] = $span;
        }
        $needed = $isThin ? self::THIN : self::USUAL;
        $monday = new DateTimeImmutable(PageWeeks::weekOf($fetchedOn));
        $first = $monday->format('Y-m-d') < $fetchedOn ? $monday->modify('+1 week') : $monday;
        $after = [];
        for ($next = $first; count($after) < $needed && $next <= $last; $next = $next->modify('+1 week')) {
            $isTold($next) && ($after[] = $next->format('Y-m-d'));
        }
        // Weeks that are still to come follow each other from the newest on.
        $from = max($first, $last->modify('+1 week'));
        $ready =
            count($after) === $needed
                ? new DateTimeImmutable($after[$needed - 1])
                : $from->modify('+'.($needed - count($after) - 1).' weeks');

        return new self($spans, $after, $needed, $ready->modify('+'.(6 + self::SETTLES).' days')->format('Y-m-d'));
    }

    public function isComplete(): bool
    {
        return count($this->after) === $this->needed;
    }

    /** @return list<string> as many of the newest weeks before as there are afterwards; fewer where fewer are told */
    public function before(): array
    {
        return array_slice(array_merge(...$this->spans), 0, max(1, count($this->after)));
    }

    /** @return list<string> every week that a picture shows, told or not: a quarter before, two months past the end */
    public function drawn(string $newest): array
    {
        $weeks = [];
        $all = array_merge(...$this->spans);
        $end = min(
            $newest,
            (new DateTimeImmutable($this->after[count($this->after) - 1] ?? $newest))
                ->modify('+8 weeks')
                ->format('Y-m-d'),
        );
        for (
            $week = new DateTimeImmutable($all[min(12, count($all) - 1)]);
            $week->format('Y-m-d') <= $end;
            $week = $week->modify('+1 week')
        ) {
            $weeks[] = $week->format('Y-m-d');
        }

        return $weeks;
    }
}
