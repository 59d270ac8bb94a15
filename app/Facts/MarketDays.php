<?php

declare(strict_types=1);

namespace App\Facts;

use App\Stores\Models\Market;
use App\Stores\Models\Store;
use DateTimeImmutable;
use Orchard\Core\Demand\ToldDays;

/**
 * Which days are told of one market, as bits of weeks: Monday 1 to Sunday 64, and whether rows hold what is withheld.
 */
final class MarketDays
{
    /**
     * Part of the rows by query that rows by page must be, day by day, to count as those of all pages: of fifty
     * queries a page one row.
     */
    private const WHOLE = 0.02;

    private const HOLDS_WITHHELD = 128;

    /**
     * @param  list<ToldDay>  $rows  of fact_days, summed
     * @param  string  $monday  of the newest week
     * @return array<int, int> bits by weeks back, weeks of which nothing is told left out
     */
    public static function byWeek(Store $store, Market $market, ToldBy $by, array $rows, string $monday): array
    {
        $bits = $held = [];
        foreach (self::told($store, $market, $by, $rows) as $day => $holds) {
            $week = intdiv(
                (int) (new DateTimeImmutable(PageWeeks::weekOf($day)))->diff(new DateTimeImmutable($monday))->days,
                7,
            );
            $bits[$week] = ($bits[$week] ?? 0) | (1 << ((int) (new DateTimeImmutable($day))->format('N') - 1));
            $held[$week] = ($held[$week] ?? 0) + ($holds ? 1 : 0);
        }
        foreach ($bits as $week => $of) {
            // Of a week told half so, half so, most of its days decide.
            $bits[$week] = $of | (2 * $held[$week] > substr_count(decbin($of), '1') ? self::HOLDS_WITHHELD : 0);
        }

        return $bits;
    }

    /**
     * @param  list<ToldDay>  $rows
     * @return array<int, int> the one week that stands for the period, where it is told
     */
    public static function ofPeriod(ToldBy $by, array $rows): array
    {
        foreach ($rows as $row) {
            if ($row->answers($by)) {
                return [0 => ToldWeeks::ALL_DAYS];
            }
        }

        return [];
    }

    /**
     * @param  list<ToldDay>  $rows
     * @return array<string, bool> told days of a market, and whether their rows hold what is withheld
     */
    private static function told(Store $store, Market $market, ToldBy $by, array $rows): array
    {
        $fine = $coarse = [];
        foreach ($rows as $row) {
            if ($row->answers($by) && self::concerns($store, $row->scope, $market)) {
                $isFine = $row->isByQuery();
                $fine[$row->day] = ($fine[$row->day] ?? 0) + ($isFine ? $row->n : 0);
                $coarse[$row->day] = ($coarse[$row->day] ?? 0) + ($isFine ? 0 : $row->n);
            }
        }
        $told = [];
        $all = [];
        foreach ($fine as $day => $n) {
            $all[$day] = $n + $coarse[$day];
        }
        $holds = false;
        foreach (array_keys(ToldDays::of($all)) as $day) {
            // A quiet day between others is told by what tells its neighbours.
            $holds = isset($all[$day])
                ? $by === ToldBy::Pages && $coarse[$day] > 0 && $coarse[$day] >= self::WHOLE * $fine[$day]
                : $holds;
            $told[$day] = $holds;
        }

        return $told;
    }

    /** Whether what is told of a part of the store is told of pages of this market. */
    private static function concerns(Store $store, string $scope, Market $market): bool
    {
        [$part, $value] = explode(':', $scope, 2) + [1 => ''];

        return match ($part) {
            'market' => (int) $value === $market->id,
            // Of a few pages nothing follows for all others.
            'pages' => false,
            'host' => $value === ($market->host !== '' ? strtolower($market->host) : $store->baseUrl()->authority),
            'folder' => $market->path_prefix === '' ||
                str_starts_with(rtrim($market->path_prefix, '/').'/', $value) ||
                str_starts_with($value, rtrim($market->path_prefix, '/').'/'),
            default => true,
        };
    }
}
