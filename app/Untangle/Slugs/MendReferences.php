<?php

declare(strict_types=1);

namespace App\Untangle\Slugs;

use App\Changes\AddressChanges;
use App\Changes\Events\AddressMoved;
use App\Platform\Bytes;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Redirects\RequestKey;
use Orchard\Core\Url\PageUrl;

/**
 * A page has moved: the redirect book gets a line for it and leads to the new address wherever it led to the old one;
 * canonicals and redirects that we set to the old one, or were about to, name the new one.
 */
final class MendReferences
{
    public function handle(AddressMoved $moved): void
    {
        $store = Store::query()->findOrFail($moved->storeId);
        $from = PageUrl::parse($moved->from);
        if ($from === null) {
            return;
        }
        // Where it was once before, it must not lead away from itself.
        $to = PageUrl::parse($moved->to);
        $to === null ||
            DB::table('untangle_redirects')
                ->where('store_id', $store->id)
                ->where('digest', RequestKey::of($to)->digest())
                ->delete();
        DB::table('untangle_redirects')
            ->where('store_id', $store->id)
            ->where('to_url', $moved->from)
            ->update(['to_url' => $moved->to, 'is_live' => 0]);
        DB::statement(
            'REPLACE INTO untangle_redirects (store_id, digest, from_url, to_url, status, origin, is_live, created_at) VALUES (?, '.
                (new Bytes(RequestKey::of($from)->digest()))->literal().
                ", ?, ?, 301, 'slug', 1, UTC_TIMESTAMP())",
            [$store->id, $moved->from, $moved->to],
        );
        app(AddressChanges::class)->retarget($store, $moved->from, $moved->to);
    }
}
