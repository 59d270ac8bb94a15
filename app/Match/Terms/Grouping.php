<?php

declare(strict_types=1);

namespace App\Match\Terms;

use App\Platform\Database\Bulk;
use App\Platform\Work\WorkRun;
use App\Stores\Models\Market;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Terms\TermForm;
use Orchard\Core\Terms\TermGroups;

/**
 * Puts the terms of a market under their head terms: by their words, and where words say nothing by the page that is
 * shown for both. What people said of a term's group stays.
 */
final class Grouping
{
    /** A page that has so much of a term's impressions speaks for its group. */
    private const SHARE = 0.6;

    private const LEAST_IMPRESSIONS = 20;

    public static function of(Store $store, Market $market, WorkRun $run): void
    {
        $groups = new TermGroups($market->language);
        $names = [];
        foreach (
            DB::select(
                'SELECT id, term, volume, impressions FROM match_terms WHERE store_id = ? AND market_id = ? AND run = ?
                    ORDER BY id',
                [$store->id, $market->id, $run->workId],
            ) as $row
        ) {
            $groups->add((int) $row->id, (string) $row->term, (float) ($row->volume ?? $row->impressions));
            $names[(int) $row->id] = (string) $row->term;
        }
        $run->beat(['phase' => 'grouping terms']);
        $heads = $groups->heads();
        self::byPages($store, $market, $run, $heads);
        $byName = array_flip($names);
        foreach (
            DB::select(
                'SELECT t.id, s.head FROM match_said s JOIN match_terms t ON t.store_id = s.store_id AND t.market_id =
                    s.market_id
                AND t.digest = s.digest WHERE s.store_id = ? AND s.market_id = ? AND s.head IS NOT NULL',
                [$store->id, $market->id],
            ) as $row
        ) {
            $heads[(int) $row->id] = $byName[TermForm::normal((string) $row->head)] ?? (int) $row->id;
        }
        foreach (array_chunk($heads, 5000, preserve_keys: true) as $some) {
            $run->fenced(static function () use ($some): void {
                DB::statement(
                    'CREATE TEMPORARY TABLE IF NOT EXISTS grouped_terms (id BIGINT UNSIGNED PRIMARY KEY, head_id BIGINT
                        UNSIGNED)',
                );
                DB::statement('DELETE FROM grouped_terms');
                Bulk::write(
                    'grouped_terms',
                    ['id', 'head_id'],
                    array_map(static fn (int $term, int $head): array => [$term, $head], array_keys($some), $some),
                );
                DB::update('UPDATE match_terms t JOIN grouped_terms g ON g.id = t.id SET t.head_id = g.head_id');
            });
            $run->beat();
        }
    }

    /**
     * A term that heads itself goes to the largest group whose head is shown on the same page.
     *
     * @param  array<int, int>  $heads
     */
    private static function byPages(Store $store, Market $market, WorkRun $run, array &$heads): void
    {
        $sizes = array_count_values($heads);
        $pageOf = [];
        foreach (
            DB::select(
                'SELECT t.id, s.page_id FROM match_terms t JOIN match_seen s ON s.store_id = t.store_id AND s.run =
                    t.run
                    AND s.market_id = t.market_id AND s.term_digest = t.digest WHERE t.store_id = ? AND t.market_id = ?
                    AND t.run = ? AND s.impressions >= ? AND s.impressions >= ? * t.impressions',
                [$store->id, $market->id, $run->workId, self::LEAST_IMPRESSIONS, self::SHARE],
            ) as $row
        ) {
            $pageOf[(int) $row->id] = (int) $row->page_id;
        }
        $largest = [];
        foreach ($pageOf as $term => $page) {
            if ($heads[$term] === $term && ($sizes[$term] ?? 0) > ($sizes[$largest[$page] ?? 0] ?? 1)) {
                $largest[$page] = $term;
            }
        }
        foreach ($pageOf as $term => $page) {
            if (
                $heads[$term] === $term &&
                ($sizes[$term] ?? 0) === 1 &&
                isset($largest[$page]) &&
                $largest[$page] !== $term
            ) {
                $heads[$term] = $largest[$page];
            }
        }
    }
}
