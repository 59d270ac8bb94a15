<?php

declare(strict_types=1);

namespace App\Facts\Lists;

use App\Platform\Bytes;
use App\Platform\Database\Bulk;
use App\Platform\Database\Row;
use App\Platform\Database\Rows;
use Illuminate\Support\Facades\DB;

/**
 * Writes the rows of an import into a list, makes them current, and takes them out again; whatever an older import said
 * of the same things is current again then. Every method is called inside a transaction, does a portion, and can be
 * done again.
 */
final readonly class ListBook
{
    private const PORTION = 20_000;

    public function __construct(private int $store, private ListTable $table)
    {
    }

    /**
     * @param  list<array{string, list<int|float|string|null>}>  $rows  16 bytes that stand for the thing, and its
     *     columns; of one thing the last row counts
     */
    public function write(int $import, array $rows): void
    {
        $columns = $this->table->columns();
        Bulk::upsert(
            $this->table->value,
            ['store_id', 'mark', 'import_id', ...$columns],
            array_map(fn (array $row): array => [$this->store, new Bytes($row[0]), $import, ...$row[1]], $rows),
            implode(', ', array_map(static fn (string $column): string => "$column = VALUES($column)", $columns)),
        );
    }

    /** @return bool whether all rows of the import that no newer one replaces are current */
    public function makeCurrent(int $import): bool
    {
        $table = $this->table->value;
        $marks = Rows::all(
            "SELECT n.mark FROM $table n WHERE n.import_id = ? AND n.is_current = 0 AND NOT EXISTS (SELECT 1 FROM $table x
                WHERE x.store_id = n.store_id AND x.mark = n.mark AND x.import_id > n.import_id) ORDER BY n.mark
                LIMIT ".self::PORTION,
            [$import],
        );
        foreach (array_chunk(array_map(static fn (Row $row): string => $row->text('mark'), $marks), 2000) as $chunk) {
            DB::update(
                "UPDATE $table SET is_current = (import_id = ?) WHERE store_id = ? AND mark IN (".
                    Bytes::list($chunk).
                    ')',
                [$import, $this->store],
            );
        }

        return count($marks) < self::PORTION;
    }

    /** @return bool whether nothing of the import is left */
    public function takeBack(int $import): bool
    {
        $table = $this->table->value;
        $marks = array_map(
            static fn (Row $row): string => $row->text('mark'),
            Rows::all("SELECT mark FROM $table WHERE import_id = ? ORDER BY mark LIMIT ".self::PORTION, [$import]),
        );
        foreach (array_chunk($marks, 2000) as $chunk) {
            $list = Bytes::list($chunk);
            DB::delete("DELETE FROM $table WHERE store_id = ? AND import_id = ? AND mark IN ($list)", [
                $this->store,
                $import,
            ]);
            DB::update(
                "UPDATE $table t JOIN (SELECT mark, MAX(import_id) AS import_id FROM $table WHERE store_id = ?
                    AND mark IN ($list) GROUP BY mark) h ON h.mark = t.mark AND h.import_id = t.import_id
                        SET t.is_current = 1 WHERE t.store_id = ?",
                [$this->store, $this->store],
            );
        }

        return count($marks) < self::PORTION;
    }
}
