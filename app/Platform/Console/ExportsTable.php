<?php

declare(strict_types=1);

namespace App\Platform\Console;

use App\Platform\Tables\TableRows;
use App\Platform\Tables\TableWriter;
use InvalidArgumentException;

/**
 * For commands that export: --format=csv, json or xlsx, to standard output or --out=FILE; a CSV file says UTF-8
 * to spreadsheets by a mark (unless --no-mark); what goes into a pipe has none.
 */
trait ExportsTable
{
    /**
     * @param  list<string>  $columns
     * @param  iterable<list<string|int|float|null>>  $rows
     */
    private function export(array $columns, iterable $rows): int
    {
        $asked = $this->option('format');
        $format = $this->option('json') ? 'json' : (is_string($asked) ? $asked : 'csv');
        if (! isset(TableWriter::FORMATS[$format])) {
            return $this->badCall("There is no format \"$format\"; csv, json and xlsx there are.");
        }
        $file = $this->option('out');
        $to = is_string($file) && $file !== '' ? @fopen($file, 'wb') : STDOUT;
        if ($to === false) {
            throw new InvalidArgumentException("$file cannot be written.");
        }
        TableWriter::write($format, new TableRows($columns, $rows), $to, $to !== STDOUT && ! $this->option('no-mark'));

        return 0;
    }
}
