<?php

declare(strict_types=1);

namespace App\Weigh\Numbers;

use App\Facts\Calendar\Calendar;
use App\Facts\NumberWindow;
use App\Facts\ToldBy;
use App\Facts\ToldWeeks;
use App\Inventory\PageMark;
use App\Platform\Database\Rows;
use App\Platform\Web\Forms;
use App\Stores\Markets;
use App\Stores\Models\Market;
use App\Stores\Models\Store;
use DateTimeImmutable;

/**
 * What has to be known of the numbers of a lens before they are believed: days that nobody told, what is compared,
 * breaks in the data.
 */
final class Remarks
{
    /** Runs of days that are named. */
    private const RUNS = 3;

    /** @return list<string> sentences; none where all days are told and compared */
    public static function of(Store $store, NumberWindow $window, Lens $lens): array
    {
        if ($window->isPeriod) {
            return [
                ...self::soldApart($store, $window),
                ...self::noMarket($store, $lens),
                ...self::contradictions($store, $lens),
            ];
        }
        $told = Told::of($store, $window);
        $markets = array_values(
            array_filter(
                Markets::of($store)->all(),
                static fn (Market $one): bool => $lens->market === null || $one->id === $lens->market,
            ),
        );
        $byMarket = [];
        foreach ($markets as $market) {
            $byMarket[$market->name] = self::ofMarket($told, $market->id, $lens);
        }
        // What holds for all markets is said once.
        $common =
            $byMarket === []
                ? []
                : array_values(array_intersect(...array_values($byMarket), ...[array_values($byMarket)[0]]));
        $sentences = $common;
        foreach ($byMarket as $name => $own) {
            array_push(
                $sentences,
                ...array_map(static fn (string $one): string => "$name: $one", array_values(array_diff($own, $common))),
            );
        }

        return [
            ...self::breaks($store, $window, $lens),
            ...$sentences,
            ...self::noMarket($store, $lens),
            ...self::contradictions($store, $lens),
        ];
    }

    /** @return list<string> whether sales are told of other days than the period of the search rows */
    private static function soldApart(Store $store, NumberWindow $window): array
    {
        $of = 'SELECT 1 AS n FROM fact_days WHERE store_id = ? AND facts = ? AND state = \'owns\'';
        $isApart =
            Rows::one("$of AND NOT (day = ? AND days = ?) LIMIT 1", [
                $store->id,
                ToldBy::Sales->facts()->value,
                $window->firstDay,
                $window->length(),
            ]) !== null &&
            Rows::one("$of AND day = ? AND days = ? LIMIT 1", [
                $store->id,
                ToldBy::Sales->facts()->value,
                $window->firstDay,
                $window->length(),
            ]) === null;

        return $isApart
            ? ['The sales data covers another period and has no days, so the value of a click is not known.']
            : [];
    }

    /** @return list<string> whether rows by query tell more than their page */
    private static function contradictions(Store $store, Lens $lens): array
    {
        [$where, $values] = $lens->narrows('');
        $pages = Rows::figure(
            "SELECT COALESCE(SUM(contradicting), 0) AS n FROM weigh_totals WHERE store_id = ?$where",
            [$store->id, ...$values],
        );

        return $pages === 0
            ? []
            : [
                'On '.
                number_format($pages).
                ($pages === 1 ? ' page' : ' pages').
                ' the query rows sum to more than the page’s own figures: the imported files contradict each other.',
            ];
    }

    /** @return list<string> whether pages are counted that belong to no market */
    private static function noMarket(Store $store, Lens $lens): array
    {
        $markets = Markets::of($store);
        $first = $markets->first();
        if (
            count($markets->all()) < 2 ||
            ($lens->market !== null && $lens->market !== $first->id) ||
            array_filter(
                $markets->all(),
                static fn (Market $one): bool => $one->host === '' && $one->path_prefix === '',
            ) !== []
        ) {
            return [];
        }
        $pages = Rows::figure(
            'SELECT COUNT(*) AS n FROM page_index WHERE store_id = ? AND market_id = ? AND marks & ? <> 0',
            [$store->id, $first->id, PageMark::NoMarket->value],
        );

        return $pages === 0
            ? []
            : [
                number_format($pages).
                ($pages === 1 ? ' page fits' : ' pages fit').
                ' no market’s host and path and '.
                ($pages === 1 ? 'is' : 'are').
                " counted with $first->name.",
            ];
    }

    /** @return list<string> */
    private static function ofMarket(ToldWeeks $told, int $market, Lens $lens): array
    {
        $by = Lens::toldBy($lens->device, $lens->class);
        $all = 7 * $lens->weeks;
        $days = $told->count($market, $by, $lens->weeks);
        $sentences = [];
        if ($days < $all) {
            $sentences[] =
                $days === 0
                    ? "No {$by->label()} are told of these weeks."
                    : ucfirst($by->label()).
                        " are told on $days of $all days; nothing is known of ".
                        self::runs($told->lacking($market, $by, 0, $lens->weeks)).
                        '.';
        }
        $sold = $told->count($market, ToldBy::Sales, $lens->weeks);
        if ($by === ToldBy::Pages && $sold > 0 && $sold !== $days) {
            $sentences[] =
                "Sales are told on $sold of $all days; nothing is known of ".
                self::runs($told->lacking($market, ToldBy::Sales, 0, $lens->weeks)).
                '.';
        }
        $compared = $told->besideDays($market, $by, $lens->weeks, $lens->against);
        if ($compared < $all && $days > 0) {
            $earlier = $lens->against === 'year' ? 'the same weeks a year earlier' : 'the weeks before';
            $from = $lens->against === 'year' ? 52 : $lens->weeks;
            $lacking = $told->lacking($market, $by, $from, min(104, $from + $lens->weeks));
            $breaks = $told->breaksBetween($lens->weeks, $lens->against);
            $why =
                $breaks !== []
                    ? ' across '.
                        implode(', ', array_map(static fn (string $name): string => "“{$name}”", $breaks)).
                        ' nothing is compared'
                    : ($lacking === []
                        ? ' their rows tell other things than those of '.$earlier
                        : " of $earlier nothing is known of ".self::runs($lacking));
            $sentences[] = $compared === 0 ? "± is not told:$why." : "± compares $compared of $all days:$why.";
        }

        return $sentences;
    }

    /** @return list<string> breaks that lie in what is compared */
    private static function breaks(Store $store, NumberWindow $window, Lens $lens): array
    {
        $back = static fn (int $weeks): string => (new DateTimeImmutable($window->lastDay))
            ->modify('-'.(7 * $weeks - 1).' days')
            ->format('Y-m-d');
        // All days from the first of what is compared to the last of the window: numbers on both sides of a break do
        // not stand on one ground.
        $from = $lens->against === 'year' ? $back(52 + $lens->weeks) : $back(2 * $lens->weeks);
        $breaks = array_filter(
            Calendar::between($store, $from, $window->lastDay),
            static fn (array $one): bool => $one['is_break'],
        );
        $named = array_map(
            static fn (array $one): string => $one['name'].
                ' ('.
                ($one['first'] === $one['last'] ? $one['first'] : "{$one['first']} to {$one['last']}").
                ')',
            $breaks,
        );

        return $named === []
            ? []
            : [
                'A break in the data lies in what is compared here: '.
                implode(', ', $named).
                '. Numbers before and after it do not stand on one ground.',
            ];
    }

    /** @param  list<string>  $days  in order */
    public static function runs(array $days): string
    {
        $runs = [];
        foreach ($days as $day) {
            $last = array_pop($runs);
            if ($last !== null && (new DateTimeImmutable($last[1]))->modify('+1 day')->format('Y-m-d') === $day) {
                $runs[] = [$last[0], $day];
            } else {
                array_push($runs, ...$last === null ? [] : [$last], ...[[$day, $day]]);
            }
        }
        $say = Forms::day(...);
        $named = array_map(
            static fn (array $run): string => $run[0] === $run[1] ? $say($run[0]) : "{$say($run[0])} to {$say($run[1])}",
            array_slice($runs, -self::RUNS),
        );
        $more = count($runs) - count($named);

        return implode(', ', $named).($more > 0 ? " and $more earlier ".($more === 1 ? 'gap' : 'gaps') : '');
    }
}
