<?php

declare(strict_types=1);

namespace App\Gather\Console;

use App\Gather\Pages\PageExport;
use App\Gather\Pages\PageFilter;
use App\Gather\Pages\PageList;
use App\Platform\Console\ExportsTable;
use App\Stores\Console\StoreCommand;

final class ExportCommand extends StoreCommand
{
    use ExportsTable;

    protected $signature = 'gather:export {--store=} {--format=csv : csv, json or xlsx} {--out= : a file; else standard output} {--no-mark : a CSV file without the mark that says UTF-8} {--json}';

    protected $description = 'Export the inventory of pages';

    public function handle(PageExport $export, PageList $list): int
    {
        return $this->guarded(
            fn (): int => $this->export(
                PageExport::COLUMNS,
                $export->rows($store = $this->store(), $list->ids($store, PageFilter::of([]))),
            ),
        );
    }
}
