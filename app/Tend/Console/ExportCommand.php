<?php

declare(strict_types=1);

namespace App\Tend\Console;

use App\Platform\Console\ExportsTable;
use App\Stores\Console\StoreCommand;
use App\Tend\Lists\TendTables;

final class ExportCommand extends StoreCommand
{
    use ExportsTable;

    protected $signature =
        'tend:export {what : orphans, depth, links, headings, images, words, status, structured, sitemaps, add, '.
        'repairs or markup} {--store=} '.
        '{--format=csv : csv, json or xlsx} {--out= : a file; else standard output} '.
        '{--no-mark : a CSV file without the mark that says UTF-8} {--json}';

    protected $description = 'Export what was found of a store’s links, headings, images and answers';

    public function handle(): int
    {
        $what = (string) $this->argument('what');

        return $this->guarded(
            fn (): int => TendTables::columns($what) === null
                ? $this->badCall('There is '.implode(', ', TendTables::names()).'.')
                : $this->export(TendTables::columns($what), TendTables::rows($what, $this->store())),
        );
    }
}
