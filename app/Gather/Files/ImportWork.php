<?php

declare(strict_types=1);

namespace App\Gather\Files;

use App\Facts\FactBook;
use App\Facts\FactFile;
use App\Facts\Lists\ListBook;
use App\Facts\NumberWindow;
use App\Facts\PageWeeks;
use App\Facts\RowScope;
use App\Gather\Pages\ReindexWork;
use App\Inventory\Events\InventoryRefreshed;
use App\Inventory\Index\KnownPages;
use App\Platform\Database\Row;
use App\Platform\Database\Rows;
use App\Platform\Typed;
use App\Platform\Work\LongWork;
use App\Platform\Work\NewWork;
use App\Platform\Work\SliceEnd;
use App\Platform\Work\WorkDesk;
use App\Platform\Work\WorkRun;
use App\Stores\ChangingFacts;
use App\Stores\Models\Store;
use Closure;
use Illuminate\Support\Facades\DB;
use InvalidArgumentException;
use LogicException;

/**
 * An import from the first row to the summed numbers: rows are staged, then their days are taken over month by month,
 * then the weeks that have changed are summed anew. Each portion is committed together with how far it is.
 */
final class ImportWork implements LongWork
{
    public function __construct(private readonly WorkDesk $desk)
    {
    }

    public static function sort(): string
    {
        return 'gather.import';
    }

    public static function title(): string
    {
        return 'importing a file';
    }

    public static function queue(): string
    {
        return 'bulk';
    }

    public function ended(int $subjectId, SliceEnd $end): void
    {
        if ($end->state === 'done') {
            Imports::letGo($subjectId); // What could not be read is kept row by row; the rest is in the facts.
        } else {
            $store = DB::table('gather_imports')->where('id', $subjectId)->value('store_id');
            is_numeric($store) && ChangingFacts::end((int) $store);
            DB::table('gather_imports')
                ->where('id', $subjectId)
                ->update([
                    'state' => $end->state,
                    'remark' => $end->problem === null ? null : mb_substr($end->problem, 0, 400),
                    'ended_at' => now(),
                ]);
        }
    }

    public function slice(WorkRun $run): SliceEnd
    {
        $store = Store::query()->findOrFail($run->storeId);
        while (! $run->timeIsUp()) {
            if ($run->stopAsked()) {
                return SliceEnd::stopped();
            }
            $import = FileImport::byId($run->subjectId);
            if ($import === null || $import->sort === null) {
                return SliceEnd::failed('The import no longer exists.');
            }
            $run->beat(
                ['phase' => $import->phase, 'rows' => $import->rowsTaken, 'asides' => $import->rowsAside],
                force: true,
            );
            try {
                $next = match ($import->phase) {
                    'read' => (new ImportReading($run, $store, $import))->read(),
                    'days' => $this->days($run, $store, $import),
                    'list' => $this->list($run, $store, $import),
                    'back' => $this->back($run, $store, $import),
                    'weeks' => $this->weeks($run, $store, $import),
                    'numbers' => $this->numbers($run, $store, $import),
                    default => 'done',
                };
            } catch (InvalidArgumentException $wrong) {
                return SliceEnd::failed($wrong->getMessage());
            }
            if ($next === 'done') {
                return SliceEnd::done();
            }
        }

        return SliceEnd::more();
    }

    /** Makes the rows of a list current, or takes them out again; then the pages that they speak of are sorted anew. */
    private function list(WorkRun $run, Store $store, FileImport $import): string
    {
        $sort = $import->rows();
        $book = new ListBook($store->id, $sort->list()?->table() ?? throw new LogicException('No list.'));
        do {
            $isDone = $run->fenced(
                fn (): bool => $import->isBack ? $book->takeBack($import->id) : $book->makeCurrent($import->id),
            );
            $run->beat();
            if (! $isDone && $run->timeIsUp()) {
                return $import->phase;
            }
        } while (! $isDone);
        (new KnownPages($store))->list($run);
        $run->fenced(function () use ($import, $sort, $store): void {
            DB::table('gather_imports')
                ->where('id', $import->id)
                ->update([
                    'phase' => 'done',
                    'state' => $import->isBack ? 'back' : 'done',
                    'remark' => null,
                    'ended_at' => now(),
                ]);
            in_array($sort, [FileSort::Products, FileSort::Pages], true) &&
                $this->desk->begin(new NewWork(ReindexWork::class, $store->id));
        });

        return 'done';
    }

    /** Takes the staged days over, those of a month at a time. */
    private function days(WorkRun $run, Store $store, FileImport $import): string
    {
        $facts = $import->rows()->facts();
        $book = new FactBook($store->id, $facts, $import->grain);
        $staged = $import->stagedRows();
        $all = array_keys($staged->days());
        $scope = RowScope::parse($import->scope);
        if ($import->weeks === null) {
            // Which pages it names is known before the first of its rows counts.
            foreach ($scope->isPages() ? array_chunk($staged->pages(), 5000) : [] as $pages) {
                $run->fenced(static fn () => FactBook::namesPages($import->id, $pages));
                $run->beat();
            }
            $run->fenced(
                fn () => DB::table('gather_imports')
                    ->where('id', $import->id)
                    ->update([
                        'weeks' => json_encode(
                            $import->periodFirst === null
                                ? array_values(array_unique(array_map(PageWeeks::weekOf(...), $all)))
                                : [],
                            JSON_THROW_ON_ERROR,
                        ),
                        'first_day' => $all === [] ? null : min($all),
                        'last_day' => $all === [] ? null : $import->periodLast ?? max($all),
                    ]),
            );
        }
        foreach (self::byMonth($book->daysLeft($import->id, $staged->days(), $import->length())) as $days) {
            [$path, $lines] = $staged->inOrder($facts, substr($days[0]['day'], 0, 7), static fn () => $run->beat());
            try {
                $run->fenced(fn () => $book->takeDays($import->id, $days, new FactFile($path, $lines), $scope));
            } finally {
                unlink($path);
            }
            $run->beat(['day' => $days[0]['day']], force: true);
            if ($run->timeIsUp()) {
                return 'days';
            }
        }
        $run->fenced(
            fn () => DB::table('gather_imports')
                ->where('id', $import->id)
                ->update(['phase' => 'weeks']),
        );
        $staged->forget();

        return 'weeks';
    }

    private function back(WorkRun $run, Store $store, FileImport $import): string
    {
        if ($import->rows()->list() !== null) {
            return $this->list($run, $store, $import);
        }
        $facts = $import->rows()->facts();
        $book = new FactBook($store->id, $facts, $import->grain);
        $import->stagedRows()->forget();
        $days = array_values(
            array_map(
                static fn (Row $row): array => ['day' => $row->text('day'), 'days' => $row->int('days')],
                Rows::all(
                    "SELECT day, days FROM fact_days WHERE import_id = ? AND state IN ('owns', 'rests') ORDER BY day,
                        days",
                    [$import->id],
                ),
            ),
        );
        foreach (self::byMonth($days) as $portion) {
            $run->fenced(function () use ($book, $import, $portion): void {
                $weeks = array_filter(
                    (array) json_decode(
                        Typed::text(DB::table('gather_imports')->where('id', $import->id)->value('weeks')),
                        true,
                    ),
                    is_string(...),
                );
                $more = array_map(
                    PageWeeks::weekOf(...),
                    array_column(array_filter($portion, static fn (array $one): bool => $one['days'] === 1), 'day'),
                );
                $book->giveDaysBack($import->id, $portion);
                DB::table('gather_imports')
                    ->where('id', $import->id)
                    ->update([
                        'weeks' => json_encode(array_values(array_unique([...$weeks, ...$more])), JSON_THROW_ON_ERROR),
                    ]);
            });
            if ($run->timeIsUp()) {
                return 'back';
            }
        }
        $run->fenced(
            fn () => DB::table('gather_imports')
                ->where('id', $import->id)
                ->update(['phase' => 'weeks']),
        );

        return 'weeks';
    }

    private function weeks(WorkRun $run, Store $store, FileImport $import): string
    {
        $weeks = array_values(array_filter((array) json_decode((string) $import->weeks, true), is_string(...)));
        sort($weeks);
        $sums = new PageWeeks($store->id);
        while ($weeks !== []) {
            $portion = $sums->portion($weeks);
            $weeks = array_slice($weeks, count($portion));
            $run->fenced(static function () use ($sums, $portion, $weeks, $import): void {
                $sums->rebuild($portion);
                DB::table('gather_imports')
                    ->where('id', $import->id)
                    ->update(['weeks' => json_encode($weeks, JSON_THROW_ON_ERROR)]);
            });
            $run->beat(['weeks_left' => count($weeks)], force: true);
            if ($run->timeIsUp()) {
                return 'weeks';
            }
        }
        $run->fenced(
            fn () => DB::table('gather_imports')
                ->where('id', $import->id)
                ->update(['phase' => 'numbers']),
        );

        return 'numbers';
    }

    private function numbers(WorkRun $run, Store $store, FileImport $import): string
    {
        (new KnownPages($store))->list($run);
        $run->fenced(static fn () => ChangingFacts::end($store->id));
        NumberWindow::refresh($store, static function (Closure $write) use ($run): void {
            $run->fenced($write);
            $run->beat();
        });
        InventoryRefreshed::dispatch($store->id, static fn () => $run->beat());
        $run->fenced(
            fn () => DB::table('gather_imports')
                ->where('id', $import->id)
                ->update([
                    'phase' => 'done',
                    'state' => $import->isBack ? 'back' : 'done',
                    'remark' => null,
                    'ended_at' => now(),
                ]),
        );

        return 'done';
    }

    /**
     * @template T of array{day: string, days: int}
     *
     * @param  list<T>  $days  in order
     * @return list<non-empty-list<T>>
     */
    private static function byMonth(array $days): array
    {
        $months = [];
        foreach ($days as $one) {
            $months[substr($one['day'], 0, 7)][] = $one;
        }

        return array_values($months);
    }
}
