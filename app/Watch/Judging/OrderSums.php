<?php

declare(strict_types=1);

namespace App\Watch\Judging;

use App\Facts\PageWeeks;
use App\Facts\ToldBy;
use App\Facts\ToldWeeks;
use DateTimeImmutable;
use InvalidArgumentException;
use Orchard\Core\Outcome\Judge;
use Orchard\Core\Outcome\OrderedPage;
use Orchard\Core\Outcome\OrdersJudge;
use Orchard\Core\Outcome\Outcome;
use Orchard\Core\Outcome\WatchedPage;

/** What a change did to orders, by the weeks in which sales are told; clicks by themselves buy nothing. */
final readonly class OrderSums
{
    /** @param  string  $newest  Monday of the newest week */
    public function __construct(private ToldWeeks $told, private string $newest)
    {
    }

    /**
     * @param  list<int>  $markets
     * @param  array<int, list<PageSums>>  $sums  by page: of each span, then afterwards
     * @param  list<WatchedPage>  $alone
     * @param  list<WatchedPage>  $changed
     * @return ?Outcome in orders; null where sales are not told, or are too few
     */
    public function judge(
        Judge $judge,
        JudgedWeeks $weeks,
        array $markets,
        array $sums,
        array $alone,
        array $changed,
    ): ?Outcome {
        $spans = array_keys(array_filter($weeks->spans, fn (array $span): bool => $this->isTold($span, $markets)));
        if ($spans === [] || ! $this->isTold($weeks->after, $markets)) {
            return null;
        }
        $of = static function (WatchedPage $page) use ($judge, $sums, $spans): OrderedPage {
            $all = $sums[$page->id];
            $past = array_intersect_key($all, array_flip($spans));

            return new OrderedPage(
                $page->id,
                $page->stratum,
                $page->cluster,
                array_sum(array_map(static fn (PageSums $one): float => (float) $one->orders, $past)),
                array_sum(array_map(static fn (PageSums $one): float => (float) $one->clicks, $past)),
                $judge->forecast->of($page),
                (float) $all[count($all) - 1]->orders,
            );
        };
        $known = static fn (array $pages): array => array_values(array_filter($pages, $judge->forecast->knows(...)));
        [$alone, $counting] = [$known($alone), $known($changed)];
        try {
            $outcome = OrdersJudge::learn(array_map($of, $alone), array_map($of, $counting))->outcome(
                array_map($of, $counting),
                $judge->unsure($counting),
            );
        } catch (InvalidArgumentException) {
            return null;
        }

        return $outcome->expected >= OrdersJudge::LEAST_EXPECTED ? $outcome : null;
    }

    /**
     * @param  list<string>  $weeks  Mondays
     * @param  list<int>  $markets
     */
    private function isTold(array $weeks, array $markets): bool
    {
        $last = new DateTimeImmutable(PageWeeks::weekOf($this->newest));
        foreach ($weeks as $week) {
            $back = intdiv((int) (new DateTimeImmutable($week))->diff($last)->format('%r%a'), 7);
            foreach ($markets as $market) {
                if ($back < 0 || $this->told->daysIn($market, ToldBy::Sales, $back) < 7) {
                    return false;
                }
            }
        }

        return $weeks !== [];
    }
}
