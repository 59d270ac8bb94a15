<?php

declare(strict_types=1);

namespace App\Stores;

use App\Stores\Models\Market;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;
use InvalidArgumentException;

/**
 * Adds and removes markets of a store; whoever calls tells RulesChanged, so that pages are sorted to their markets
 * anew.
 */
final class EditMarkets
{
    private const MOST = 60;

    /**
     * A market that takes language, currency, brand and limits from the store's first.
     *
     * @throws InvalidArgumentException with a sentence for people
     */
    public function add(Store $store, string $name, string $country = ''): Market
    {
        return DB::transaction(function () use ($store, $name, $country): Market {
            DB::table('stores')->where('id', $store->id)->lockForUpdate()->first();
            $markets = Markets::of($store)->all();
            if (count($markets) >= self::MOST) {
                throw new InvalidArgumentException('A store has at most '.self::MOST.' markets.');
            }
            $first = $markets[0];
            $market = Market::query()->create([
                'store_id' => $store->id,
                'place' => max(array_map(static fn (Market $market): int => $market->place, $markets)) + 1,
                'name' => '',
                'language' => $first->language,
                'currency' => $first->currency,
                'brand' => $first->brand,
                'limits' => (object) $first->limits,
            ]);
            MarketOptions::set($market, 'market_name', $name);
            MarketOptions::set($market, 'country', $country);

            return $market;
        });
    }

    /**
     * Its pages go to the markets that are left.
     *
     * @throws InvalidArgumentException when it is the only one
     */
    public function remove(Store $store, Market $market): void
    {
        DB::transaction(function () use ($store, $market): void {
            DB::table('stores')->where('id', $store->id)->lockForUpdate()->first();
            if (Market::query()->where('store_id', $store->id)->count() < 2) {
                throw new InvalidArgumentException('A store has one market at least.');
            }
            DB::table('title_suffixes')->where('market_id', $market->id)->delete();
            $market->delete();
        });
    }

    /**
     * Makes the store's markets those of these countries: a market without a country takes the first that is missing,
     * the others are added, and markets of countries that are not named are removed.
     *
     * @param  list<string>  $countries
     *
     * @throws InvalidArgumentException with a sentence for people
     */
    public function sellTo(Store $store, array $countries): void
    {
        $countries = array_values(array_unique(array_map(trim(...), $countries)));
        foreach ($countries as $country) {
            if (preg_match('/^[A-Z]{2}$/', $country) !== 1) {
                throw new InvalidArgumentException(
                    "markets: \"$country\" is no country code of two capital letters, such as DE.",
                );
            }
        }
        DB::transaction(function () use ($store, $countries): void {
            $markets = Markets::of($store)->all();
            $missing = array_values(
                array_diff($countries, array_map(static fn (Market $market): string => $market->country, $markets)),
            );
            foreach ($markets as $market) {
                if ($missing !== [] && ! in_array($market->country, $countries, true)) {
                    $market->update(['country' => array_shift($missing)]);
                } elseif (! in_array($market->country, $countries, true)) {
                    $this->remove($store, $market);
                }
            }
            foreach ($missing as $country) {
                $this->add($store, $country, $country);
            }
        });
    }
}
