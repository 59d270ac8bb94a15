<?php

declare(strict_types=1);

namespace App\Match\Terms;

use App\Inventory\Terms\PageTerms;
use App\Inventory\Terms\TermOrigin;
use App\Platform\Bytes;
use App\Platform\Database\Bulk;
use App\Platform\Database\Row;
use App\Platform\Database\Rows;
use App\Stores\Kinds\PageKind;
use App\Stores\Models\Store;
use Generator;
use Orchard\Core\Terms\TermForm;

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
        $after = 0;
        do {
            ['rows' => $rows, 'last' => $after] = self::portion($store, $after, self::PORTION);
            foreach ($rows as $row) {
                yield [
                    $row['url'],
                    $row['kind'],
                    $row['lead_term'],
                    $row['volume'],
                    $row['difficulty'],
                    $row['position'],
                    $row['intent'],
                    implode('; ', $row['supporting']),
                ];
            }
        } while (count($rows) === self::PORTION);
    }

    /**
     * Pages that can go for a term, by their numbers, from behind one on.
     *
     * @return array{rows: list<array{page: int, url: string, kind: string, lead_term: string, locked: bool,
     *     volume: ?int, difficulty: ?float, position: ?float, intent: string, supporting: list<string>}>, last: int}
     */
    public static function portion(Store $store, int $after, int $most): array
    {
        $keys = LeadMarks::keys($store);
        $rows = Rows::all(
            'SELECT i.page_id, i.market_id, i.kind, p.url FROM page_index i JOIN pages p ON p.id = i.page_id WHERE
                i.store_id = ? AND i.page_id > ? AND (EXISTS (SELECT 1 FROM page_terms t WHERE t.page_id = i.page_id)
                OR EXISTS (SELECT 1 FROM match_pairs m WHERE m.page_id = i.page_id)) ORDER BY i.page_id LIMIT '.$most,
            [$store->id, $after],
        );
        if ($rows === []) {
            return ['rows' => [], 'last' => $after];
        }
        $pages = Bulk::ids($rows, 'page_id');
        $terms = PageTerms::of($pages);
        $claims = PageTerms::claims($pages);
        $digests = [];
        foreach ($rows as $row) {
            $lead = $terms[$row->int('page_id')][0] ?? '';
            $key = $lead === '' ? null : ($keys[$row->int('market_id')] ?? null)?->of(TermForm::normal($lead));
            $key === null || ($digests[$row->int('page_id')] = Dictionary::digest($key));
        }
        $known = self::known($store, $digests);
        $places = self::places($pages, $known);
        $told = [];
        foreach ($rows as $row) {
            $page = $row->int('page_id');
            $own = $terms[$page] ?? [];
            $term = $known[$row->int('market_id').($digests[$page] ?? '')] ?? null;
            $position = $term === null ? 0 : $places[$term->int('id')][$page] ?? 0;
            $told[] = [
                'page' => $page,
                'url' => $row->text('url'),
                'kind' => PageKind::from($row->int('kind'))->key(),
                'lead_term' => $own[0] ?? '',
                'locked' => isset($own[0]) && ($claims[$page][1] ?? null) !== TermOrigin::Proposed,
                'volume' => $term?->intOrNull('volume'),
                'difficulty' => $term?->numberOrNull('difficulty'),
                'position' => $position === 0 ? null : round($position / 1000, 1),
                'intent' => $term === null ? '' : Asks::kind($term->int('asked'))->value ?? '',
                'supporting' => array_values(array_slice($own, isset($own[0]) ? 1 : 0)),
            ];
        }

        return ['rows' => $told, 'last' => max(0, ...$pages)];
    }

    /**
     * @param  list<int>  $pages  at least one
     * @param  array<string, Row>  $terms
     * @return array<int, array<int, int>> thousandths of positions by term and page
     */
    private static function places(array $pages, array $terms): array
    {
        $places = [];
        foreach (
            $terms === []
                ? []
                : Rows::all(
                    'SELECT term_id, page_id, position_milli FROM match_pairs WHERE page_id IN ('.
                        Bulk::list($pages).
                        ') AND term_id IN ('.
                        Bulk::list(Bulk::ids($terms, 'id')).
                        ')',
                ) as $pair
        ) {
            $places[$pair->int('term_id')][$pair->int('page_id')] = $pair->int('position_milli');
        }

        return $places;
    }

    /** @return Generator<list<string|int|float|null>> */
    public static function terms(Store $store): Generator
    {
        $after = 0;
        do {
            $rows = Rows::all(
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
                Rows::all(
                    'SELECT r.term_id, a.url AS one, b.url AS other FROM match_rivalries r JOIN pages a ON a.id =
                        r.page_id JOIN pages b ON b.id = r.rival_id
                    WHERE r.takes_turns = 1 AND r.term_id IN ('.
                        Bulk::list($ids).
                        ')',
                ) as $row
            ) {
                $rivals[$row->int('term_id')][$row->text('one')] = true;
                $rivals[$row->int('term_id')][$row->text('other')] = true;
            }
            foreach ($rows as $row) {
                yield [
                    $row->text('term'),
                    Asks::kind($row->int('asked'))->value ?? '',
                    (string) ($row->head ?? $row->term),
                    $row->intOrNull('volume'),
                    $row->numberOrNull('difficulty'),
                    (string) ($row->url ?? ''),
                    implode(' ', array_keys($rivals[$row->int('id')] ?? [])),
                    self::SERVED[$row->int('served')],
                ];
            }
        } while (count($rows) === self::PORTION);
    }

    /**
     * @param  array<int, string>  $digests
     * @return array<string, Row> terms by market and digest
     */
    private static function known(Store $store, array $digests): array
    {
        if ($digests === []) {
            return [];
        }
        $known = [];
        foreach (
            Rows::all(
                'SELECT id, market_id, digest, volume, difficulty, asked FROM match_terms WHERE store_id = ? AND digest
                    IN ('.
                    Bytes::list(array_values(array_unique($digests))).
                    ')',
                [$store->id],
            ) as $row
        ) {
            $known[$row->int('market_id').$row->digest] = $row;
        }

        return $known;
    }
}
