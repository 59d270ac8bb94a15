<?php

declare(strict_types=1);

namespace App\Watch\Console;

use App\Stores\Console\StoreCommand;
use App\Watch\Changed\Marks;
use App\Watch\Changed\NewMark;
use App\Watch\Http\MarkController;
use InvalidArgumentException;

final class MarkCommand extends StoreCommand
{
    protected $signature =
        'watch:mark {--store=} {--name= : what was changed} {--date= : on which day, as 2026-10-19} '.
        '{--pages= : a file of addresses; "-" for standard input} {--note=} {--json}';

    protected $description = 'Mark a change that was made by other means, to be judged like a release';

    public function handle(): int
    {
        return $this->guarded(function (): int {
            $store = $this->store();
            $given = fn (string $name): string => is_string($this->option($name)) ? $this->option($name) : '';
            if ($given('pages') === '') {
                throw new InvalidArgumentException('Which pages? Give --pages=FILE.');
            }
            $told = Marks::add(
                $store,
                new NewMark($given('name'), $given('date'), $this->addresses($given('pages')), $given('note')),
                null,
            );

            return $this->answer($told, MarkController::words($told));
        });
    }

    /** @return list<string> */
    private function addresses(string $file): array
    {
        if ($file === '-') {
            $path = (string) tempnam(sys_get_temp_dir(), 'pages');
            try {
                file_put_contents($path, STDIN);

                return Marks::ofFile($path);
            } finally {
                @unlink($path);
            }
        }
        if (! is_file($file) || ! is_readable($file)) {
            throw new InvalidArgumentException("$file is no file that can be read.");
        }

        return Marks::ofFile($file);
    }
}
