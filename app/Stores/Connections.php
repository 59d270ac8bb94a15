<?php

declare(strict_types=1);

namespace App\Stores;

use App\Connectors\Feed\FeedClient;
use App\Connectors\Feed\FeedMapping;
use App\Connectors\Http\GuardedHttp;
use App\Connectors\Shop\MappedShop;
use App\Connectors\Shop\Mapping\ShopMapping;
use App\Connectors\Shop\Mapping\SignedHttp;
use App\Connectors\Shop\ShopUnavailable;
use App\Platform\Database\Rows;
use App\Platform\Typed;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\Crypt;
use Illuminate\Support\Facades\DB;
use InvalidArgumentException;
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

    /** @throws ShopUnavailable when no connection is set, or nothing says how it is asked */
    public function shop(Store $store): MappedShop
    {
        $mapping =
            $this->mapping($store) ??
            throw $this->hasShop($store) ? ShopUnavailable::notMapped() : ShopUnavailable::notConnected();

        return new MappedShop($this->signed($store, $mapping), $mapping);
    }

    /** Where a connection of a store leads; '' where there is none. */
    public static function urlOf(Store $store, string $sort): string
    {
        return Typed::text(DB::table('connections')->where('store_id', $store->id)->where('sort', $sort)->value('url'));
    }

    /** @return array{bool, bool} whether the shop's connection has a mapping in use, and whether it has a secret */
    public static function hasMapping(Store $store): array
    {
        $row = Rows::maybe(DB::table('connections')->where('store_id', $store->id)->where('sort', 'shop')->first());

        return [$row !== null && $row->mapping !== null, $row !== null && $row->text('secret') !== ''];
    }

    /** What the shop's API can be asked for; null where none is connected, or its mapping is not whole yet. */
    public function mapping(Store $store): ?ShopMapping
    {
        $json = $this->row($store)?->mapping;
        if (! is_string($json) || ! $this->hasShop($store)) {
            return null;
        }
        try {
            return ShopMapping::fromJson($json);
        } catch (InvalidArgumentException) {
            return null;
        }
    }

    /**
     * The way to the shop, signed in as a mapping says: as it is kept, or as it is being put together.
     *
     * @throws ShopUnavailable when no address is set
     */
    public function signed(Store $store, ShopMapping $mapping): SignedHttp
    {
        $row = $this->row($store);
        $url = $row === null ? null : PageUrl::parse($row->url);
        if ($row === null || $url === null) {
            throw ShopUnavailable::notConnected();
        }
        $options = $store->options();

        return new SignedHttp(
            GuardedHttp::allowing($options->privateHosts),
            $url,
            Crypt::decryptString($row->secret),
            min(15, $options->timeout),
            $mapping,
        );
    }

    private function row(Store $store): ?ShopAccess
    {
        $row = Rows::maybe(DB::table('connections')->where('store_id', $store->id)->where('sort', 'shop')->first());

        return $row === null
            ? null
            : new ShopAccess($row->text('url'), $row->text('secret'), $row->textOrNull('mapping'));
    }

    /** The store's feed; null where none is set. */
    public function feed(Store $store): ?FeedClient
    {
        $row = Rows::maybe(DB::table('connections')->where('store_id', $store->id)->where('sort', 'feed')->first());
        $base = $row === null ? null : PageUrl::parse($row->text('url'));
        if ($row === null || $base === null) {
            return null;
        }
        $options = $store->options();

        return new FeedClient(
            GuardedHttp::allowing($options->privateHosts),
            $base,
            Crypt::decryptString($row->text('secret')),
            FeedMapping::fromJson($options->feedMapping),
        );
    }
}
