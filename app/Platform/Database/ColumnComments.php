<?php

declare(strict_types=1);

namespace App\Platform\Database;

use Illuminate\Support\Facades\DB;
use RuntimeException;

/**
 * Comments of columns whose names do not tell their unit, their range or the meaning of their codes; they stand in the
 * schema, where whoever writes SQL by hand looks first (tests/Feature/Store/UnitsTest holds that none is without).
 */
final class ColumnComments
{
    /**
     * Writes comments into the schema and nothing else: no row is touched, however large the table
     * (MariaDB, ALTER TABLE, ALGORITHM=INSTANT).
     *
     * @param  array<string, list<string>>  $comments  columns as "table.column", by their comment
     *
     * @throws RuntimeException where there is no such column
     */
    public static function say(array $comments): void
    {
        $columns = [];
        foreach ($comments as $comment => $names) {
            foreach ($names as $name) {
                [$table, $column] = explode('.', $name, 2);
                $columns[$table][$column] = $comment;
            }
        }
        foreach ($columns as $table => $told) {
            $changes = [];
            foreach ($told as $column => $comment) {
                $changes[] = 'MODIFY '.self::definition($table, $column).' COMMENT '.DB::escape($comment);
            }
            DB::statement("ALTER TABLE $table ".implode(', ', $changes).', ALGORITHM=INSTANT');
        }
    }

    /** The column as the schema has it, without its comment. */
    private static function definition(string $table, string $column): string
    {
        $create = (array) Rows::sole("SHOW CREATE TABLE $table");
        preg_match('/^ +(`'.preg_quote($column, '/').'` .*?),?$/m', (string) $create['Create Table'], $found) ===
            1 || throw new RuntimeException("There is no column $table.$column.");

        return (string) preg_replace("/ COMMENT '(?:[^']|'')*'\$/", '', $found[1]);
    }
}
