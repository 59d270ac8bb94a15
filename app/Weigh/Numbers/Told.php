<?php

declare(strict_types=1);

namespace App\Weigh\Numbers;

use App\Facts\NumberWindow;
use App\Facts\PageWeeks;
use App\Facts\ToldWeeks;
use App\Stores\Markets;
use App\Stores\Models\Store;
use DateTimeImmutable;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Demand\Span;

/** Which days were told when a store's sums were made: whoever reads them goes by these. */
final class Told
{
    public static function of(Store $store, NumberWindow $window): ToldWeeks
    {
        $json = DB::table('weigh_told')->where('store_id', $store->id)->value('told');

        return is_string($json) ? ToldWeeks::fromJson($json) : ToldWeeks::of($store, $window);
    }

    /** Whether any day of what a lens sees can be compared, in any market that it holds. */
    public static function isCompared(Store $store, NumberWindow $window, Lens $lens): bool
    {
        $told = self::of($store, $window);
        foreach ($window->isPeriod ? [] : Markets::of($store)->all() as $market) {
            if (
                ($lens->market === null || $lens->market === $market->id) &&
                $told->besideDays(
                    $market->id,
                    Lens::toldBy($lens->device, $lens->class),
                    $lens->weeks,
                    $lens->against,
                ) > 0
            ) {
                return true;
            }
        }

        return false;
    }

    /**
     * @return array<string, int> weeks of which not all days are told in every market that a lens sees, and how many
     *     are, by Monday
     */
    public static function partWeeks(Store $store, NumberWindow $window, Lens $lens): array
    {
        $told = self::of($store, $window);
        $monday = new DateTimeImmutable(PageWeeks::weekOf($window->lastDay));
        $weeks = [];
        $markets = Markets::of($store)->all();
        for ($back = 0; $back < Span::WEEKS && ! $window->isPeriod; $back++) {
            foreach ($markets as $market) {
                $days = $told->daysIn($market->id, Lens::toldBy($lens->device, $lens->class), $back);
                if ($days < 7 && ($lens->market === null || $lens->market === $market->id)) {
                    $week = $monday->modify('-'. 7 * $back.' days')->format('Y-m-d');
                    $weeks[$week] = min($weeks[$week] ?? 7, $days);
                }
            }
        }

        return $weeks;
    }

    /** Called inside a transaction. */
    public static function keep(Store $store, ToldWeeks $told): void
    {
        DB::table('weigh_told')->upsert(
            [['store_id' => $store->id, 'told' => $told->toJson()]],
            ['store_id'],
            ['told'],
        );
    }
}
