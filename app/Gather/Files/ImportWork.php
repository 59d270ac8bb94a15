<?php

declare(strict_types=1);

namespace App\Gather\Files;

use App\Facts\FactBook;
use App\Facts\Lists\ListBook;
use App\Facts\NumberWindow;
use App\Facts\PageWeeks;
use App\Facts\RowScope;
use App\Gather\Pages\ReindexWork;
use App\Inventory\Events\InventoryRefreshed;
use App\Inventory\Index\KnownPages;
use App\Platform\Database\Bulk;
use App\Platform\Tables\TableFile;
use App\Platform\Work\LongWork;
use App\Platform\Work\SliceEnd;
use App\Platform\Work\WorkDesk;
use App\Platform\Work\WorkRun;
use App\Stores\ChangingFacts;
use App\Stores\Models\Store;
use Closure;
use DateTimeZone;
use Illuminate\Support\Facades\DB;
use InvalidArgumentException;
use LogicException;
use Orchard\Core\Tabular\CellProblem;
use Orchard\Core\Tabular\Dialect;
use Orchard\Core\Tabular\Field;
use Orchard\Core\Tabular\RowReader;

/**
 * An import from the first row to the summed numbers: rows are staged, then their days are taken over month by month,
 * then the weeks that have changed are summed anew. Each portion is committed together with how far it is.
 */
final class ImportWork implements LongWork
{
    private const PORTION = 20_000;

    /** More rows than this that cannot be read are no mishap: the columns are matched wrongly. */
    private const MOST_ASIDES = 100_000;

    /** Filled cells from which on a row is none of a report's head. */
    private const MORE_THAN_A_TITLE = 3;

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
            $import = DB::table('gather_imports')->where('id', $run->subjectId)->first();
            if ($import === null || $import->sort === null) {
                return SliceEnd::failed('The import no longer exists.');
            }
            $run->beat(
                ['phase' => $import->phase, 'rows' => (int) $import->rows_taken, 'asides' => (int) $import->rows_aside],
                force: true,
            );
            try {
                $next = match ((string) $import->phase) {
                    'read' => $this->read($run, $store, $import),
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

    /** Stages a portion after the other. */
    private function read(WorkRun $run, Store $store, object $import): string
    {
        $sort = FileSort::from((string) $import->sort);
        $dialect = Imports::dialectOf($import);
        $fields = array_filter(
            array_map(
                static fn (string $key): ?Field => $sort->field($key),
                FileLook::columnsOf((string) $import->columns),
            ),
        );
        $list = $sort->list();
        $reader = new RowReader($fields, $dialect, new DateTimeZone($store->timezone));
        $intake =
            $list !== null
                ? new ListIntake($store, $sort, $reader)
                : new RowIntake($store, $sort, $reader, (string) $import->period_first, self::length($import));
        $staged = StagedRows::of($import);
        $list === null && $staged->resume();
        $file = FileLook::fileOf($store, Imports::path($import));
        $next = (int) $import->next_row;
        $taken = (int) $import->rows_taken;
        $aside = (int) $import->rows_aside;
        if ($next === $dialect->headerRow + 1 && $taken + $aside === 0) {
            $intake->leaveOut(self::aboveTheNames($file, $dialect));
        }
        foreach ($file->rows($dialect, $next, (int) $import->next_offset) as $line => $cells) {
            $next = $line + 1;
            if ($line <= $dialect->headerRow) {
                continue;
            }
            $intake->add($line, $cells);
            $problems = count($intake->aside());
            if (
                $problems + $aside > self::MOST_ASIDES ||
                ($problems === 1000 && $taken + $intake->count() === 0 && $sort !== FileSort::Logs)
            ) {
                $last = $intake->aside()[$problems - 1] ?? throw new LogicException('Nothing was set aside.');
                throw new InvalidArgumentException(
                    "Too many rows cannot be read; the columns are probably matched wrongly. Row $line: {$last['problem']->column} {$last['problem']->reason}.",
                );
            }
            if ($intake->count() >= self::PORTION || $problems >= 2000) {
                [$taken, $aside] = $this->commit(
                    $run,
                    $import,
                    $intake,
                    $staged,
                    $next,
                    $file->offset(),
                    $taken,
                    $aside,
                    'read',
                );
                if ($run->timeIsUp() || $run->stopAsked()) {
                    return 'read';
                }
            }
        }
        $this->commit(
            $run,
            $import,
            $intake,
            $staged,
            $next,
            $file->offset(),
            $taken,
            $aside,
            $list === null ? 'days' : 'list',
        );

        return $list === null ? 'days' : 'list';
    }

    /**
     * Rows above the columns' names that are more than a title: they are told, not passed over.
     *
     * @return array<int, list<string>> by line
     */
    private static function aboveTheNames(TableFile $file, Dialect $dialect): array
    {
        $above = [];
        foreach ($file->rows($dialect) as $line => $cells) {
            if ($line >= $dialect->headerRow) {
                break;
            }
            if (
                count(array_filter($cells, static fn (string $cell): bool => trim($cell) !== '')) >=
                self::MORE_THAN_A_TITLE
            ) {
                $above[$line] = $cells;
            }
        }

        return $above;
    }

    /** @return array{int, int} rows taken and rows set aside so far */
    private function commit(
        WorkRun $run,
        object $import,
        RowIntake|ListIntake $intake,
        StagedRows $staged,
        int $next,
        int $offset,
        int $taken,
        int $aside,
        string $phase,
    ): array {
        [$taken, $aside] = $run->fenced(static function () use (
            $import,
            $intake,
            $staged,
            $next,
            $offset,
            $taken,
            $aside,
            $phase,
        ): array {
            [$written, $problems] =
                $intake instanceof ListIntake ? $intake->store((int) $import->id) : self::stage($intake, $staged);
            Bulk::write(
                'gather_asides',
                ['import_id', 'line', 'column_name', 'reason', 'cells'],
                array_map(
                    static fn (array $one): array => [
                        (int) $import->id,
                        $one['line'],
                        $one['problem']->column,
                        mb_substr($one['problem']->reason, 0, 255),
                        json_encode(
                            $one['cells'],
                            JSON_UNESCAPED_UNICODE | JSON_INVALID_UTF8_SUBSTITUTE | JSON_THROW_ON_ERROR,
                        ),
                    ],
                    $problems,
                ),
                'INSERT IGNORE',
            );
            DB::table('gather_imports')
                ->where('id', $import->id)
                ->update([
                    'next_row' => $next,
                    'next_offset' => $offset,
                    'rows_taken' => $taken + $written,
                    'rows_aside' => $aside + count($problems),
                    'phase' => $phase,
                    'staged' => $staged->toJson(),
                ]);

            return [$taken + $written, $aside + count($problems)];
        });
        $run->beat(['rows' => $taken, 'asides' => $aside, 'read' => $offset], force: true);

        return [$taken, $aside];
    }

    /** @return array{int, list<array{line: int, cells: list<string>, problem: CellProblem}>} rows staged, rows set aside */
    private static function stage(RowIntake $intake, StagedRows $staged): array
    {
        [$lines, $days, $aside] = $intake->flush();
        $staged->add($lines, $days);

        return [array_sum($days), $aside];
    }

    /** Days that each row stands for. */
    private static function length(object $import): int
    {
        return $import->period_first === null
            ? 1
            : (int) (new \DateTimeImmutable((string) $import->period_first))->diff(
                new \DateTimeImmutable((string) $import->period_last),
            )->days + 1;
    }

    /** Makes the rows of a list current, or takes them out again; then the pages that they speak of are sorted anew. */
    private function list(WorkRun $run, Store $store, object $import): string
    {
        $sort = FileSort::from((string) $import->sort);
        $book = new ListBook($store->id, $sort->list() ?? throw new LogicException('No list.'));
        do {
            $isDone = $run->fenced(
                fn (): bool => $import->is_back
                    ? $book->takeBack((int) $import->id)
                    : $book->makeCurrent((int) $import->id),
            );
            $run->beat();
            if (! $isDone && $run->timeIsUp()) {
                return (string) $import->phase;
            }
        } while (! $isDone);
        (new KnownPages($store))->list($run);
        $run->fenced(function () use ($import, $sort, $store): void {
            DB::table('gather_imports')
                ->where('id', $import->id)
                ->update([
                    'phase' => 'done',
                    'state' => $import->is_back ? 'back' : 'done',
                    'remark' => null,
                    'ended_at' => now(),
                ]);
            in_array($sort, [FileSort::Products, FileSort::Pages], true) &&
                $this->desk->begin(ReindexWork::class, $store->id, 0, null);
        });

        return 'done';
    }

    /** Takes the staged days over, those of a month at a time. */
    private function days(WorkRun $run, Store $store, object $import): string
    {
        $facts = FileSort::from((string) $import->sort)->facts();
        $book = new FactBook($store->id, $facts, (int) $import->grain);
        $staged = StagedRows::of($import);
        $all = array_keys($staged->days());
        $scope = RowScope::parse((string) $import->scope);
        if ($import->weeks === null) {
            // Which pages it names is known before the first of its rows counts.
            foreach ($scope->isPages() ? array_chunk($staged->pages(), 5000) : [] as $pages) {
                $run->fenced(static fn () => FactBook::namesPages((int) $import->id, $pages));
                $run->beat();
            }
            $run->fenced(
                fn () => DB::table('gather_imports')
                    ->where('id', $import->id)
                    ->update([
                        'weeks' => json_encode(
                            $import->period_first === null
                                ? array_values(array_unique(array_map(PageWeeks::weekOf(...), $all)))
                                : [],
                            JSON_THROW_ON_ERROR,
                        ),
                        'first_day' => $all === [] ? null : min($all),
                        'last_day' => $all === [] ? null : $import->period_last ?? max($all),
                    ]),
            );
        }
        foreach (self::byMonth($book->daysLeft((int) $import->id, $staged->days(), self::length($import))) as $days) {
            [$path, $lines] = $staged->inOrder($facts, substr($days[0]['day'], 0, 7), static fn () => $run->beat());
            try {
                $run->fenced(fn () => $book->takeDays((int) $import->id, $days, $path, $lines, $scope));
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

    private function back(WorkRun $run, Store $store, object $import): string
    {
        if (FileSort::from((string) $import->sort)->list() !== null) {
            return $this->list($run, $store, $import);
        }
        $facts = FileSort::from((string) $import->sort)->facts();
        $book = new FactBook($store->id, $facts, (int) $import->grain);
        StagedRows::of($import)->forget();
        $days = array_values(
            array_map(
                static fn (object $row): array => ['day' => (string) $row->day, 'days' => (int) $row->days],
                DB::select(
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
                        (string) DB::table('gather_imports')->where('id', $import->id)->value('weeks'),
                        true,
                    ),
                    is_string(...),
                );
                $more = array_map(
                    PageWeeks::weekOf(...),
                    array_column(array_filter($portion, static fn (array $one): bool => $one['days'] === 1), 'day'),
                );
                $book->giveDaysBack((int) $import->id, $portion);
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

    private function weeks(WorkRun $run, Store $store, object $import): string
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

    private function numbers(WorkRun $run, Store $store, object $import): string
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
                    'state' => $import->is_back ? 'back' : 'done',
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
