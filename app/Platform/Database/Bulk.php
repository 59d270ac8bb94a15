<?php

declare(strict_types=1);

namespace App\Platform\Database;

use App\Platform\Bytes;
use Illuminate\Support\Facades\DB;
use stdClass;

/** Writes many rows in few statements; values are quoted by the driver, bytes go as hexadecimal. */
final class Bulk
{
    /** Bytes of one statement; well below the server's max_allowed_packet. */
    private const STATEMENT_BYTES = 1_000_000;

    /**
     * @param  list<string>  $columns
     * @param  iterable<list<int|float|string|Bytes|null>>  $rows
     * @param  string  $verb  INSERT, INSERT IGNORE or REPLACE
     * @param  string  $behind  what follows the rows, such as ON DUPLICATE KEY UPDATE
     * @return int rows affected, as the server counts them
     */
    public static function write(
        string $table,
        array $columns,
        iterable $rows,
        string $verb = 'INSERT',
        string $behind = '',
    ): int {
        $pdo = DB::connection()->getPdo();
        $head = "$verb INTO $table (".implode(', ', $columns).') VALUES ';
        $sql = '';
        $affected = 0;
        foreach ($rows as $row) {
            $values = [];
            foreach ($row as $value) {
                $values[] = match (true) {
                    $value === null => 'NULL',
                    is_string($value) => $pdo->quote($value),
                    $value instanceof Bytes => $value->literal(),
                    default => (string) $value,
                };
            }
            $sql .= ($sql === '' ? $head : ', ').'('.implode(', ', $values).')';
            if (strlen($sql) > self::STATEMENT_BYTES) {
                $affected += (int) $pdo->exec($sql.' '.$behind);
                $sql = '';
            }
        }

        return $sql === '' ? $affected : $affected + (int) $pdo->exec($sql.' '.$behind);
    }

    /**
     * Writes rows, over those with the same key. Of a table with many indexes only those change whose columns do;
     * REPLACE would take each row out of all of them and put it back.
     *
     * @param  list<string>  $columns
     * @param  iterable<list<int|float|string|Bytes|null>>  $rows
     */
    public static function over(string $table, array $columns, iterable $rows): int
    {
        $updates = array_map(static fn (string $column): string => "$column = VALUES($column)", $columns);

        return self::write($table, $columns, $rows, 'INSERT', 'ON DUPLICATE KEY UPDATE '.implode(', ', $updates));
    }

    /**
     * One column of rows, as whole numbers.
     *
     * @param  array<stdClass>  $rows
     * @return list<int>
     */
    public static function ids(array $rows, string $column): array
    {
        return array_values(array_map(static fn (stdClass $row): int => (int) $row->{$column}, $rows));
    }

    /** @param  array<int>  $ids at least one */
    public static function list(array $ids): string
    {
        return implode(',', array_map(intval(...), $ids));
    }
}
