<?php

declare(strict_types=1);

namespace App\Gather\Console;

use App\Gather\Inventory\PageExport;
use App\Gather\Inventory\PageFilter;
use App\Gather\Inventory\PageList;
use App\Store\Console\ExportsTable;
use App\Store\Console\StoreCommand;

final class ExportCommand extends StoreCommand
{
    use ExportsTable;

    protected $signature = 'gather:export {--store=} {--format=csv : csv, json or xlsx} {--out= : a file; else standard output} {--no-mark : a CSV file without the mark that says UTF-8} {--json}';

    protected $description = 'Export the inventory of pages';

    public function handle(PageExport $export, PageList $list): int
    {
        return $this->guarded(fn (): int => $this->export(PageExport::COLUMNS, $export->rows($store = $this->store(), $list->ids($store, PageFilter::of([])))));
    }
}
