<?php

declare(strict_types=1);

namespace App\Watch\Console;

use App\Stores\Console\StoreCommand;
use App\Watch\Reports\Report;
use InvalidArgumentException;

final class ReportCommand extends StoreCommand
{
    protected $signature =
        'watch:report {--store=} {--out= : the file to write; else standard output} '.
        '{--from= : first day, as 2026-09-01} {--to= : last day} {--json}';

    protected $description = 'Write a report that prints well and reads without the application (HTML)';

    public function handle(): int
    {
        return $this->guarded(function (): int {
            $store = $this->store();
            $day = fn (string $name): ?string => is_string($this->option($name)) && $this->option($name) !== ''
                ? $this->option($name)
                : null;
            $report = Report::of($store, $day('from'), $day('to'));
            if ($this->option('json')) {
                return $this->answer($report->toArray(), '');
            }
            $html = $report->html();
            $out = $this->option('out');
            if (! is_string($out) || $out === '') {
                $this->output->write($html);

                return 0;
            }
            if (@file_put_contents($out, $html) === false) {
                throw new InvalidArgumentException("$out cannot be written.");
            }

            return $this->answer(['file' => $out], "The report is in $out.");
        });
    }
}
