<?php

declare(strict_types=1);

namespace App\Gather\Files;

use App\Platform\Database\Bulk;
use App\Platform\Database\Row;
use App\Platform\Tables\TableFile;
use App\Platform\Work\WorkRun;
use App\Stores\Models\Store;
use DateTimeZone;
use Illuminate\Support\Facades\DB;
use InvalidArgumentException;
use LogicException;
use Orchard\Core\Tabular\CellProblem;
use Orchard\Core\Tabular\Dialect;
use Orchard\Core\Tabular\Field;
use Orchard\Core\Tabular\RowReader;

/** The first phase of an import: reads the file row by row and stages what can be read; the rest is set aside. */
final class ImportReading
{
    private const PORTION = 20_000;

    /** More rows than this that cannot be read are no mishap: the columns are matched wrongly. */
    private const MOST_ASIDES = 100_000;

    /** Filled cells from which on a row is none of a report's head. */
    private const MORE_THAN_A_TITLE = 3;

    private int $taken;

    private int $aside;

    private readonly StagedRows $staged;

    public function __construct(
        private readonly WorkRun $run,
        private readonly Store $store,
        private readonly FileImport $import,
    ) {
        $this->taken = $import->rowsTaken;
        $this->aside = $import->rowsAside;
        $this->staged = $import->stagedRows();
    }

    /**
     * Stages a portion after the other.
     *
     * @throws InvalidArgumentException where too many rows cannot be read
     */
    public function read(): string
    {
        $sort = $this->import->rows();
        $dialect = $this->import->dialect();
        $fields = array_filter(
            array_map(
                static fn (string $key): ?Field => $sort->field($key),
                FileLook::columnsOf((string) $this->import->columns),
            ),
        );
        $list = $sort->list();
        $reader = new RowReader($fields, $dialect, new DateTimeZone($this->store->timezone));
        $intake =
            $list !== null
                ? new ListIntake($this->store, $sort, $reader)
                : new RowIntake(
                    $this->store,
                    $sort,
                    $reader,
                    (string) $this->import->periodFirst,
                    $this->import->length(),
                );
        $list === null && $this->staged->resume();
        $file = FileLook::fileOf($this->store, $this->import->path());
        $next = $this->import->nextRow;
        if ($next === $dialect->headerRow + 1 && $this->taken + $this->aside === 0) {
            $intake->leaveOut(self::aboveTheNames($file, $dialect));
        }
        foreach ($file->rows($dialect, $next, $this->import->nextOffset) as $line => $cells) {
            $next = $line + 1;
            if ($line <= $dialect->headerRow) {
                continue;
            }
            $intake->add($line, $cells);
            $problems = count($intake->aside());
            if (
                $problems + $this->aside > self::MOST_ASIDES ||
                ($problems === 1000 && $this->taken + $intake->count() === 0 && $sort !== FileSort::Logs)
            ) {
                $last = $intake->aside()[$problems - 1] ?? throw new LogicException('Nothing was set aside.');
                throw new InvalidArgumentException(
                    "Too many rows cannot be read; the columns are probably matched wrongly. Row $line: {$last['problem']->column} {$last['problem']->reason}.",
                );
            }
            if ($intake->count() >= self::PORTION || $problems >= 2000) {
                $this->commit($intake, $next, $file->offset(), 'read');
                if ($this->run->timeIsUp() || $this->run->stopAsked()) {
                    return 'read';
                }
            }
        }
        $this->commit($intake, $next, $file->offset(), $list === null ? 'days' : 'list');

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

    private function commit(RowIntake|ListIntake $intake, int $next, int $offset, string $phase): void
    {
        [$this->taken, $this->aside] = $this->run->fenced(function () use ($intake, $next, $offset, $phase): array {
            [$written, $problems] =
                $intake instanceof ListIntake ? $intake->store($this->import->id) : $this->stage($intake);
            Bulk::write(
                'gather_asides',
                ['import_id', 'line', 'column_name', 'reason', 'cells'],
                array_map(
                    fn (array $one): array => [
                        $this->import->id,
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
                ->where('id', $this->import->id)
                ->update([
                    'next_row' => $next,
                    'next_offset' => $offset,
                    'rows_taken' => $this->taken + $written,
                    'rows_aside' => $this->aside + count($problems),
                    'phase' => $phase,
                    'staged' => $this->staged->toJson(),
                ]);

            return [$this->taken + $written, $this->aside + count($problems)];
        });
        $this->run->beat(['rows' => $this->taken, 'asides' => $this->aside, 'read' => $offset], force: true);
    }

    /**
     * @return array{int, list<array{line: int, cells: list<string>, problem: CellProblem}>} rows staged, rows set aside
     */
    private function stage(RowIntake $intake): array
    {
        [$lines, $days, $aside] = $intake->flush();
        $this->staged->add($lines, $days);

        return [array_sum($days), $aside];
    }
}
