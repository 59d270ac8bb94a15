<?php

declare(strict_types=1);

namespace App\Stores\Leaving;

use App\Platform\Database\Row;
use App\Platform\Database\Rows;
use App\Stores\Models\Store;
use Closure;
use InvalidArgumentException;

/**
 * What belongs to a store, so that it can go with it: every table with a store_id, the tables of whose rows a store's
 * row is
 * the parent, and files. Tables with a store_id are found in the database itself; the others are told by their owners.
 */
final class StoreTables
{
    /** @var array<string, array{column: string, parent: string}> by table */
    private array $children = [];

    /** @var list<Closure(Store): iterable<string>> */
    private array $files = [];

    /** Tables that have a store_id and are cleared last, when nothing can be begun in the store any more. */
    private const LAST = ['memberships', 'connections', 'markets', 'work'];

    /**
     * A table without a store's number, or without an index that begins with it.
     *
     * @param  string  $column  holds the parent's key
     * @param  string  $parent  a table with a store_id and an index that begins with it, such as "gather_crawls"; its
     *                          key is id, or page_id where it is the list table
     *
     * @throws InvalidArgumentException where these are no names of tables and a column
     */
    public function child(string $table, string $column, string $parent): void
    {
        if (preg_match('/^[a-z_]+ [a-z_]+ [a-z_]+$/', "$table $column $parent") !== 1) {
            throw new InvalidArgumentException("$table, $column, $parent: no names of tables and a column.");
        }
        $this->children[$table] = ['column' => $column, 'parent' => $parent];
    }

    /** @param  Closure(Store): iterable<string>  $names  names on the disk "uploads" */
    public function files(Closure $names): void
    {
        $this->files[] = $names;
    }

    /** @return list<string> names on the disk "uploads" */
    public function filesOf(Store $store): array
    {
        $all = [];
        foreach ($this->files as $names) {
            foreach ($names($store) as $name) {
                $all[] = $name;
            }
        }

        return array_values(array_unique(array_filter($all)));
    }

    /** @return array<string, array{column: string, parent: string}> by table */
    public function children(): array
    {
        return $this->children;
    }

    /** @return list<string> tables with a store_id that are no children, those that end a store last */
    public function own(): array
    {
        $tables = array_map(
            static fn (Row $row): string => $row->text('name'),
            Rows::all(
                "SELECT TABLE_NAME AS name FROM information_schema.COLUMNS WHERE TABLE_SCHEMA = DATABASE()
                    AND COLUMN_NAME = 'store_id' ORDER BY TABLE_NAME",
            ),
        );

        return [
            ...array_values(array_diff($tables, array_keys($this->children), self::LAST)),
            ...array_values(array_intersect(self::LAST, $tables)),
        ];
    }
}
