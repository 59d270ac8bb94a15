<?php

declare(strict_types=1);

namespace App\Store\Facts;

use App\Store\Bulk;
use Illuminate\Support\Facades\DB;
use LogicException;

/**
 * Takes rows into the facts, day by day: the newest import owns a day of its grain whole; the rows that it replaces
 * rest, and come back when it is taken back. Every method is called inside a transaction.
 */
final readonly class FactBook
{
    public function __construct(private int $storeId, private FactTable $facts, private int $grain)
    {
    }

    /**
     * Days that an import has rows of and has not taken over yet, in order.
     *
     * @param  array<string, int>  $rows  by day
     * @param  int  $length  days that each row stands for
     * @return list<array{day: string, days: int, rows: int}>
     */
    public function daysLeft(int $import, array $rows, int $length): array
    {
        $taken = array_fill_keys(array_map(static fn (object $row): string => (string) $row->day, DB::select('SELECT day FROM fact_days WHERE import_id = ?', [$import])), true);
        $left = array_diff_key($rows, $taken);
        ksort($left);

        return array_values(array_map(static fn (string $day, int $n): array => ['day' => $day, 'days' => $length, 'rows' => $n], array_keys($left), $left));
    }

    /**
     * Makes the import the owner of these days, all of one calendar month.
     *
     * @param  non-empty-list<array{day: string, days: int, rows: int}>  $days
     * @param  string  $path  of a file on this machine with all their rows: keys, then sums, between tabs, in the order of the key, each key once
     * @param  int  $lines  in that file
     */
    public function takeDays(int $import, array $days, string $path, int $lines): void
    {
        foreach ($this->owners($days) as $owner => $owned) {
            $this->rest((int) $owner, $owned);
        }
        $pdo = DB::connection()->getPdo();
        $written = $pdo->exec('LOAD DATA LOCAL INFILE '.$pdo->quote($path)." INTO TABLE {$this->facts->rows()} CHARACTER SET ascii ({$this->columns()}) SET store_id = {$this->storeId}, grain = {$this->grain}");
        if ($written !== $lines) {
            throw new LogicException("Of $lines rows the database took ".(int) $written.'.');
        }
        Bulk::write('fact_days', ['store_id', 'facts', 'grain', 'day', 'days', 'import_id', 'state', 'row_count'], array_map(fn (array $one): array => [$this->storeId, $this->facts->value, $this->grain, $one['day'], $one['days'], $import, 'owns', $one['rows']], $days));
    }

    /**
     * Takes an import's days out again; what rested under it comes back.
     *
     * @param  non-empty-list<array{day: string, days: int}>  $days  that it owns or that rest
     */
    public function giveDaysBack(int $import, array $days): void
    {
        $mine = $this->daysOf($days);
        $owned = [];
        foreach (DB::select("SELECT day, days FROM fact_days WHERE import_id = ? AND state = 'owns' AND (day, days) IN ($mine)", [$import]) as $row) {
            $owned[] = ['day' => (string) $row->day, 'days' => (int) $row->days];
        }
        DB::update("UPDATE fact_days SET state = 'back', rested_at = NULL WHERE import_id = ? AND (day, days) IN ($mine)", [$import]);
        DB::delete("DELETE FROM {$this->facts->resting()} WHERE import_id = ? AND (day, days) IN ($mine)", [$import]);
        if ($owned === []) {
            return;
        }
        $lost = $this->daysOf($owned);
        DB::delete("DELETE FROM {$this->facts->rows()} WHERE store_id = ? AND grain = ? AND day BETWEEN ? AND ? AND (day, days) IN ($lost)", [$this->storeId, $this->grain, $owned[0]['day'], $owned[count($owned) - 1]['day']]);
        $heirs = [];
        foreach (DB::select("SELECT day, days, MAX(import_id) AS import_id FROM fact_days WHERE store_id = ? AND facts = ? AND grain = ? AND state = 'rests' AND (day, days) IN ($lost) GROUP BY day, days", [$this->storeId, $this->facts->value, $this->grain]) as $row) {
            $heirs[(int) $row->import_id][] = ['day' => (string) $row->day, 'days' => (int) $row->days];
        }
        foreach ($heirs as $heir => $inherited) {
            $list = $this->daysOf($inherited);
            DB::insert("INSERT INTO {$this->facts->rows()} (store_id, grain, {$this->columns()}) SELECT ?, ?, {$this->columns()} FROM {$this->facts->resting()} WHERE import_id = ? AND (day, days) IN ($list)", [$this->storeId, $this->grain, $heir]);
            DB::delete("DELETE FROM {$this->facts->resting()} WHERE import_id = ? AND (day, days) IN ($list)", [$heir]);
            DB::update("UPDATE fact_days SET state = 'owns', rested_at = NULL WHERE import_id = ? AND (day, days) IN ($list)", [$heir]);
        }
    }

    /** Drops a portion of what has rested for thirty days. Answers whether some may be left. */
    public static function forgetOld(): bool
    {
        $old = DB::select("SELECT import_id, facts, day, days FROM fact_days WHERE state = 'rests' AND rested_at < UTC_TIMESTAMP() - INTERVAL 30 DAY LIMIT 200");
        foreach ($old as $row) {
            DB::transaction(static function () use ($row): void {
                DB::delete('DELETE FROM '.FactTable::from((int) $row->facts)->resting().' WHERE import_id = ? AND day = ? AND days = ?', [$row->import_id, $row->day, $row->days]);
                DB::update("UPDATE fact_days SET state = 'gone' WHERE import_id = ? AND day = ? AND days = ?", [$row->import_id, $row->day, $row->days]);
            });
        }

        return $old !== [];
    }

    /**
     * @param  list<array{day: string, days: int, rows?: int}>  $days
     * @return array<int, list<array{day: string, days: int}>> days by the import that owns them now
     */
    private function owners(array $days): array
    {
        $owners = [];
        foreach (DB::select("SELECT import_id, day, days FROM fact_days WHERE store_id = ? AND facts = ? AND grain = ? AND state = 'owns' AND (day, days) IN ({$this->daysOf($days)}) ORDER BY day, days", [$this->storeId, $this->facts->value, $this->grain]) as $row) {
            $owners[(int) $row->import_id][] = ['day' => (string) $row->day, 'days' => (int) $row->days];
        }

        return $owners;
    }

    /** @param  list<array{day: string, days: int}>  $days */
    private function rest(int $owner, array $days): void
    {
        $list = $this->daysOf($days);
        $where = "store_id = ? AND grain = ? AND day BETWEEN ? AND ? AND (day, days) IN ($list)";
        $values = [$this->storeId, $this->grain, $days[0]['day'], $days[count($days) - 1]['day']];
        DB::insert("INSERT INTO {$this->facts->resting()} (import_id, {$this->columns()}) SELECT $owner, {$this->columns()} FROM {$this->facts->rows()} WHERE $where", $values);
        DB::delete("DELETE FROM {$this->facts->rows()} WHERE $where", $values);
        DB::update("UPDATE fact_days SET state = 'rests', rested_at = UTC_TIMESTAMP() WHERE import_id = ? AND (day, days) IN ($list)", [$owner]);
    }

    private function columns(): string
    {
        return implode(', ', [...$this->facts->keys(), ...$this->facts->sums()]);
    }

    /** @param  list<array{day: string, days: int, rows?: int}>  $days */
    private function daysOf(array $days): string
    {
        return implode(', ', array_map(static fn (array $one): string => "('".preg_replace('/[^\d\-]/', '', $one['day'])."', {$one['days']})", $days));
    }
}
