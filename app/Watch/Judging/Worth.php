<?php

declare(strict_types=1);

namespace App\Watch\Judging;

use App\Inventory\Figures;
use App\Stores\Markets;
use App\Stores\Models\Store;

/** What a click of pages is worth, as the weighing reckons it; unlike currencies are never added. */
final readonly class Worth
{
    public function __construct(private Figures $figures, private Store $store)
    {
    }

    /**
     * @param  array<int, float>  $clicks  that are expected, by page: those with more count more
     * @param  array<int, int>  $markets  by page
     * @return array{float, string}|null revenue of a click and its currency; null where no sales are known, or the
     *                                    pages sell in several currencies
     */
    public function of(array $clicks, array $markets): ?array
    {
        $currencies = [];
        foreach (array_unique($markets) as $market) {
            $currencies[Markets::of($this->store)->find($market)->currency] = true;
        }
        if (count($currencies) !== 1) {
            return null;
        }
        $values = [];
        foreach (array_chunk(array_keys($clicks), 5000) as $pages) {
            $values += $this->figures->of('click_value', $this->store, $pages);
        }
        $sum = $weight = 0.0;
        foreach ($values as $page => $value) {
            $sum += $value * $clicks[$page];
            $weight += $clicks[$page];
        }

        return $sum > 0 && $weight > 0 ? [$sum / $weight, (string) array_key_first($currencies)] : null;
    }
}
