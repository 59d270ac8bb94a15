<?php

declare(strict_types=1);

namespace App\Untangle\Lists;

use App\Platform\Database\Rows;
use App\Stores\Models\Store;
use Generator;

/** Links of the shop that lead to an address that folds into another, and where they should lead. */
final class LinksToMend
{
    public const COLUMNS = ['page', 'anchor', 'leads_to', 'should_lead_to'];

    private const PORTION = 5000;

    /** @return Generator<int, list<string>> */
    public static function rows(Store $store): Generator
    {
        for (
            $from = $place = 0; ;
            [$from, $place] = [$found[count($found) - 1]->int('from_page'), $found[count($found) - 1]->int('place')]
        ) {
            $found = Rows::all(
                'SELECT l.from_page, l.place, p.url AS from_url, l.anchor, t.url AS to_url, k.url AS should
                    FROM links l JOIN untangle_pages u ON u.store_id = l.store_id AND u.page_id = l.to_page
                    AND u.keeper_page > 0 AND u.keeper_page <> u.page_id JOIN pages p ON p.id = l.from_page
                    JOIN pages t ON t.id = l.to_page JOIN pages k ON k.id = u.keeper_page
                WHERE l.store_id = ? AND (l.from_page > ? OR (l.from_page = ? AND l.place > ?))
                ORDER BY l.from_page, l.place LIMIT '.self::PORTION,
                [$store->id, $from, $from, $place],
            );
            foreach ($found as $row) {
                yield [$row->text('from_url'), $row->text('anchor'), $row->text('to_url'), $row->text('should')];
            }
            if ($found === []) {
                return;
            }
        }
    }
}
