<?php

declare(strict_types=1);

namespace App\Gather\Console;

use App\Gather\Files\FileAnswers;
use App\Gather\Files\FileImport;
use App\Gather\Files\FileLook;
use App\Gather\Files\FileSort;
use App\Gather\Files\Imports;
use App\Gather\Files\ScopeFinder;
use App\Gather\Files\SumsBeside;
use App\Platform\Database\Rows;
use App\Platform\Work\WorkDesk;
use App\Stores\Console\StoreCommand;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;
use InvalidArgumentException;
use LogicException;
use Orchard\Core\Tabular\DateOrder;
use Orchard\Core\Tabular\Dialect;
use Orchard\Core\Text\Encoding;

final class ImportCommand extends StoreCommand
{
    protected $signature = 'gather:import {kind : search, sales, products, feed, keywords, rivals, backlinks, index, logs, pages or sitemap} {file : CSV, TSV, XLSX, RSS, Atom, JSON-LD, sitemap or access log, gzipped or zipped or plain; "-" for standard input} {--store=} {--map= : column:field,… by the columns\' names or numbers} {--from= : first day, where the file tells none} {--to= : last day} {--charset= : of the file, where it is not recognised} {--dates= : dmy or mdy, where dates can be read both ways} {--scope= : store, market:NAME, host:NAME, folder:/path/ or country:XX, where it is not found by looking} {--decimals= : "point" or "comma"} {--wait : work to the end in this process} {--json}';

    protected $description = 'Bring in a file: rows of search or sales, products, keywords, rivals, backlinks, index states, logs, pages';

    public function handle(Imports $imports, WorkDesk $desk): int
    {
        return $this->guarded(function () use ($imports, $desk): int {
            $store = $this->store();
            $sort =
                FileSort::named((string) $this->argument('kind')) ??
                throw new InvalidArgumentException(
                    'There are files of '.
                        implode(', ', array_column(FileSort::cases(), 'value')).
                        ', feed and sitemap.',
                );
            $file = (string) $this->argument('file');
            $path = $file;
            if ($file === '-') {
                $path = (string) tempnam(sys_get_temp_dir(), 'import');
                file_put_contents($path, STDIN);
            } elseif (! is_file($file) || ! is_readable($file)) {
                throw new InvalidArgumentException("$file is no file that can be read.");
            }
            try {
                $import = $imports->take($store, null, $file === '-' ? 'standard input' : basename($file), $path);
            } finally {
                $file === '-' && unlink($path);
            }
            try {
                $row = Imports::find($store, $import) ?? throw new LogicException('The import no longer exists.');
                $given = $this->corrections();
                $look = FileLook::into($store->id, $row->path(), $sort, new FileAnswers($given));
                if (is_string($this->option('map'))) {
                    $look = FileLook::into(
                        $store->id,
                        $row->path(),
                        $sort,
                        new FileAnswers(
                            $given + ['header_row' => (string) $look->dialect->headerRow],
                            self::columns($this->option('map'), $look, $sort),
                        ),
                    );
                }
                $leftOut = array_diff_key($look->names, $look->columns);
                foreach (
                    [
                        ...array_keys($look->doubts),
                        ...$leftOut === []
                            ? []
                            : [
                                'Columns that are left out: '.
                                implode(', ', $leftOut).
                                '. Match them with --map if they are wanted.',
                            ],
                    ] as $told
                ) {
                    $this->aside($told);
                }
                $this->tellReplaced($store, $look);
                $differs = SumsBeside::of($store, $row->path(), $look)?->sentence();
                $differs === null || $this->aside($differs);
                $work = $imports->start(
                    $store,
                    $import,
                    $look,
                    new FileAnswers(
                        $given,
                        firstDay: self::text($this->option('from')),
                        lastDay: self::text($this->option('to')),
                    ),
                );
            } catch (InvalidArgumentException $wrong) {
                $imports->drop($store, $import);
                throw $wrong;
            }
            if ($this->option('wait')) {
                $desk->workToEnd($work);
            }
            $row = FileImport::byId($import) ?? throw new LogicException('The import no longer exists.');
            foreach (
                Rows::of(DB::table('gather_asides')->where('import_id', $import)->orderBy('line')->limit(1000)->get()) as $aside
            ) {
                $this->aside("row {$aside->line}, {$aside->column_name}: {$aside->reason}");
            }
            $data = [
                'import' => $import,
                'state' => $row->state,
                'rows' => $row->rowsTaken,
                'set_aside' => $row->rowsAside,
                'first_day' => $row->firstDay,
                'last_day' => $row->lastDay,
                'problem' => $row->state === 'failed' ? $row->remark : null,
            ];
            $this->answer(
                $data,
                $this->option('wait')
                    ? ($row->state === 'done'
                        ? number_format($data['rows'])." rows are in, {$data['set_aside']} were set aside."
                        : 'The import ended as '.$row->state.': '.$row->remark)
                    : "Import $import has begun.",
            );

            return $this->option('wait') && $row->state !== 'done' ? 1 : 0;
        });
    }

    private function tellReplaced(Store $store, FileLook $look): void
    {
        $replaced = ScopeFinder::replaced($store, $look);
        if ($replaced !== null && $look->span !== null) {
            $least = $look->span[2] ? '' : 'at least ';
            $this->aside(
                "Rows of these days are in already; $least{$replaced->rows} of them, of {$replaced->pages} pages with {$replaced->clicks} clicks or visits, are put to rest for {$look->scope->label(
                    $store,
                )} ({$replaced->days} days).",
            );
        }
    }

    /**
     * How the file is written, as told on the command line.
     *
     * @return array{scope?: string, charset?: string, dates?: string, decimal?: string}
     */
    private function corrections(): array
    {
        [$charset, $dates, $decimals] = [
            self::text($this->option('charset')),
            self::text($this->option('dates')),
            self::text($this->option('decimals')),
        ];
        if ($charset !== null && Encoding::labelled($charset) === null) {
            throw new InvalidArgumentException(
                "--charset: \"$charset\" is no charset that is known; there are ".
                    implode(', ', Dialect::charsets()).
                    '.',
            );
        }
        if ($dates !== null && DateOrder::tryFrom($dates) === null) {
            throw new InvalidArgumentException('--dates wants dmy (day first) or mdy (month first).');
        }
        if ($decimals !== null && ! in_array($decimals, ['point', 'comma'], true)) {
            throw new InvalidArgumentException('--decimals wants "point" (1,234.5) or "comma" (1.234,5).');
        }

        return array_filter(
            [
                'scope' => self::text($this->option('scope')),
                'charset' => $charset,
                'dates' => $dates,
                'decimal' => $decimals === null ? null : ($decimals === 'comma' ? ',' : '.'),
            ],
            is_string(...),
        );
    }

    /** @return array<int, string> */
    private static function columns(string $map, FileLook $look, FileSort $sort): array
    {
        $columns = [];
        foreach (explode(',', $map) as $pair) {
            $at = strrpos($pair, ':');
            [$name, $key] = $at === false ? [$pair, ''] : [trim(substr($pair, 0, $at)), trim(substr($pair, $at + 1))];
            $column = array_search(mb_strtolower($name), array_map(mb_strtolower(...), $look->names), true);
            $column =
                $column === false && ctype_digit($name) && (int) $name >= 1 && (int) $name <= count($look->names)
                    ? (int) $name - 1
                    : $column;
            if ($column === false) {
                throw new InvalidArgumentException(
                    "--map: the file has no column \"$name\"; it has ".implode(', ', $look->names).'.',
                );
            }
            if ($sort->field($key) === null) {
                throw new InvalidArgumentException(
                    "--map: \"$key\" is no field of {$sort->value} rows; there are ".
                        implode(', ', array_map(static fn ($field): string => $field->key, $sort->fields())).
                        '.',
                );
            }
            $columns[(int) $column] = $key;
        }

        return $columns;
    }

    private static function text(mixed $option): ?string
    {
        return is_string($option) ? $option : null;
    }
}
