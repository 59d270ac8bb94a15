<?php

declare(strict_types=1);

namespace App\Match\Console;

use App\Match\Tracking\MatchTables;
use App\Platform\Console\ExportsTable;
use App\Stores\Console\StoreCommand;

final class ExportCommand extends StoreCommand
{
    use ExportsTable;

    protected $signature =
        'match:export {--what=pages : pages, terms or tracked} {--store=} {--format=csv : csv, json or '.
        'xlsx} {--out= : a file; else standard output} {--no-mark : a CSV file without the mark that says UTF-8} '.
        '{--json}';

    protected $description = 'Export pages with their terms, all terms with their pages, or tracked terms by day';

    public function handle(): int
    {
        $what = (string) $this->option('what');

        return $this->guarded(
            fn (): int => isset(MatchTables::ALL[$what])
                ? $this->export(MatchTables::ALL[$what], MatchTables::rows($what, $this->store()))
                : $this->badCall('--what is pages, terms or tracked.'),
        );
    }
}
