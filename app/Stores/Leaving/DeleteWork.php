<?php

declare(strict_types=1);

namespace App\Stores\Leaving;

use App\Platform\Database\Bulk;
use App\Platform\Database\Rows;
use App\Platform\Work\LongWork;
use App\Platform\Work\SliceEnd;
use App\Platform\Work\WorkDesk;
use App\Platform\Work\WorkRun;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Storage;

/**
 * Deletes a store: its files, then the rows of every table, in small portions so that other stores stay quick, and
 * itself
 * last. It belongs to no store, for its own row must outlive this one. Killed at any line, it goes on where it was:
 * what is
 * gone is gone.
 */
final readonly class DeleteWork implements LongWork
{
    /** Rows that go in one transaction. */
    private const PORTION = 4000;

    /** Parents whose children are looked for at once. */
    private const PARENTS = 200;

    public function __construct(private StoreTables $tables, private WorkDesk $desk)
    {
    }

    public static function sort(): string
    {
        return 'stores.delete';
    }

    public static function title(): string
    {
        return 'deleting a store';
    }

    public static function queue(): string
    {
        return 'bulk';
    }

    public function ended(int $subjectId, SliceEnd $end): void
    {
    }

    public function slice(WorkRun $run): SliceEnd
    {
        $store = Store::query()->find($run->subjectId);
        if ($store === null) {
            return SliceEnd::done();
        }
        if ($this->desk->stopAll($store->id)) {
            return SliceEnd::later(1);
        }
        $this->deleteFiles($store, $run);
        $tables = [...array_keys($this->tables->children()), ...$this->tables->own()];
        $done = $run->progress()['tables'] ?? [];
        $done = is_array($done) ? $done : [];
        foreach ($tables as $table) {
            if (in_array($table, $done, true)) {
                continue;
            }
            $isClear = isset($this->tables->children()[$table])
                ? $this->clearChild($run, $store->id, $table)
                : $this->clear($run, $table, $store->id);
            if (! $isClear) {
                return SliceEnd::more();
            }
            $done[] = $table;
            $run->beat(['tables' => $done, 'of' => count($tables), 'after' => 0], force: true);
        }
        $run->fenced(static fn () => DB::table('stores')->where('id', $store->id)->delete());

        return SliceEnd::done();
    }

    private function deleteFiles(Store $store, WorkRun $run): void
    {
        if (($run->progress()['files'] ?? false) === true) {
            return;
        }
        foreach ($this->tables->filesOf($store) as $name) {
            Storage::disk('uploads')->exists($name) && Storage::disk('uploads')->delete($name);
            $run->beat();
        }
        $run->beat(['files' => true], force: true);
    }

    /** @return bool whether nothing is left; else the time is up */
    private function clear(WorkRun $run, string $table, int $store): bool
    {
        do {
            $gone = $run->fenced(
                static fn (): int => DB::delete("DELETE FROM $table WHERE store_id = ? LIMIT ".self::PORTION, [
                    $store,
                ]),
            );
            $this->tell($run, $gone);
            if ($gone > 0 && $run->timeIsUp()) {
                return false;
            }
        } while ($gone === self::PORTION);

        return true;
    }

    /** @return bool whether nothing is left; else the time is up */
    private function clearChild(WorkRun $run, int $store, string $table): bool
    {
        ['column' => $column, 'parent' => $parent] = $this->tables->children()[$table];
        $key = $parent === 'page_index' ? 'page_id' : 'id';
        while (true) {
            $after = $run->number('after');
            $parents = Bulk::ids(
                Rows::all("SELECT $key AS id FROM $parent WHERE store_id = ? AND $key > ? ORDER BY $key LIMIT ?", [
                    $store,
                    $after,
                    self::PARENTS,
                ]),
                'id',
            );
            if ($parents === []) {
                return true;
            }
            do {
                $gone = $run->fenced(
                    static fn (): int => DB::delete(
                        "DELETE FROM $table WHERE $column IN (".Bulk::list($parents).') LIMIT '.self::PORTION,
                    ),
                );
                $this->tell($run, $gone);
                if ($run->timeIsUp()) {
                    return false;
                }
            } while ($gone === self::PORTION);
            $run->beat(['after' => end($parents)]);
        }
    }

    private function tell(WorkRun $run, int $gone): void
    {
        $so = $run->number('rows');
        $run->beat(['rows' => $so + $gone]);
    }
}
