<?php

declare(strict_types=1);

namespace App\Write\Console;

use App\Platform\Console\ExportsTable;
use App\Stores\Console\StoreCommand;
use App\Write\Sheets\TextExport;

final class ExportCommand extends StoreCommand
{
    use ExportsTable;

    protected $signature = 'write:export {--store=} {--format=csv : csv, json or xlsx} {--out= : a file; else standard output} {--no-mark : a CSV file without the mark that says UTF-8} {--json}';

    protected $description = 'Export all texts, live and drafted';

    public function handle(TextExport $export): int
    {
        return $this->guarded(fn (): int => $this->export(TextExport::COLUMNS, $export->rows($this->store())));
    }
}
