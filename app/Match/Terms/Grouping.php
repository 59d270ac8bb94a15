<?php

declare(strict_types=1);

namespace App\Match\Terms;

use App\Platform\Database\Bulk;
use App\Platform\Database\Rows;
use App\Platform\Work\WorkRun;
use App\Stores\Models\Market;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Terms\TermForm;
use Orchard\Core\Terms\TermGroups;

/**
 * Puts the terms of a market under their head terms: by their words, and where words say nothing by the pages that are
 * shown for both. What people said of a term's group stays.
 */
final class Grouping
{
    /** A page with so much of a term's impressions is one of its result pages, with so much more it stands for it. */
    private const SHARE = 0.2;

    private const MOST_OF_IT = 0.6;

    /** Weight of shared pages from which on terms are of one group. */
    private const ENOUGH = 2;

    /** A page that is seen for more terms than this, or for half of all, tells nothing of any two of them. */
    private const MANY_TERMS = 40;

    private const LEAST_IMPRESSIONS = 20;

    public static function of(Store $store, Market $market, WorkRun $run): void
    {
        $groups = new TermGroups($market->language);
        $names = $searches = [];
        foreach (
            Rows::all(
                'SELECT id, term, volume, impressions FROM match_terms WHERE store_id = ? AND market_id = ?
                    AND run = ?
                    ORDER BY id',
                [$store->id, $market->id, $run->workId],
            ) as $row
        ) {
            $searches[$row->int('id')] = (float) ($row->volume ?? $row->impressions);
            $groups->add($row->int('id'), $row->text('term'), $searches[$row->int('id')]);
            $names[$row->int('id')] = $row->text('term');
        }
        $run->beat(['phase' => 'grouping terms']);
        $heads = $groups->heads();
        $heads = self::byPages($heads, $searches, self::resultPages($store, $market, $run));
        $byName = array_flip($names);
        foreach (
            Rows::all(
                'SELECT t.id, s.head FROM match_said s JOIN match_terms t ON t.store_id = s.store_id
                    AND t.market_id =
                    s.market_id
                AND t.digest = s.digest WHERE s.store_id = ? AND s.market_id = ? AND s.head IS NOT NULL',
                [$store->id, $market->id],
            ) as $row
        ) {
            $heads[$row->int('id')] = $byName[TermForm::normal($row->text('head'))] ?? $row->int('id');
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
     * A term that heads itself goes to the group with which it shares two result pages, our own or rivals', or the page
     * that has most of the impressions of both. The more searched term heads.
     *
     * @param  array<int, int>  $heads  by term
     * @param  array<int, float>  $searches  by term
     * @param  array<int, array<string, int>>  $pages  result pages by term, as resultPages() tells them
     * @return array<int, int> heads by term
     */
    private static function byPages(array $heads, array $searches, array $pages): array
    {
        $sizes = array_count_values($heads);
        $groups = [];
        $take = static function (int $term) use (&$groups, &$heads, $pages): void {
            foreach ($pages[$term] ?? [] as $page => $weight) {
                $groups[$page][$heads[$term]] = max($groups[$page][$heads[$term]] ?? 0, $weight);
            }
        };
        $lone = [];
        foreach ($heads as $term => $head) {
            $sizes[$head] > 1 ? $take($term) : ($lone[$term] = $searches[$term] ?? 0.0);
        }
        arsort($lone);
        foreach (array_keys($lone) as $term) {
            $shared = [];
            foreach ($pages[$term] ?? [] as $page => $weight) {
                foreach ($groups[$page] ?? [] as $head => $theirs) {
                    $shared[$head] = ($shared[$head] ?? 0) + min($weight, $theirs);
                }
            }
            $best = null;
            foreach ($shared as $head => $weight) {
                $isBetter =
                    $best === null || [$weight, $sizes[$head], -$head] > [$shared[$best], $sizes[$best], -$best];
                if ($weight >= self::ENOUGH && ($searches[$head] ?? 0.0) >= $lone[$term] && $isBetter) {
                    $best = $head;
                }
            }
            if ($best !== null) {
                $heads[$term] = $best;
                $sizes[$best]++;
            }
            $take($term);
        }

        return $heads;
    }

    /**
     * @return array<int, array<string, int>> result pages by term: 2 for one that has most of its impressions, 1 for
     * others. Pages that hold many terms, such as a home page, tell nothing.
     */
    private static function resultPages(Store $store, Market $market, WorkRun $run): array
    {
        $of = [$store->id, $market->id, $run->workId];
        $pages = $count = [];
        foreach (
            Rows::all(
                'SELECT t.id, s.page_id, s.impressions >= ? * t.impressions AS is_most FROM match_terms t
                    JOIN match_seen s
                    ON s.store_id = t.store_id AND s.run = t.run AND s.market_id = t.market_id
                    AND s.term_digest = t.digest
                    WHERE t.store_id = ? AND t.market_id = ? AND t.run = ? AND s.impressions >= ?
                    AND s.impressions >= ? * t.impressions',
                [self::MOST_OF_IT, ...$of, self::LEAST_IMPRESSIONS, self::SHARE],
            ) as $row
        ) {
            $pages[$row->int('id')]["p{$row->page_id}"] = $row->int('is_most') === 1 ? 2 : 1;
            $count["p{$row->page_id}"] = ($count["p{$row->page_id}"] ?? 0) + 1;
        }
        foreach (
            Rows::all(
                'SELECT t.id, HEX(r.url_digest) AS page FROM match_terms t JOIN match_results r
                    ON r.store_id = t.store_id
                    AND r.run = t.run AND r.market_id = t.market_id AND r.term_digest = t.digest
                    WHERE t.store_id = ? AND t.market_id = ? AND t.run = ?',
                $of,
            ) as $row
        ) {
            $pages[$row->int('id')]["r{$row->page}"] = 1;
            $count["r{$row->page}"] = ($count["r{$row->page}"] ?? 0) + 1;
        }

        $many = max(3, min(self::MANY_TERMS, intdiv(count($pages), 2)));

        return array_map(
            static fn (array $some): array => array_filter(
                $some,
                static fn (int $weight, string $page): bool => $weight === 2 || $count[$page] <= $many,
                ARRAY_FILTER_USE_BOTH,
            ),
            $pages,
        );
    }
}
