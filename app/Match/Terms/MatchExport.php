<?php

declare(strict_types=1);

namespace App\Match\Terms;

use App\Inventory\Terms\PageTerms;
use App\Platform\Bytes;
use App\Platform\Database\Bulk;
use App\Stores\Models\Store;
use Generator;
use Illuminate\Support\Facades\DB;

/** Pages with their terms, and terms with their pages, as tables. */
final class MatchExport
{
    public const PAGES = ['url', 'kind', 'lead_term', 'volume', 'difficulty', 'position', 'intent', 'supporting'];

    public const TERMS = ['term', 'asked_for', 'group', 'volume', 'difficulty', 'url', 'rivals', 'served'];

    private const PORTION = 1000;

    private const SERVED = ['no', 'yes', 'not stocked', 'no', 'no'];

    /**
     * @return Generator<list<string|int|float|null>> pages that can go for a term, with the lead term that they have
     * or none
     */
    public static function pages(Store $store): Generator
    {
        $keys = LeadMarks::keys($store);
        $after = 0;
        do {
            $rows = DB::select(
                'SELECT i.page_id, i.market_id, i.kind, p.url FROM page_index i JOIN pages p ON p.id = i.page_id WHERE
                    i.store_id = ? AND i.page_id > ?
                    AND (EXISTS (SELECT 1 FROM page_terms t WHERE t.page_id = i.page_id) OR EXISTS (SELECT 1 FROM
                    match_pairs m WHERE m.page_id = i.page_id))
                    ORDER BY i.page_id LIMIT '.self::PORTION,
                [$store->id, $after],
            );
            if ($rows === []) {
                return;
            }
            $pages = Bulk::ids($rows, 'page_id');
            $after = (int) end($pages);
            $terms = PageTerms::of($pages);
            $digests = [];
            foreach ($rows as $row) {
                $lead = $terms[(int) $row->page_id][0] ?? '';
                $key =
                    $lead === ''
                        ? null
                        : ($keys[(int) $row->market_id] ?? null)?->of(\Orchard\Core\Terms\TermForm::normal($lead));
                $key === null || ($digests[(int) $row->page_id] = Dictionary::digest($key));
            }
            $known = self::known($store, $digests);
            $places = [];
            foreach (
                $known === []
                    ? []
                    : DB::select(
                        'SELECT term_id, page_id, position_milli FROM match_pairs WHERE page_id IN ('.
                            Bulk::list($pages).
                            ') AND term_id IN ('.
                            Bulk::list(Bulk::ids($known, 'id')).
                            ')',
                    ) as $pair
            ) {
                $places[(int) $pair->term_id][(int) $pair->page_id] = (int) $pair->position_milli;
            }
            foreach ($rows as $row) {
                $page = (int) $row->page_id;
                $own = $terms[$page] ?? [];
                $term = $known[((int) $row->market_id).($digests[$page] ?? '')] ?? null;
                $position = $term === null ? 0 : $places[(int) $term->id][$page] ?? 0;
                yield [
                    (string) $row->url,
                    \App\Stores\Kinds\PageKind::from((int) $row->kind)->key(),
                    $own[0] ?? '',
                    $term === null || $term->volume === null ? null : (int) $term->volume,
                    $term === null || $term->difficulty === null ? null : (float) $term->difficulty,
                    $position === 0 ? null : round($position / 1000, 1),
                    $term === null ? '' : Asks::kind((int) $term->asked)->value ?? '',
                    implode('; ', array_slice($own, isset($own[0]) ? 1 : 0)),
                ];
            }
        } while (count($rows) === self::PORTION);
    }

    /** @return Generator<list<string|int|float|null>> */
    public static function terms(Store $store): Generator
    {
        $after = 0;
        do {
            $rows = DB::select(
                'SELECT t.id, t.term, t.asked, t.volume, t.difficulty, t.served, h.term AS head, p.url FROM match_terms
                    t LEFT JOIN match_terms h ON h.id = t.head_id
                    LEFT JOIN pages p ON p.id = COALESCE(t.lead_page, t.support_page) WHERE t.store_id = ? AND t.id > ?
                    AND t.excluded = 0 ORDER BY t.id LIMIT '.self::PORTION,
                [$store->id, $after],
            );
            if ($rows === []) {
                return;
            }
            $ids = Bulk::ids($rows, 'id');
            $after = (int) end($ids);
            $rivals = [];
            foreach (
                DB::select(
                    'SELECT r.term_id, a.url AS one, b.url AS other FROM match_rivalries r JOIN pages a ON a.id =
                        r.page_id JOIN pages b ON b.id = r.rival_id
                    WHERE r.takes_turns = 1 AND r.term_id IN ('.
                        Bulk::list($ids).
                        ')',
                ) as $row
            ) {
                $rivals[(int) $row->term_id][(string) $row->one] = true;
                $rivals[(int) $row->term_id][(string) $row->other] = true;
            }
            foreach ($rows as $row) {
                yield [
                    (string) $row->term,
                    Asks::kind((int) $row->asked)->value ?? '',
                    (string) ($row->head ?? $row->term),
                    $row->volume === null ? null : (int) $row->volume,
                    $row->difficulty === null ? null : (float) $row->difficulty,
                    (string) ($row->url ?? ''),
                    implode(' ', array_keys($rivals[(int) $row->id] ?? [])),
                    self::SERVED[(int) $row->served],
                ];
            }
        } while (count($rows) === self::PORTION);
    }

    /**
     * @param  array<int, string>  $digests
     * @return array<string, object> terms by market and digest
     */
    private static function known(Store $store, array $digests): array
    {
        if ($digests === []) {
            return [];
        }
        $known = [];
        foreach (
            DB::select(
                'SELECT id, market_id, digest, volume, difficulty, asked FROM match_terms WHERE store_id = ? AND digest
                    IN ('.
                    Bytes::list(array_values(array_unique($digests))).
                    ')',
                [$store->id],
            ) as $row
        ) {
            $known[((int) $row->market_id).$row->digest] = $row;
        }

        return $known;
    }
}
