<?php

declare(strict_types=1);

namespace App\Platform\Database;

use Illuminate\Support\Facades\DB;

/**
 * Foreign keys from tables whose rows make no sense without a row of another one. Tables that are partitioned or loaded
 * in bulk have none: MariaDB refuses them on the first, and each row of the second would be looked up once more
 * (tests/Feature/Store/KeysTest names them).
 */
final class ForeignKeys
{
    /**
     * Ties the rows of a table to their parents, with which they go. What has lost its parent is taken away first:
     * nothing could find it.
     */
    public static function tie(string $child, string $column, string $parent): void
    {
        DB::delete("DELETE c FROM $child c LEFT JOIN $parent p ON p.id = c.$column WHERE c.$column IS NOT NULL
            AND p.id IS NULL");
        DB::statement("ALTER TABLE $child ADD CONSTRAINT {$child}_$column FOREIGN KEY ($column) REFERENCES $parent (id)
            ON DELETE CASCADE");
    }
}
