<?php

declare(strict_types=1);

namespace App\Write\Console;

use App\Platform\Console\ExportsTable;
use App\Platform\Spelling\Dictionaries;
use App\Stores\Console\StoreCommand;
use App\Write\Checks\TextJudge;
use App\Write\Facts\CheckedFile;
use InvalidArgumentException;
use Orchard\Core\Text\Ruler;

final class CheckCommand extends StoreCommand
{
    use ExportsTable;

    protected $signature =
        'write:check {file : url or number, field, text; "-" for standard input} {--store=} '.
        '{--format=csv : csv, json or xlsx} {--out= : a file; else standard output} '.
        '{--no-mark : a CSV file without the mark that says UTF-8} {--json}';

    protected $description = 'Hold texts from elsewhere against the checks of the store and the facts of their pages';

    public function handle(Ruler $ruler, Dictionaries $dictionaries): int
    {
        return $this->guarded(function () use ($ruler, $dictionaries): int {
            $store = $this->store();
            $file = (string) $this->argument('file');
            $path = $file;
            if ($file === '-') {
                $path = (string) tempnam(sys_get_temp_dir(), 'texts');
                file_put_contents($path, STDIN);
            } elseif (! is_file($file) || ! is_readable($file)) {
                throw new InvalidArgumentException("$file is no file that can be read.");
            }
            try {
                $checked = new CheckedFile($store, new TextJudge($store, $ruler, $dictionaries));

                return $this->export(CheckedFile::COLUMNS, $checked->rows($path));
            } finally {
                $file === '-' && unlink($path);
            }
        });
    }
}
