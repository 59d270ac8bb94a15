<?php

declare(strict_types=1);

namespace App\Weigh\Numbers;

use App\Facts\NumberWindow;
use App\Facts\ToldBy;
use App\Facts\ToldWeeks;
use Orchard\Core\Demand\Span;

/**
 * Which cells of weeks make up what is shown of a window: all of its own weeks; those before it (or a year earlier)
 * that can be compared, and its own weeks beside them. Where all days are told, its weeks beside them are all of its
 * weeks.
 */
final class SumColumns
{
    /** Ends of the columns' names. */
    public const ENDS = ['', '_before', '_beside_before', '_year', '_beside_year'];

    /** @return list<int> windows that are kept: of a period there is one */
    public static function windows(NumberWindow $window): array
    {
        return $window->isPeriod ? [13] : Span::WINDOWS;
    }

    /** @return array{list<int>, list<int>, list<int>, list<int>, list<int>} cells by the order of ENDS */
    public static function cells(ToldWeeks $told, int $market, ToldBy $by, int $weeks): array
    {
        [$nowBefore, $before] = $told->comparison($market, $by, $weeks, 'before');
        [$nowYear, $year] = $told->comparison($market, $by, $weeks, 'year');

        return [$told->now($weeks), $before, $nowBefore, $year, $nowYear];
    }

    /** @return list<array{list<int>, list<int>, list<int>, list<int>, list<int>}> the same by ToldBy */
    public static function all(ToldWeeks $told, int $market, int $weeks): array
    {
        return array_map(static fn (ToldBy $by): array => self::cells($told, $market, $by, $weeks), ToldBy::cases());
    }
}
