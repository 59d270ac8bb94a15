<?php

declare(strict_types=1);

namespace App\Untangle\Console;

use App\Platform\Console\ExportsTable;
use App\Stores\Console\StoreCommand;
use App\Untangle\Finding\Finds;

final class ExportCommand extends StoreCommand
{
    use ExportsTable;

    protected $signature = 'untangle:export {--store=} {--format=csv : csv, json or xlsx} {--out= : a file; else standard output} {--no-mark : a CSV file without the mark that says UTF-8} {--json}';

    protected $description = 'Export every address with its tangle, its keeper, what it declares and what should be done';

    public function handle(): int
    {
        return $this->guarded(fn (): int => $this->export(Finds::COLUMNS, Finds::export($this->store())));
    }
}
