<?php

declare(strict_types=1);

namespace App\Write\Desk;

use App\Platform\Database\Row;
use App\Platform\Database\Rows;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Wording\TextField;

/** Who has the focus on which text of the desk, so that two people on the same rows see each other. */
final class Presence
{
    /** Seconds after which somebody who said nothing more is gone. */
    private const SECONDS = 20;

    public static function tell(Store $store, int $userId, int $resource, TextField $field): void
    {
        DB::statement(
            'INSERT INTO write_present (store_id, user_id, resource_id, field, seen_at)
                SELECT ?, ?, id, ?, UTC_TIMESTAMP() FROM resources WHERE id = ? AND store_id = ?
                ON DUPLICATE KEY UPDATE resource_id = VALUES(resource_id), field = VALUES(field),
                seen_at = VALUES(seen_at)',
            [$store->id, $userId, $field->value, $resource, $store->id],
        );
    }

    /** @return list<array{name: string, resource: int, field: string}> the others */
    public static function others(Store $store, int $userId): array
    {
        return array_values(
            array_map(
                static fn (Row $row): array => [
                    'name' => $row->text('name'),
                    'resource' => $row->int('resource_id'),
                    'field' => TextField::from($row->int('field'))->key(),
                ],
                Rows::all(
                    'SELECT u.name, p.resource_id, p.field FROM write_present p JOIN users u ON u.id = p.user_id
                        WHERE p.store_id = ? AND p.user_id <> ? AND p.seen_at > UTC_TIMESTAMP() - INTERVAL '.
                        self::SECONDS.
                        ' SECOND ORDER BY u.name',
                    [$store->id, $userId],
                ),
            ),
        );
    }
}
