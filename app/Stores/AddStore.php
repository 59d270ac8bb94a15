<?php

declare(strict_types=1);

namespace App\Stores;

use App\Platform\Database\Rows;
use App\Stores\Adding\NewStore;
use App\Stores\Kinds\KindRules;
use App\Stores\Models\Market;
use App\Stores\Models\Store;
use Closure;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;
use InvalidArgumentException;
use Orchard\Core\Url\PageUrl;

/** Makes a store with one market and the usual rules. */
final class AddStore
{
    /** @throws InvalidArgumentException with a sentence for people */
    public function add(string $name, string $url, ?string $slug = null, StoreBasics $basics = new StoreBasics()): Store
    {
        [$currency, $timezone] = [$basics->currency, $basics->timezone];
        $base = PageUrl::parse($url) ?? throw new InvalidArgumentException("\"$url\" is no http or https address.");
        $slug = $slug ?? Str::slug($name);
        if (preg_match('/^[a-z0-9][a-z0-9\-]{0,62}$/', $slug) !== 1) {
            throw new InvalidArgumentException("\"$slug\" is no slug: small letters, digits and hyphens, at most 63.");
        }
        if (trim($name) === '' || mb_strlen($name) > 120) {
            throw new InvalidArgumentException('A store needs a name of at most 120 characters.');
        }
        if (preg_match('/^[A-Z]{3}$/', $currency) !== 1) {
            throw new InvalidArgumentException("\"$currency\" is no currency code of three capital letters.");
        }
        if (! in_array($timezone, timezone_identifiers_list(), true)) {
            throw new InvalidArgumentException("\"$timezone\" is no time zone, such as Europe/Berlin.");
        }
        if (Store::query()->where('slug', $slug)->exists()) {
            throw new InvalidArgumentException("There is a store \"$slug\" already.");
        }

        return DB::transaction(function () use ($name, $base, $slug, $basics): Store {
            $store = Store::query()->create([
                'slug' => $slug,
                'name' => $name,
                'base_url' => $base->text(),
                'timezone' => $basics->timezone,
                'settings' => $basics->allowPrivate
                    ? ['private_hosts' => [$base->host().':'.$base->port()]]
                    : (object) [],
            ]);
            Market::query()->create([
                'store_id' => $store->id,
                'name' => mb_substr(trim($name), 0, 80),
                'language' => $basics->language,
                'currency' => $basics->currency,
                'brand' => $name,
                'limits' => (object) [],
            ]);
            KindRules::usual()->save($store);

            return $store->refresh();
        });
    }

    /**
     * A store with the markets that were seen. Its short name is made of its name; where that is taken, a number
     * follows.
     *
     * @throws InvalidArgumentException with a sentence for people
     */
    public function asSeen(NewStore $new): Store
    {
        $slug =
            Str::limit(Str::slug($new->name), 56, '') ?:
            Str::slug((string) parse_url($new->url, PHP_URL_HOST)) ?:
            'store';

        return DB::transaction(function () use ($new, $slug): Store {
            for (
                $nth = 1;
                Store::query()
                    ->where('slug', $nth === 1 ? $slug : "$slug-$nth")
                    ->exists();
                $nth++
            );
            $store = $this->add(
                $new->name,
                $new->url,
                $nth === 1 ? $slug : "$slug-$nth",
                new StoreBasics($new->currency, $new->timezone, allowPrivate: $new->mayBePrivate),
            );
            $this->describe($store, $new);

            return $store->refresh();
        });
    }

    /**
     * Stores are added one after the other, so that two people who add the same shop at once both get a short name,
     * and one
     * who presses twice gets one store.
     *
     * @template T
     *
     * @param  Closure(): T  $add  to its commit
     * @return T
     */
    public function oneAfterTheOther(Closure $add): mixed
    {
        Rows::all('SELECT GET_LOCK(?, 20)', ['orchard.stores']);
        try {
            return $add();
        } finally {
            Rows::all('SELECT RELEASE_LOCK(?)', ['orchard.stores']);
        }
    }

    private function describe(Store $store, NewStore $new): void
    {
        $first = $store->markets()->firstOrFail();
        foreach (['language' => $new->language, 'country' => $new->country] as $key => $value) {
            MarketOptions::set($first, $key, $value);
        }
        foreach (count($new->markets) > 1 ? $new->markets : [] as $nth => $seen) {
            $market = $nth === 0 ? $first : (new EditMarkets())->add($store, $seen->name());
            $options = [
                'market_name' => $seen->name(),
                'language' => $seen->tag->text(),
                'country' => $seen->tag->country->code ?? ($nth === 0 ? $new->country : ''),
                'currency' => $nth === 0 ? $new->currency : $seen->tag->country?->currency() ?? $new->currency,
                'host' => $seen->host,
                'path' => $seen->path,
            ];
            foreach ($options as $key => $value) {
                MarketOptions::set($market, $key, $value);
            }
        }
    }
}
