<?php

declare(strict_types=1);

namespace App\Connectors\Shop;

use App\Connectors\Http\GuardedHttp;
use App\Store\Models\Store;
use Illuminate\Support\Facades\Crypt;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Url\PageUrl;

/** Finds the connection to a store's back office. */
final class ShopAdmins
{
    public function isConnected(Store $store): bool
    {
        return DB::table('connections')->where('store_id', $store->id)->where('sort', 'shop')->where('url', '<>', '')->exists();
    }

    /** @throws ShopUnavailable when no connection is set */
    public function of(Store $store): ShopAdmin
    {
        $row = DB::table('connections')->where('store_id', $store->id)->where('sort', 'shop')->first();
        $url = $row === null ? null : PageUrl::parse((string) $row->url);
        if ($row === null || $url === null) {
            throw ShopUnavailable::notConnected();
        }
        $options = $store->options();

        return new HttpShopAdmin(GuardedHttp::allowing($options->privateHosts), $url, Crypt::decryptString((string) $row->secret), min(15, $options->timeout));
    }
}
