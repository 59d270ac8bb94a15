<?php

declare(strict_types=1);

namespace App\Gather\Crawl;

use App\Platform\Database\Rows;
use Illuminate\Support\Facades\DB;

/**
 * Whether what a crawl saw can be the shop: pages that were fine before and now are refused, broken, sent to one
 * address or all alike say that something stood between, and then nothing may be concluded of what was not seen.
 */
final class CrawlTrust
{
    /** Share of the pages that were fine before beyond which it is no longer a few pages. */
    private const SHARE = 0.05;

    /** Fewer pages than this are never a sign of anything. */
    private const FEWEST = 10;

    /** Statuses by which a shop keeps a crawl out. */
    public const REFUSALS = [401, 403, 407, 451];

    /** Why a crawl that has fetched all its pages concludes nothing all the same; null where it may. */
    public static function doubt(int $store, int $crawl): ?string
    {
        // What is open now beside what it replaced in this crawl.
        $turned = "FROM page_facts n JOIN page_facts o ON o.page_id = n.page_id AND o.to_crawl = n.from_crawl
            WHERE n.store_id = $store AND n.to_crawl = 0 AND n.from_crawl = $crawl AND o.status = 200";
        $fine = Rows::figure(
            "SELECT COUNT(*) AS n FROM page_facts n WHERE n.store_id = $store AND n.to_crawl = 0 AND n.from_crawl < $crawl
                AND n.status = 200",
        );
        $changed = Rows::figure("SELECT COUNT(*) AS n $turned");
        $many = static fn (int $n): bool => $n >= self::FEWEST && $n > self::SHARE * ($fine + $changed);
        $groups = [];
        foreach (
            DB::select("SELECT n.status, COUNT(*) AS n $turned AND n.status <> 200 GROUP BY n.status
                ORDER BY n.status") as $row
        ) {
            $groups[(int) $row->status] = (int) $row->n;
        }
        $refused = array_sum(array_intersect_key($groups, array_flip(self::REFUSALS)));
        $broken = array_sum(
            array_filter($groups, static fn (int $status): bool => $status >= 500, ARRAY_FILTER_USE_KEY),
        );
        if ($many($refused)) {
            return number_format($refused).
                ' pages that were fine before are refused now: the shop no longer lets this crawl in.';
        }
        if ($many($broken)) {
            return number_format($broken).
                ' pages that were fine before answer with an error of the shop: it may be under repair or in the middle of a change.';
        }
        $wall = Rows::one(
            "SELECT n.redirect_url AS target, COUNT(*) AS n $turned AND n.redirect_url IS NOT NULL
                GROUP BY n.redirect_url ORDER BY n DESC LIMIT 1",
        );
        if ($wall !== null && $many((int) $wall->n)) {
            return number_format((int) $wall->n).
                " pages that were fine before lead to {$wall->target} now: a consent wall, a sign-in or a redirect by country stands before the shop.";
        }
        $same = Rows::one(
            "SELECT n.title, COUNT(*) AS n $turned AND n.status = 200 AND n.title IS NOT NULL
                AND NOT (n.title <=> o.title) GROUP BY n.title ORDER BY n DESC LIMIT 1",
        );
        if ($same !== null && $many((int) $same->n) && (int) $same->n > 0.5 * ($fine + $changed)) {
            return number_format((int) $same->n).
                ' pages of different titles all show "'.
                mb_substr((string) $same->title, 0, 80).
                '" now: a consent wall or a notice stands before the shop.';
        }
        if ($fine + $changed === 0) {
            $seen = Rows::sole(
                "SELECT COUNT(*) AS n, SUM(status IN (401, 403)) AS refused, SUM(status >= 500) AS broken
                    FROM page_facts WHERE store_id = $store AND to_crawl = 0",
            );
            if ((int) $seen->n >= self::FEWEST && (int) $seen->refused + (int) $seen->broken > 0.3 * (int) $seen->n) {
                return number_format((int) $seen->refused).
                    ' pages were refused and '.
                    number_format((int) $seen->broken).
                    ' broken, of '.
                    number_format((int) $seen->n).
                    '.';
            }
        }

        return null;
    }
}
