<?php

declare(strict_types=1);

namespace App\Stores;

use App\Stores\Kinds\KindRules;
use App\Stores\Models\Market;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;
use InvalidArgumentException;
use Orchard\Core\Url\PageUrl;

/** Makes a store with one market and the usual rules. */
final class AddStore
{
    /** @throws InvalidArgumentException with a sentence for people */
    public function add(
        string $name,
        string $url,
        ?string $slug = null,
        string $currency = 'EUR',
        string $timezone = 'UTC',
        bool $allowPrivate = false,
        string $language = 'en',
    ): Store {
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

        return DB::transaction(function () use (
            $name,
            $base,
            $slug,
            $currency,
            $timezone,
            $allowPrivate,
            $language,
        ): Store {
            $store = Store::query()->create([
                'slug' => $slug,
                'name' => $name,
                'base_url' => $base->text(),
                'timezone' => $timezone,
                'settings' => $allowPrivate ? ['private_hosts' => [$base->host().':'.$base->port()]] : (object) [],
            ]);
            Market::query()->create([
                'store_id' => $store->id,
                'name' => $name,
                'language' => $language,
                'currency' => $currency,
                'brand' => $name,
                'limits' => (object) [],
            ]);
            KindRules::usual()->save($store);

            return $store->refresh();
        });
    }
}
