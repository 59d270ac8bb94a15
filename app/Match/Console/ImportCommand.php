<?php

declare(strict_types=1);

namespace App\Match\Console;

use App\Inventory\Terms\TermFile;
use App\Match\Http\MatchController;
use App\Stores\Console\StoreCommand;
use InvalidArgumentException;

final class ImportCommand extends StoreCommand
{
    protected $signature =
        'match:import {file : a table with the columns url and keyword; "-" for standard input} '.
        '{--store=} {--json}';

    protected $description =
        'Bring a ready mapping in: the first keyword of an address is its lead term, the '.'others support it';

    public function handle(): int
    {
        return $this->guarded(function (): int {
            $store = $this->store();
            $file = (string) $this->argument('file');
            $path = $file;
            if ($file === '-') {
                $path = (string) tempnam(sys_get_temp_dir(), 'terms');
                file_put_contents($path, STDIN);
            } elseif (! is_file($file) || ! is_readable($file)) {
                throw new InvalidArgumentException("$file is no file that can be read.");
            }
            try {
                $told = TermFile::bring($store, $path, null);
            } finally {
                $file === '-' && unlink($path);
            }

            return $this->answer($told, MatchController::words($told));
        });
    }
}
