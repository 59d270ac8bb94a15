<?php

declare(strict_types=1);

namespace App\Weigh\Numbers;

use App\Store\Facts\NumberWindow;
use App\Store\Facts\ToldWeeks;
use App\Store\Markets;
use App\Store\Models\Store;
use Illuminate\Support\Facades\DB;

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
            if (($lens->market === null || $lens->market === $market->id) && $told->besideDays($market->id, Lens::toldBy($lens->device, $lens->class), $lens->weeks, $lens->against) > 0) {
                return true;
            }
        }

        return false;
    }

    /** Called inside a transaction. */
    public static function keep(Store $store, ToldWeeks $told): void
    {
        DB::table('weigh_told')->upsert([['store_id' => $store->id, 'told' => $told->toJson()]], ['store_id'], ['told']);
    }
}
