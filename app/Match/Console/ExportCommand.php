<?php

declare(strict_types=1);

namespace App\Match\Console;

use App\Match\Terms\MatchExport;
use App\Platform\Console\ExportsTable;
use App\Stores\Console\StoreCommand;

final class ExportCommand extends StoreCommand
{
    use ExportsTable;

    protected $signature = 'match:export {--what=pages : pages or terms} {--store=} {--format=csv : csv, json or '.
        'xlsx} {--out= : a file; else standard output} {--no-mark : a CSV file without the mark that says UTF-8} '.
        '{--json}';

    protected $description = 'Export pages with their lead and supporting terms, or all terms with their pages';

    public function handle(): int
    {
        return $this->guarded(
            fn (): int => match ($this->option('what')) {
                'pages' => $this->export(MatchExport::PAGES, MatchExport::pages($this->store())),
                'terms' => $this->export(MatchExport::TERMS, MatchExport::terms($this->store())),
                default => $this->badCall('--what is pages or terms.'),
            },
        );
    }
}
