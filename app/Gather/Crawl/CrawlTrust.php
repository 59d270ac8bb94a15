<?php

declare(strict_types=1);

namespace App\Gather\Crawl;

use App\Platform\Database\Rows;

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
            Rows::all("SELECT n.status, COUNT(*) AS n $turned AND n.status <> 200 GROUP BY n.status
                ORDER BY n.status") as $row
        ) {
            $groups[$row->int('status')] = $row->int('n');
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
        if ($wall !== null && $many($wall->int('n'))) {
            return number_format($wall->int('n')).
                " pages that were fine before lead to {$wall->target} now: a consent wall, a sign-in or a redirect by country stands before the shop.";
        }
        $same = Rows::one(
            "SELECT n.title, COUNT(*) AS n $turned AND n.status = 200 AND n.title IS NOT NULL
                AND NOT (n.title <=> o.title) GROUP BY n.title ORDER BY n DESC LIMIT 1",
        );
        if ($same !== null && $many($same->int('n')) && $same->int('n') > 0.5 * ($fine + $changed)) {
            return number_format($same->int('n')).
                ' pages of different titles all show "'.
                mb_substr($same->text('title'), 0, 80).
                '" now: a consent wall or a notice stands before the shop.';
        }
        if ($fine + $changed === 0) {
            $seen = Rows::sole(
                "SELECT COUNT(*) AS n, SUM(status IN (401, 403)) AS refused, SUM(status >= 500) AS broken
                    FROM page_facts WHERE store_id = $store AND to_crawl = 0",
            );
            if (
                $seen->int('n') >= self::FEWEST &&
                $seen->int('refused') + $seen->int('broken') > 0.3 * $seen->int('n')
            ) {
                return number_format($seen->int('refused')).
                    ' pages were refused and '.
                    number_format($seen->int('broken')).
                    ' broken, of '.
                    number_format($seen->int('n')).
                    '.';
            }
        }

        return null;
    }
}
