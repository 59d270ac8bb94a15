<?php

declare(strict_types=1);

namespace App\Weigh\Console;

use App\Platform\Console\ExportsTable;
use App\Stores\Console\StoreCommand;
use App\Weigh\Weighing\Scores;

final class ExportCommand extends StoreCommand
{
    use ExportsTable;

    protected $signature = 'weigh:export {--store=} {--format=csv : csv, json or xlsx} {--out= : a file; else standard output} {--no-mark : a CSV file without the mark that says UTF-8} {--json}';

    protected $description = 'Export all pages with what they could earn more';

    public function handle(): int
    {
        return $this->guarded(fn (): int => $this->export(Scores::COLUMNS, Scores::export($this->store())));
    }
}
