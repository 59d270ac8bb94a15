<?php

declare(strict_types=1);

namespace App\Match\Roads;

use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Terms\LinkStock;

/** The links that lead to a page of the store, as lists of backlinks and the crawl tell them. */
final class OwnLinks
{
    /** Places of a page that are not its content, as lists of backlinks name them. */
    private const ASIDE = 'foot|head|side|nav|menu|comment|widget|blogroll|boilerplate';

    /** @param  ?int  $backlinks  as somebody said; null where the lists tell them */
    public static function of(Store $store, ?int $page, ?int $backlinks = null): LinkStock
    {
        if ($page === null) {
            return new LinkStock($backlinks ?? 0, 0);
        }
        $listed = (int) DB::table('backlink_rows')
            ->where('store_id', $store->id)
            ->where('page_id', $page)
            ->where('is_current', 1)
            ->where('followed', 1)
            ->whereRaw('placement NOT REGEXP ?', [self::ASIDE])
            ->distinct()
            ->count('source_host');
        $linksIn = DB::table('page_index')->where('page_id', $page)->value('links_in');

        return new LinkStock($backlinks ?? $listed, is_numeric($linksIn) ? (int) $linksIn : 0);
    }
}
