<?php

declare(strict_types=1);

namespace App\Match\Tracking;

use App\Match\Terms\Dictionary;
use App\Match\Terms\LeadMarks;
use App\Match\Terms\TermKey;
use App\Platform\Database\Records;
use App\Platform\Database\Rows;
use App\Stores\Models\Market;
use App\Stores\Models\Store;
use Orchard\Core\Terms\TermForm;

/** Terms that can be tracked, as somebody picks them. */
final class Trackable
{
    /** Tracked terms of a market at most. */
    public const MOST = 5000;

    /** Terms that are picked at once at most. */
    public const AT_ONCE = 500;

    /**
     * @param  string  $text  a term a line; from a spreadsheet the first cell of each
     * @return list<TermKey>
     */
    public static function typed(Store $store, Market $market, string $text): array
    {
        $key = LeadMarks::keys($store)[$market->id] ?? null;
        $terms = [];
        foreach (preg_split('/\R/u', $text) ?: [] as $line) {
            $normal = TermForm::normal(trim(explode("\t", $line)[0], " \"\t"));
            if ($normal !== '' && $key !== null) {
                $digest = Dictionary::digest($key->of($normal));
                $terms[$digest] ??= new TermKey($market->id, $digest, $normal);
            }
        }

        return array_slice(array_values($terms), 0, self::AT_ONCE);
    }

    /** @return list<TermKey> what a page is clicked for most */
    public static function ofPage(Store $store, Market $market, int $page, int $most): array
    {
        return Records::of(
            TermKey::class,
            Rows::all(
                'SELECT t.market_id AS market, t.digest, t.term FROM match_pairs p
                    JOIN match_terms t ON t.id = p.term_id AND t.excluded = 0 WHERE p.page_id = ? AND p.store_id = ? AND p.market_id = ? AND p.impressions > 0
                    ORDER BY p.clicks DESC, p.impressions DESC, t.id LIMIT '.min(self::AT_ONCE, max(1, $most)),
                [$page, $store->id, $market->id],
            ),
        );
    }

    /** @return list<TermKey> lead terms that are worth most */
    public static function leads(Store $store, Market $market, int $most): array
    {
        return Records::of(
            TermKey::class,
            Rows::all(
                'SELECT t.market_id AS market, t.digest, t.term FROM match_terms t
                    WHERE t.store_id = ? AND t.market_id = ? AND t.excluded = 0 AND t.lead_page IS NOT NULL ORDER BY t.worth DESC, t.id LIMIT '.
                    min(self::AT_ONCE, max(1, $most)),
                [$store->id, $market->id],
            ),
        );
    }
}
