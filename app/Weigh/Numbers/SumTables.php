<?php

declare(strict_types=1);

namespace App\Weigh\Numbers;

use App\Facts\NumberWindow;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;
use RuntimeException;

/** The tables that hold what PageSums adds up: what is let go, loaded and added up in them. */
final readonly class SumTables
{
    public function __construct(private Store $store, private NumberWindow $window)
    {
    }

    /** Lets go what was there of a portion of pages; called inside a transaction. */
    public function forget(SummedPages $summed): void
    {
        $id = $this->store->id;
        $between = [$id, $summed->after, $summed->last];
        DB::delete('DELETE FROM weigh_pairs WHERE store_id = ? AND page_id > ? AND page_id <= ?', $between);
        DB::delete('DELETE FROM weigh_seasons WHERE store_id = ? AND page_id > ? AND page_id <= ?', $between);
        DB::delete('DELETE FROM weigh_evidence WHERE store_id = ? AND page_id > ? AND page_id <= ?', $between);
        foreach (['weigh_weeks', 'weigh_places'] as $table) {
            DB::delete("DELETE FROM $table WHERE store_id = ? AND part > ?", [$id, $summed->after]);
        }
        foreach (SumColumns::windows($this->window) as $weeks) {
            foreach (array_keys(Lens::DEVICES) as $device) {
                foreach (array_keys(Lens::CLASSES) as $class) {
                    DB::delete(
                        'DELETE FROM weigh_sums WHERE store_id = ? AND weeks = ? AND device = ? AND class = ?
                            AND page_id > ? AND page_id <= ?',
                        [$id, $weeks, $device, $class, $summed->after, $summed->last],
                    );
                }
            }
        }
    }

    /**
     * Adds the parts of weeks and places up, and lets go what was kept of pages that are no more; called inside a
     * transaction.
     */
    public function finish(): void
    {
        $id = $this->store->id;
        foreach (
            [
                'weigh_weeks' => [
                    'week, market_id, kind, device, class',
                    'clicks, impressions, position_sum, orders, revenue',
                ],
                'weigh_places' => ['week, market_id, kind, place', 'pairs, clicks, impressions'],
            ] as $table => [$keys, $sums]
        ) {
            $totals = implode(
                ', ',
                array_map(static fn (string $column): string => "SUM($column)", explode(', ', $sums)),
            );
            DB::delete("DELETE FROM $table WHERE store_id = ? AND part = 0", [$id]);
            DB::insert(
                "INSERT INTO $table (store_id, part, $keys, $sums) SELECT ?, 0, $keys, $totals FROM $table
                    WHERE store_id = ? AND part > 0 GROUP BY $keys",
                [$id, $id],
            );
            DB::delete("DELETE FROM $table WHERE store_id = ? AND part > 0", [$id]);
        }
        foreach (['weigh_sums', 'weigh_pairs', 'weigh_seasons', 'weigh_evidence'] as $table) {
            DB::delete(
                "DELETE s FROM $table s LEFT JOIN page_index i ON i.store_id = s.store_id AND i.page_id = s.page_id
                    WHERE s.store_id = ? AND i.page_id IS NULL",
                [$id],
            );
        }
    }

    /**
     * @param  iterable<string>  $lines  of tabs and line ends
     *
     * @throws RuntimeException where the disk has no room for them
     */
    public function load(string $into, iterable $lines): void
    {
        $path = tempnam(storage_path('app'), 'sums') ?: throw new RuntimeException('No file can be made for the sums.');
        try {
            $file = fopen($path, 'wb') ?: throw new RuntimeException("The file $path cannot be written.");
            foreach ($lines as $line) {
                fwrite($file, $line) === strlen($line) || throw new RuntimeException("The disk is full: $path.");
            }
            fclose($file);
            [$table, $columns] = explode(' ', $into, 2);
            $pdo = DB::connection()->getPdo();
            $pdo->exec(
                'LOAD DATA LOCAL INFILE '.$pdo->quote($path)." INTO TABLE $table CHARACTER SET ascii $columns",
            );
        } finally {
            unlink($path);
        }
    }
}
