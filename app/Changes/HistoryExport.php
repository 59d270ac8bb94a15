<?php

declare(strict_types=1);

namespace App\Changes;

use App\Platform\Database\Rows;
use App\Stores\Models\Store;
use Generator;
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
            $rows = Rows::all(
                'SELECT h.*, u.name, COALESCE(p.url, r.url) AS url FROM (SELECT * FROM history WHERE store_id = ?
                    AND id > ? ORDER BY id LIMIT '.
                    self::PORTION.
                    ') h LEFT JOIN users u ON u.id = h.user_id
                    LEFT JOIN pages p ON p.id = h.page_id LEFT JOIN resources r ON r.id = h.resource_id ORDER BY h.id',
                [$store->id, $after],
            );
            foreach ($rows as $row) {
                $after = $row->int('id');
                $field =
                    $row->int('resource_id') > 0
                        ? TextField::tryFrom($row->int('field'))?->key()
                        : AddressField::tryFrom($row->int('field'))?->key();
                yield [
                    $row->text('created_at'),
                    $row->name,
                    $row->url,
                    $field,
                    $row->text('event'),
                    $row->before_value,
                    $row->after_value,
                    $row->origin,
                    $row->intOrNull('release_id'),
                    $row->note,
                ];
            }
        } while (count($rows) === self::PORTION);
    }
}
