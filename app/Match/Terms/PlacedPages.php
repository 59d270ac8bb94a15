<?php

declare(strict_types=1);

namespace App\Match\Terms;

use App\Inventory\KeptDetails;
use App\Platform\Database\Bulk;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Terms\PagePlaces;
use Orchard\Core\Terms\Placement;
use stdClass;

/** Pages with their lead term, and where it stands on each: the most valuable first. */
final class PlacedPages
{
    public const PAGE = 50;

    /**
     * @return array{rows: list<array{page: int, url: string, term: string, worth: float, placement: Placement}>,
     * next: ?string}
     */
    public static function page(Store $store, int $market, ?string $after): array
    {
        $where = 't.store_id = ? AND t.market_id = ? AND t.excluded = 0 AND t.lead_page IS NOT NULL';
        $values = [$store->id, $market];
        if ($after !== null && preg_match('/^(-?[\d.eE+\-]{1,30})_(\d{1,18})$/', $after, $found) === 1) {
            $where .= ' AND (t.worth < ? OR (t.worth = ? AND t.id < ?))';
            array_push($values, (float) $found[1], (float) $found[1], (int) $found[2]);
        }
        $terms = DB::select(
            "SELECT t.id, t.term, t.worth, t.lead_page FROM match_terms t WHERE $where ORDER BY t.worth DESC, t.id DESC
                LIMIT ".
                (self::PAGE + 1),
            $values,
        );
        $next = null;
        if (count($terms) > self::PAGE) {
            array_pop($terms);
            $last = $terms[count($terms) - 1];
            $next = $last->worth.'_'.$last->id;
        }
        $placements = self::of($terms);

        return [
            'rows' => array_values(
                array_filter(
                    array_map(
                        static fn (stdClass $term): ?array => isset($placements[(int) $term->lead_page])
                            ? [
                                'page' => (int) $term->lead_page,
                                'url' => $placements[(int) $term->lead_page][0],
                                'term' => (string) $term->term,
                                'worth' => (float) $term->worth,
                                'placement' => $placements[(int) $term->lead_page][1],
                            ]
                            : null,
                        $terms,
                    ),
                ),
            ),
            'next' => $next,
        ];
    }

    /**
     * @param  array<stdClass>  $terms
     * @return array<int, array{string, Placement}> address and placement by page
     */
    private static function of(array $terms): array
    {
        if ($terms === []) {
            return [];
        }
        $ids = Bulk::ids($terms, 'lead_page');
        $list = Bulk::list($ids);
        $anchors = [];
        foreach (
            DB::select("SELECT DISTINCT to_page, anchor FROM links WHERE to_page IN ($list) AND anchor <> ''") as $row
        ) {
            $anchors[(int) $row->to_page][] = (string) $row->anchor;
        }
        $names = [];
        foreach ($terms as $term) {
            $names[(int) $term->lead_page] = (string) $term->term;
        }
        $placed = [];
        foreach (
            DB::select(
                "SELECT p.id, p.url, f.title, f.description, f.h1s, d.details, d.text FROM pages p LEFT JOIN page_facts
                    f ON f.page_id = p.id AND f.to_crawl = 0
                    LEFT JOIN page_details d ON d.page_id = p.id WHERE p.id IN ($list)",
            ) as $row
        ) {
            $page = (int) $row->id;
            $images = KeptDetails::unpack($row->details === null ? null : (string) $row->details)['images'] ?? [];
            $alts = array_values(
                array_filter(
                    array_map(
                        static fn (mixed $image): string => is_array($image) && is_string($image['alt'] ?? null)
                            ? $image['alt']
                            : '',
                        is_array($images) ? $images : [],
                    ),
                ),
            );
            $h1s = array_filter((array) json_decode((string) $row->h1s, true), is_string(...));
            $placed[$page] = [
                (string) $row->url,
                Placement::of(
                    $names[$page],
                    new PagePlaces(
                        title: (string) $row->title,
                        heading: implode(' ', $h1s),
                        description: (string) $row->description,
                        slug: rawurldecode(basename((string) parse_url((string) $row->url, PHP_URL_PATH))),
                        text: $row->text === null ? null : KeptDetails::textOf((string) $row->text),
                        images: $alts,
                        links: $anchors[$page] ?? [],
                    ),
                ),
            ];
        }

        return $placed;
    }
}
