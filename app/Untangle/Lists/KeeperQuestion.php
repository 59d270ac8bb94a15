<?php

declare(strict_types=1);

namespace App\Untangle\Lists;

use App\Platform\Database\Records;
use App\Stores\Http\ShownUrl;
use App\Stores\Models\Store;

/** What is asked before a page is made the keeper of a tangle in which another has far more clicks. */
final class KeeperQuestion
{
    /** Clicks from which on choosing a page with far fewer is questioned. */
    private const MANY = 10;

    /** Null where nothing speaks against it. */
    public static function of(Store $store, int $page, int $tangle): ?string
    {
        $members = Records::select(
            TangleMember::class,
            'SELECT u.page_id, u.clicks, p.url FROM untangle_pages u JOIN pages p ON p.id = u.page_id
                WHERE u.store_id = ? AND u.tangle_id = ? AND u.tangle_id > 0 ORDER BY u.clicks DESC',
            [$store->id, $tangle],
        );
        $best = $members[0] ?? null;
        $own = array_column($members, 'clicks', 'pageId')[$page] ?? 0;
        if ($best === null || $best->pageId === $page || $best->clicks < self::MANY || 2 * $own >= $best->clicks) {
            return null;
        }

        return 'This URL has '.
            number_format($own).
            ' clicks in 13 weeks, '.
            ShownUrl::of($store, $best->url).
            ' has '.
            number_format($best->clicks).
            '. As keeper it takes their place in search results, and clicks can be lost until it ranks as well.';
    }
}
