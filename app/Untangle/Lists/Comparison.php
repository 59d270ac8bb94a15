<?php

declare(strict_types=1);

namespace App\Untangle\Lists;

use App\Platform\Database\Records;
use App\Stores\Models\Store;
use App\Untangle\Finding\Identities;
use App\Untangle\Finding\Knowledge;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Duplicates\Judge;

/** Two pages side by side: facts, what the texts say differently, numbers, what they are searched for by. */
final class Comparison
{
    /**
     * @return ?array<string, mixed> for the view untangle.compare; null where one of the two is no page of the store
     */
    public static function of(Store $store, int $one, int $other): ?array
    {
        $pages = array_values(array_filter([ComparedPage::find($store, $one), ComparedPage::find($store, $other)]));
        if (count($pages) < 2) {
            return null;
        }
        $identities = new Identities($store, ($telling = Knowledge::tellingOf($store)));
        $known =
            DB::table('untangle_identities')
                ->where('store_id', $store->id)
                ->whereIn('page_id', [$pages[0]->id, $pages[1]->id])
                ->count() === ($pages[0]->id === $pages[1]->id ? 1 : 2);
        [$a, $b] = $known ? [$identities->of($pages[0]->id), $identities->of($pages[1]->id)] : [null, null];

        return [
            'store' => $store,
            'pages' => $pages,
            'kin' => $a === null || $b === null ? null : (new Judge($telling))->judge($a, $b),
            'lines' => $a === null || $b === null ? null : TextDifference::of($a->lines, $b->lines),
            'queries' => array_map(
                static fn (ComparedPage $page): array => Records::select(
                    ComparedQuery::class,
                    'SELECT q.text, SUM(r.clicks) AS clicks, SUM(r.impressions) AS impressions FROM search_rows r
                        JOIN search_queries q ON q.id = r.query_id WHERE r.store_id = ? AND r.page_id = ?
                        AND r.query_id > 0 AND r.day >= UTC_DATE() - INTERVAL 98 DAY GROUP BY q.id, q.text
                        ORDER BY impressions DESC LIMIT 12',
                    [$store->id, $page->id],
                ),
                $pages,
            ),
        ];
    }
}
