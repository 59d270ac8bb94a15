<?php

declare(strict_types=1);

namespace App\Match\Terms;

use App\Inventory\KeptDetails;
use App\Platform\Database\Bulk;
use App\Platform\Database\Row;
use App\Platform\Database\Rows;
use App\Stores\Models\Store;
use Orchard\Core\Terms\PagePlaces;
use Orchard\Core\Terms\Placement;

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
        $terms = Rows::all(
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
                        static fn (Row $term): ?array => isset($placements[$term->int('lead_page')])
                            ? [
                                'page' => $term->int('lead_page'),
                                'url' => $placements[$term->int('lead_page')][0],
                                'term' => $term->text('term'),
                                'worth' => $term->number('worth'),
                                'placement' => $placements[$term->int('lead_page')][1],
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
     * @param  array<Row>  $terms
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
            Rows::all("SELECT DISTINCT to_page, anchor FROM links WHERE to_page IN ($list) AND anchor <> ''") as $row
        ) {
            $anchors[$row->int('to_page')][] = $row->text('anchor');
        }
        $names = [];
        foreach ($terms as $term) {
            $names[$term->int('lead_page')] = $term->text('term');
        }
        $placed = [];
        foreach (
            Rows::all(
                "SELECT p.id, p.url, f.title, f.description, f.h1s, d.details, d.text FROM pages p LEFT JOIN page_facts
                    f ON f.page_id = p.id AND f.to_crawl = 0
                    LEFT JOIN page_details d ON d.page_id = p.id WHERE p.id IN ($list)",
            ) as $row
        ) {
            $page = $row->int('id');
            $images = KeptDetails::unpack($row->textOrNull('details'))['images'] ?? [];
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
            $h1s = array_filter((array) json_decode($row->text('h1s'), true), is_string(...));
            $placed[$page] = [
                $row->text('url'),
                Placement::of(
                    $names[$page],
                    new PagePlaces(
                        title: $row->text('title'),
                        heading: implode(' ', $h1s),
                        description: $row->text('description'),
                        slug: rawurldecode(basename((string) parse_url($row->text('url'), PHP_URL_PATH))),
                        text: $row->text === null ? null : KeptDetails::textOf($row->text('text')),
                        images: $alts,
                        links: $anchors[$page] ?? [],
                    ),
                ),
            ];
        }

        return $placed;
    }
}
