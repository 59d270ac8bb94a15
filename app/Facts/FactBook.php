<?php

declare(strict_types=1);

namespace App\Facts;

use App\Platform\Database\Bulk;
use App\Platform\Database\Row;
use App\Platform\Database\Rows;
use App\Stores\ChangingFacts;
use Illuminate\Support\Facades\DB;
use LogicException;

/**
 * Takes rows into the facts, day by day: the newest import owns a day of its grain whole, within the part of the store
 * that it speaks for (RowScope); the rows that it replaces rest, and come back when it is taken back. A row belongs to
 * the newest of the day's owners whose scope holds it. Every method is called inside a transaction.
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
        $taken = array_fill_keys(
            array_map(
                static fn (Row $row): string => $row->text('day'),
                Rows::all('SELECT day FROM fact_days WHERE import_id = ?', [$import]),
            ),
            true,
        );
        $left = array_diff_key($rows, $taken);
        ksort($left);

        return array_values(
            array_map(
                static fn (string $day, int $n): array => ['day' => $day, 'days' => $length, 'rows' => $n],
                array_keys($left),
                $left,
            ),
        );
    }

    /**
     * Makes the import the owner of these days, all of one calendar month.
     *
     * @param  non-empty-list<array{day: string, days: int, rows: int}>  $days
     * @param  FactFile  $file  with all their rows
     */
    public function takeDays(int $import, array $days, FactFile $file, ?RowScope $scope = null): void
    {
        $scope ??= RowScope::store();
        ChangingFacts::begin($this->storeId);
        // The newest first: what is left of a row's owners then is the one that it belongs to.
        foreach ($this->owners($days) as $owner => $byScope) {
            foreach ($byScope as $text => $owned) {
                $this->rest((int) $owner, $owned, RowScope::parse((string) $text), $scope);
            }
        }
        $pdo = DB::connection()->getPdo();
        $written = $pdo->exec(
            'LOAD DATA LOCAL INFILE '.
                $pdo->quote($file->path).
                " INTO TABLE {$this->facts->rows()} CHARACTER SET ascii ({$this->columns()}) SET store_id = {$this->storeId}, grain = {$this->grain}",
        );
        if ($written !== $file->lines) {
            throw new LogicException("Of {$file->lines} rows the database took ".(int) $written.'.');
        }
        Bulk::write(
            'fact_days',
            ['store_id', 'facts', 'grain', 'day', 'days', 'import_id', 'state', 'row_count', 'scope'],
            array_map(
                fn (array $one): array => [
                    $this->storeId,
                    $this->facts->value,
                    $this->grain,
                    $one['day'],
                    $one['days'],
                    $import,
                    'owns',
                    $one['rows'],
                    $scope->text,
                ],
                $days,
            ),
        );
    }

    /**
     * Takes an import's days out again; what rested under it comes back.
     *
     * @param  non-empty-list<array{day: string, days: int}>  $days  that it owns or that rest
     */
    public function giveDaysBack(int $import, array $days): void
    {
        ChangingFacts::begin($this->storeId);
        $mine = $this->daysOf($days);
        $owned = [];
        $scope = RowScope::store();
        foreach (
            Rows::all(
                "SELECT day, days, scope FROM fact_days WHERE import_id = ? AND state = 'owns' AND (day, days) IN ($mine)",
                [$import],
            ) as $row
        ) {
            $owned[] = ['day' => $row->text('day'), 'days' => $row->int('days')];
            $scope = RowScope::parse($row->text('scope'));
        }
        DB::update(
            "UPDATE fact_days SET state = 'back', rested_at = NULL WHERE import_id = ? AND (day, days) IN ($mine)",
            [$import],
        );
        DB::delete(
            "DELETE FROM {$this->facts->resting()} WHERE import_id = ? AND day BETWEEN ? AND ? AND (day, days) IN ($mine)",
            [$import, $days[0]['day'], $days[count($days) - 1]['day']],
        );
        foreach ($owned === [] ? [] : $this->byNeighbours($import, $owned) as [$others, $portion]) {
            $this->giveBack($import, $portion, $scope, $others);
        }
    }

    /**
     * Rows of an owner that is taken back go, and what rested under them comes back, each row to the newest that held
     * it.
     *
     * @param  non-empty-list<array{day: string, days: int}>  $days
     * @param  array<int, array{string, RowScope}>  $others  state and scope by import: whoever else told these days,
     *     the newest first
     */
    private function giveBack(int $import, array $days, RowScope $scope, array $others): void
    {
        $list = $this->daysOf($days);
        $holds = fn (RowScope $one): string => $one->condition($this->storeId, $this->facts);
        $newer = array_filter(
            $others,
            static fn (array $one, int $id): bool => $id > $import && $one[0] === 'owns',
            ARRAY_FILTER_USE_BOTH,
        );
        $mine = $this->without($holds($scope), array_column($newer, 1));
        DB::delete(
            "DELETE FROM {$this->facts->rows()} WHERE store_id = ? AND grain = ? AND day BETWEEN ? AND ? AND (day,
                days) IN ($list) AND $mine",
            [$this->storeId, $this->grain, $days[0]['day'], $days[count($days) - 1]['day']],
        );
        $covering = array_column($newer, 1);
        foreach ($others as $heir => [$state, $heirs]) {
            if ($heir > $import) {
                continue;
            }
            // The span of days lets the index lead; a list of pairs alone does not.
            $back =
                "import_id = ? AND day BETWEEN '{$days[0]['day']}' AND '{$days[count($days) -
                        1]['day']}' AND (day, days) IN ($list) AND {$holds($scope)} AND ".
                $this->without($holds($heirs), $covering);
            $columns = $this->columns();
            $restored = DB::affectingStatement(
                "INSERT INTO {$this->facts->rows()} (store_id, grain, $columns) SELECT ?, ?, $columns FROM {$this->facts->resting()}
                    WHERE $back ORDER BY ".implode(', ', $this->facts->keys()),
                [$this->storeId, $this->grain, $heir],
            );
            if ($restored > 0) {
                DB::delete("DELETE FROM {$this->facts->resting()} WHERE $back", [$heir]);
            }
            if ($restored > 0 || $state === 'owns') {
                DB::update(
                    "UPDATE fact_days SET state = 'owns', rested_at = NULL WHERE import_id = ? AND (day, days) IN ($list)",
                    [$heir],
                );
                $covering[] = $heirs;
            }
        }
    }

    /** @param  list<RowScope>  $others */
    private function without(string $condition, array $others): string
    {
        return "($condition)".
            implode(
                '',
                array_map(
                    fn (RowScope $one): string => " AND NOT ({$one->condition($this->storeId, $this->facts)})",
                    $others,
                ),
            );
    }

    /**
     * Days that the same other imports told, together.
     *
     * @param  non-empty-list<array{day: string, days: int}>  $days
     * @return list<array{array<int, array{string, RowScope}>, non-empty-list<array{day: string, days: int}>}>
     */
    private function byNeighbours(int $import, array $days): array
    {
        $others = [];
        foreach (
            Rows::all(
                "SELECT import_id, day, days, state, scope FROM fact_days WHERE store_id = ? AND facts = ?
                    AND grain = ? AND state IN ('owns', 'rests') AND import_id <> ? AND (day, days) IN ({$this->daysOf(
                    $days,
                )}) ORDER BY import_id DESC",
                [$this->storeId, $this->facts->value, $this->grain, $import],
            ) as $row
        ) {
            $others["{$row->day} {$row->days}"][$row->int('import_id')] = [$row->text('state'), $row->text('scope')];
        }
        $groups = [];
        foreach ($days as $one) {
            $told = $others["{$one['day']} {$one['days']}"] ?? [];
            $key = serialize($told);
            $groups[$key][0] ??= array_map(
                static fn (array $other): array => [$other[0], RowScope::parse($other[1])],
                $told,
            );
            $groups[$key][1][] = $one;
        }

        return array_values($groups);
    }

    /** Drops a portion of what has rested for thirty days. Answers whether some may be left. */
    public static function forgetOld(): bool
    {
        $old = Rows::all(
            "SELECT import_id, facts, day, days FROM fact_days WHERE state = 'rests'
                AND rested_at < UTC_TIMESTAMP() - INTERVAL 30 DAY LIMIT 200",
        );
        foreach ($old as $row) {
            DB::transaction(static function () use ($row): void {
                DB::delete(
                    'DELETE FROM '.
                        FactTable::from($row->int('facts'))->resting().
                        ' WHERE import_id = ? AND day = ? AND days = ?',
                    [$row->import_id, $row->day, $row->days],
                );
                DB::update("UPDATE fact_days SET state = 'gone' WHERE import_id = ? AND day = ? AND days = ?", [
                    $row->import_id,
                    $row->day,
                    $row->days,
                ]);
            });
        }

        return $old !== [];
    }

    /**
     * @param  list<array{day: string, days: int, rows?: int}>  $days
     * @return array<int, array<string, non-empty-list<array{day: string, days: int}>>> days by the import that owns
     *     them now and by its scope, the newest first
     */
    private function owners(array $days): array
    {
        $owners = [];
        foreach (
            Rows::all(
                "SELECT import_id, day, days, scope FROM fact_days WHERE store_id = ? AND facts = ? AND grain = ?
                    AND state = 'owns' AND (day, days) IN ({$this->daysOf($days)}) ORDER BY import_id DESC, day,
                        days",
                [$this->storeId, $this->facts->value, $this->grain],
            ) as $row
        ) {
            $owners[$row->int('import_id')][$row->text('scope')][] = [
                'day' => $row->text('day'),
                'days' => $row->int('days'),
            ];
        }

        return $owners;
    }

    /**
     * What an owner holds within the scope of a newer import is put to rest.
     *
     * @param  non-empty-list<array{day: string, days: int}>  $days
     */
    private function rest(int $owner, array $days, RowScope $held, RowScope $taken): void
    {
        $list = $this->daysOf($days);
        $conditions = array_unique([
            $held->condition($this->storeId, $this->facts),
            $taken->condition($this->storeId, $this->facts),
        ]);
        $where =
            "store_id = ? AND grain = ? AND day BETWEEN ? AND ? AND (day, days) IN ($list) AND ".
            implode(' AND ', $conditions);
        $values = [$this->storeId, $this->grain, $days[0]['day'], $days[count($days) - 1]['day']];
        DB::insert(
            "INSERT INTO {$this->facts->resting()} (import_id, {$this->columns()}) SELECT $owner, {$this->columns()}
                FROM {$this->facts->rows()} WHERE $where",
            $values,
        );
        DB::delete("DELETE FROM {$this->facts->rows()} WHERE $where", $values);
        if ($taken->covers($held)) {
            DB::update(
                "UPDATE fact_days SET state = 'rests', rested_at = UTC_TIMESTAMP() WHERE import_id = ? AND (day,
                    days) IN ($list)",
                [$owner],
            );
        }
    }

    /**
     * Remembers which pages an import names, before the first of its rows counts.
     *
     * @param  list<int>  $pages
     */
    public static function namesPages(int $import, array $pages): void
    {
        Bulk::write(
            'fact_pages',
            ['import_id', 'page_id'],
            array_map(static fn (int $page): array => [$import, $page], $pages),
            'INSERT IGNORE',
        );
    }

    private function columns(): string
    {
        return implode(', ', [...$this->facts->keys(), ...$this->facts->sums()]);
    }

    /** @param  list<array{day: string, days: int, rows?: int}>  $days */
    private function daysOf(array $days): string
    {
        return implode(
            ', ',
            array_map(
                static fn (array $one): string => "('".
                    preg_replace('/[^\d\-]/', '', $one['day']).
                    "', {$one['days']})",
                $days,
            ),
        );
    }
}
