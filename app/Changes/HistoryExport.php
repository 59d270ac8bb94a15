<?php

declare(strict_types=1);

namespace App\Changes;

use App\Stores\Models\Store;
use Generator;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Wording\TextField;

/** All that happened to texts and addresses of a store, oldest first, as rows of a table. */
final class HistoryExport
{
    public const COLUMNS = ['at', 'who', 'url', 'field', 'what', 'before', 'after', 'origin', 'release', 'note'];

    private const PORTION = 2000;

    /** @return Generator<int, list<string|int|null>> */
    public static function rows(Store $store): Generator
    {
        $after = 0;
        do {
            $rows = DB::select(
                'SELECT h.*, u.name, COALESCE(p.url, r.url) AS url FROM (SELECT * FROM history WHERE store_id = ?
                    AND id > ? ORDER BY id LIMIT '.
                    self::PORTION.
                    ') h LEFT JOIN users u ON u.id = h.user_id
                    LEFT JOIN pages p ON p.id = h.page_id LEFT JOIN resources r ON r.id = h.resource_id ORDER BY h.id',
                [$store->id, $after],
            );
            foreach ($rows as $row) {
                $after = (int) $row->id;
                $field =
                    (int) $row->resource_id > 0
                        ? TextField::tryFrom((int) $row->field)?->key()
                        : AddressField::tryFrom((int) $row->field)?->key();
                yield [
                    (string) $row->created_at,
                    $row->name,
                    $row->url,
                    $field,
                    (string) $row->event,
                    $row->before_value,
                    $row->after_value,
                    $row->origin,
                    $row->release_id === null ? null : (int) $row->release_id,
                    $row->note,
                ];
            }
        } while (count($rows) === self::PORTION);
    }
}
