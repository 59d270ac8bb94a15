<?php

declare(strict_types=1);

namespace App\Platform\Database;

use App\Platform\Bytes;
use Illuminate\Support\Facades\DB;

/** Writes many rows in few statements; values are quoted by the driver, bytes go as hexadecimal. */
final class Bulk
{
    /** Bytes of one statement; well below the server's max_allowed_packet. */
    private const STATEMENT_BYTES = 1_000_000;

    /**
     * @param  list<string>  $columns
     * @param  iterable<list<int|float|string|Bytes|null>>  $rows
     * @param  string  $verb  INSERT, INSERT IGNORE or REPLACE
     * @return int rows affected, as the server counts them
     */
    public static function write(string $table, array $columns, iterable $rows, string $verb = 'INSERT'): int
    {
        return self::state($verb.self::into($table, $columns), $rows);
    }

    /**
     * Writes rows; of those whose key is there already some columns change.
     *
     * @param  list<string>  $columns
     * @param  iterable<list<int|float|string|Bytes|null>>  $rows
     * @param  string  $update  assignments in SQL, such as "n = n + VALUES(n)"
     * @return int rows affected, as the server counts them: a row that changes counts two
     */
    public static function upsert(string $table, array $columns, iterable $rows, string $update): int
    {
        return self::state('INSERT'.self::into($table, $columns), $rows, " ON DUPLICATE KEY UPDATE $update");
    }

    /** @param  list<string>  $columns */
    private static function into(string $table, array $columns): string
    {
        return " INTO $table (".implode(', ', $columns).') VALUES ';
    }

    /** @param  iterable<list<int|float|string|Bytes|null>>  $rows */
    private static function state(string $head, iterable $rows, string $behind = ''): int
    {
        $pdo = DB::connection()->getPdo();
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
                $affected += (int) $pdo->exec($sql.$behind);
                $sql = '';
            }
        }

        return $sql === '' ? $affected : $affected + (int) $pdo->exec($sql.$behind);
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

        return self::upsert($table, $columns, $rows, implode(', ', $updates));
    }

    /**
     * One column of rows, as whole numbers.
     *
     * @param  array<Row>  $rows
     * @return list<int>
     */
    public static function ids(array $rows, string $column): array
    {
        return array_values(array_map(static fn (Row $row): int => $row->int($column), $rows));
    }

    /** @param  array<int>  $ids at least one */
    public static function list(array $ids): string
    {
        return implode(',', array_map(intval(...), $ids));
    }
}
