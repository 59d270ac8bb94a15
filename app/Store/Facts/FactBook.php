<?php

declare(strict_types=1);

namespace App\Store\Facts;

use Illuminate\Support\Facades\DB;

/**
 * Takes staged rows into the facts, day by day: the newest import owns a day of its grain whole; the rows that it replaces
 * rest, and come back when it is taken back. Every method is called inside a transaction.
 */
final readonly class FactBook
{
    public function __construct(private int $storeId, private FactTable $facts, private int $grain)
    {
    }

    /**
     * Stages rows that lie in a file of tabs and line ends, in the order keys, sums.
     *
     * @param  string  $path  of the file, on this machine
     */
    public function stage(int $import, string $path): void
    {
        DB::connection()->getPdo()->exec('LOAD DATA LOCAL INFILE '.DB::connection()->getPdo()->quote($path).' INTO TABLE '.$this->facts->staged().' CHARACTER SET ascii ('.$this->columns().') SET import_id = '.$import);
    }

    /** @return list<array{day: string, days: int}> that an import has staged, in order */
    public function stagedDays(int $import): array
    {
        return array_values(array_map(static fn (object $row): array => ['day' => (string) $row->day, 'days' => (int) $row->days], DB::select('SELECT DISTINCT day, days FROM '.$this->facts->staged().' WHERE import_id = ? ORDER BY day, days', [$import])));
    }

    /**
     * Makes the import the owner of these days, all of one calendar month.
     *
     * @param  non-empty-list<array{day: string, days: int}>  $days
     */
    public function takeDays(int $import, array $days): void
    {
        [$first, $last] = [$days[0]['day'], $days[count($days) - 1]['day']];
        foreach ($this->owners($days) as $owner => $owned) {
            $this->rest((int) $owner, $owned);
        }
        $keys = implode(', ', $this->facts->keys());
        $sums = implode(', ', array_map(static fn (string $column): string => "SUM($column)", $this->facts->sums()));
        DB::insert("INSERT INTO {$this->facts->rows()} (store_id, grain, {$this->columns()}) SELECT ?, ?, $keys, $sums FROM {$this->facts->staged()} WHERE import_id = ? AND day BETWEEN ? AND ? GROUP BY $keys ORDER BY $keys", [$this->storeId, $this->grain, $import, $first, $last]);
        DB::insert("INSERT INTO fact_days (store_id, facts, grain, day, days, import_id, state, row_count) SELECT ?, ?, ?, day, days, ?, 'owns', COUNT(*) FROM {$this->facts->staged()} WHERE import_id = ? AND day BETWEEN ? AND ? GROUP BY day, days", [$this->storeId, $this->facts->value, $this->grain, $import, $import, $first, $last]);
        DB::delete("DELETE FROM {$this->facts->staged()} WHERE import_id = ? AND day BETWEEN ? AND ?", [$import, $first, $last]);
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
     * @param  list<array{day: string, days: int}>  $days
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

    /** @param  list<array{day: string, days: int}>  $days */
    private function daysOf(array $days): string
    {
        return implode(', ', array_map(static fn (array $one): string => "('".preg_replace('/[^\d\-]/', '', $one['day'])."', {$one['days']})", $days));
    }
}
