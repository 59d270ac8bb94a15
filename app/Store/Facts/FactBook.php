<?php

declare(strict_types=1);

namespace App\Store\Facts;

use App\Store\Bulk;
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

    /** Makes room for an import's rows; outside of any transaction. */
    public function openStage(int $import): void
    {
        DB::statement("CREATE TABLE IF NOT EXISTS {$this->facts->staged($import)} LIKE {$this->facts->stagePattern()}");
    }

    /** Lets that room go; outside of any transaction. */
    public function closeStage(int $import): void
    {
        DB::statement("DROP TABLE IF EXISTS {$this->facts->staged($import)}");
    }

    /**
     * Stages rows that lie in a file of tabs and line ends, in the order keys, sums.
     *
     * @param  string  $path  of the file, on this machine
     */
    public function stage(int $import, string $path): void
    {
        $pdo = DB::connection()->getPdo();
        $pdo->exec('LOAD DATA LOCAL INFILE '.$pdo->quote($path)." INTO TABLE {$this->facts->staged($import)} CHARACTER SET ascii ({$this->columns()})");
    }

    /** @return list<array{day: string, days: int, rows: int}> that an import has staged and not taken over yet, in order */
    public function stagedDays(int $import): array
    {
        $days = DB::select("SELECT s.day, s.days, s.n FROM (SELECT day, days, COUNT(*) AS n FROM {$this->facts->staged($import)} GROUP BY day, days) s LEFT JOIN fact_days d ON d.import_id = ? AND d.day = s.day AND d.days = s.days WHERE d.import_id IS NULL ORDER BY s.day, s.days", [$import]);

        return array_values(array_map(static fn (object $row): array => ['day' => (string) $row->day, 'days' => (int) $row->days, 'rows' => (int) $row->n], $days));
    }

    /**
     * Makes the import the owner of these days, all of one calendar month.
     *
     * @param  non-empty-list<array{day: string, days: int, rows: int}>  $days
     */
    public function takeDays(int $import, array $days): void
    {
        [$first, $last] = [$days[0]['day'], $days[count($days) - 1]['day']];
        foreach ($this->owners($days) as $owner => $owned) {
            $this->rest((int) $owner, $owned);
        }
        $sums = implode(', ', array_map(fn (string $column): string => "$column = {$this->facts->rows()}.$column + VALUES($column)", $this->facts->sums()));
        // In the order of the key, so that the table grows at its end; rows that say the same day, page and query twice add up.
        DB::insert("INSERT INTO {$this->facts->rows()} (store_id, grain, {$this->columns()}) SELECT ?, ?, {$this->columns()} FROM {$this->facts->staged($import)} WHERE day BETWEEN ? AND ? ORDER BY ".implode(', ', $this->facts->keys())." ON DUPLICATE KEY UPDATE $sums", [$this->storeId, $this->grain, $first, $last]);
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
