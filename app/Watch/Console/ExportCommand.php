<?php

declare(strict_types=1);

namespace App\Watch\Console;

use App\Platform\Console\ExportsTable;
use App\Stores\Console\StoreCommand;
use App\Watch\Lists\ResultList;

final class ExportCommand extends StoreCommand
{
    use ExportsTable;

    protected $signature =
        'watch:export {--store=} {--format=csv : csv, json or xlsx} {--out= : a file; else standard output} '.
        '{--no-mark : a CSV file without the mark that says UTF-8} {--json}';

    protected $description = 'Export changes with what came of them: clicks and revenue of 28 days with their ranges';

    public function handle(): int
    {
        return $this->guarded(fn (): int => $this->export(ResultList::COLUMNS, ResultList::export($this->store())));
    }
}
