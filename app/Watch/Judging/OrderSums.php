<?php

declare(strict_types=1);

namespace App\Watch\Judging;

use App\Facts\ToldBy;
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
    /** @param  array<int, list<PageSums>>  $sums  by page: of each span, then afterwards */
    public function __construct(private MarketWeeks $told, private array $sums)
    {
    }

    /**
     * @param  list<WatchedPage>  $alone
     * @param  list<WatchedPage>  $changed
     * @return ?Outcome in orders; null where sales are not told, or are too few
     */
    public function judge(Judge $judge, JudgedWeeks $weeks, array $alone, array $changed): ?Outcome
    {
        $spans = array_keys(array_filter($weeks->spans, $this->isTold(...)));
        if ($spans === [] || ! $this->isTold($weeks->after)) {
            return null;
        }
        $of = function (WatchedPage $page) use ($judge, $spans): OrderedPage {
            $all = $this->sums[$page->id];
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

    /** @param  list<string>  $weeks  Mondays */
    private function isTold(array $weeks): bool
    {
        foreach ($weeks as $week) {
            if (! $this->told->isTold(new DateTimeImmutable($week), ToldBy::Sales)) {
                return false;
            }
        }

        return $weeks !== [];
    }
}
