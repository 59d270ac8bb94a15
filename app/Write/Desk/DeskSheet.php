<?php

declare(strict_types=1);

namespace App\Write\Desk;

use App\Changes\LastTouched;
use App\Inventory\Figures;
use App\Inventory\Terms\PageTerms;
use App\Platform\Database\Bulk;
use App\Platform\Database\Rows;
use App\Stores\Models\Store;
use Orchard\Core\Wording\Check;

/** The desk's rows as the browser draws them: texts, what is said of them, and what one looks at while writing. */
final class DeskSheet
{
    public function __construct(private readonly DeskList $list, private readonly Figures $figures)
    {
    }

    /**
     * @param  list<int>  $resources
     * @return list<array<string, mixed>> in that order; resources that are gone are left out
     */
    public function rows(Store $store, array $resources): array
    {
        $rows = $this->list->rows($store, $resources);
        $pages = [];
        foreach ($rows as $row) {
            $row->pageId === null || ($pages[] = $row->pageId);
        }
        $expected = $this->figures->of('expected_rate', $store, $pages);
        $terms = PageTerms::of($pages);
        $touched = LastTouched::ofPages($pages);
        $goods = self::goods($pages);

        return array_map(
            static fn (DeskRow $row): array => [
                'id' => $row->id,
                'name' => $row->name,
                'url' => $row->url,
                'page' => $row->pageId,
                'market' => $row->marketId,
                'kind' => $row->kind->key(),
                'planned' => $row->isPlanned,
                'clicks' => $row->clicks,
                'impressions' => $row->impressions,
                'expected' => $expected[$row->pageId ?? 0] ?? null,
                'upside' => $row->upside,
                'price' => $goods[$row->pageId ?? 0][0] ?? null,
                'stock' => $goods[$row->pageId ?? 0][1] ?? null,
                'touched' => $touched[$row->pageId ?? 0] ?? null,
                'lead' => $terms[$row->pageId ?? 0][0] ?? '',
                'support' => array_values(array_diff_key($terms[$row->pageId ?? 0] ?? [], [0 => true])),
                'texts' => array_map(self::text(...), $row->cells),
            ],
            $rows,
        );
    }

    /**
     * @param  list<int>  $pages
     * @return array<int, array{?string, ?int}> price and stock by page
     */
    private static function goods(array $pages): array
    {
        $goods = [];
        $list = Bulk::list($pages);
        foreach (
            $pages === []
                ? []
                : Rows::all("SELECT page_id, price, stock FROM page_products WHERE page_id IN
                ($list)") as $row
        ) {
            $goods[$row->int('page_id')] = [$row->textOrNull('price'), $row->intOrNull('stock')];
        }

        return $goods;
    }

    /** @return array<string, mixed> */
    private static function text(DeskCell $cell): array
    {
        return [
            'stored' => $cell->stored,
            'shown' => $cell->shown,
            'draft' => $cell->draft,
            'revision' => $cell->revision,
            'state' => $cell->state?->value,
            'note' => $cell->note,
            'approved' => $cell->isApproved,
            'doubts' => $cell->doubts,
            'origin' => $cell->origin,
            'suffix' => $cell->suffix,
            'checks' => array_map(static fn (Check $check): string => $check->key(), $cell->checks),
        ];
    }
}
