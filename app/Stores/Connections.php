<?php

declare(strict_types=1);

namespace App\Stores;

use App\Connectors\Feed\FeedClient;
use App\Connectors\Feed\FeedMapping;
use App\Connectors\Http\GuardedHttp;
use App\Connectors\Shop\HttpShopAdmin;
use App\Connectors\Shop\ShopAdmin;
use App\Connectors\Shop\ShopUnavailable;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\Crypt;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Url\PageUrl;

/** What a store is connected to outside: its shop's admin API, and a feed of numbers. */
final class Connections
{
    public function hasShop(Store $store): bool
    {
        return DB::table('connections')
            ->where('store_id', $store->id)
            ->where('sort', 'shop')
            ->where('url', '<>', '')
            ->exists();
    }

    /** @throws ShopUnavailable when no connection is set */
    public function shop(Store $store): ShopAdmin
    {
        $row = DB::table('connections')->where('store_id', $store->id)->where('sort', 'shop')->first();
        $url = $row === null ? null : PageUrl::parse((string) $row->url);
        if ($row === null || $url === null) {
            throw ShopUnavailable::notConnected();
        }
        $options = $store->options();

        return new HttpShopAdmin(
            GuardedHttp::allowing($options->privateHosts),
            $url,
            Crypt::decryptString((string) $row->secret),
            min(15, $options->timeout),
        );
    }

    /** The store's feed; null where none is set. */
    public function feed(Store $store): ?FeedClient
    {
        $row = DB::table('connections')->where('store_id', $store->id)->where('sort', 'feed')->first();
        $base = $row === null ? null : PageUrl::parse((string) $row->url);
        if ($row === null || $base === null) {
            return null;
        }
        $options = $store->options();

        return new FeedClient(
            GuardedHttp::allowing($options->privateHosts),
            $base,
            Crypt::decryptString((string) $row->secret),
            FeedMapping::fromJson($options->feedMapping),
        );
    }
}
