<?php

declare(strict_types=1);

namespace App\Write\Console;

use App\Platform\Console\ExportsTable;
use App\Stores\Console\StoreCommand;
use Generator;
use InvalidArgumentException;
use Orchard\Core\Text\Ruler;
use Orchard\Core\Text\Slot;

final class MeasureCommand extends StoreCommand
{
    use ExportsTable;

    protected $signature = 'write:measure {file? : one text a line; else standard input} {--format=csv : csv, json or xlsx} {--out=} {--no-mark : a CSV file without the mark that says UTF-8} {--json}';

    protected $description = 'Measure texts: characters, pixels, and what each slot would show';

    public function handle(Ruler $ruler): int
    {
        return $this->guarded(function () use ($ruler): int {
            $file = $this->argument('file');
            $from = is_string($file) && $file !== '-' ? @fopen($file, 'rb') : STDIN;
            if ($from === false) {
                throw new InvalidArgumentException("$file is no file that can be read.");
            }

            return $this->export(
                [
                    'text', 'characters', 'title_px', 'description_px', 'title_desktop', 'title_phone',
                    'description_desktop', 'description_phone', 'estimated',
                ],
                $this->rows($ruler, $from),
            );
        });
    }

    /**
     * @param  resource  $from
     * @return Generator<list<string|int|float>>
     */
    private function rows(Ruler $ruler, $from): Generator
    {
        while (($line = fgets($from, 1_000_000)) !== false) {
            $text = mb_scrub(rtrim($line, "\r\n"));
            yield [
                $text,
                Ruler::characters($text),
                round($ruler->pixels($text, Slot::desktopTitle()->fontSize), 2),
                round($ruler->pixels($text, Slot::desktopDescription()->fontSize), 2),
                ...array_map(static fn (Slot $slot): string => $ruler->fit($text, $slot)->shown(), [
                    Slot::desktopTitle(),
                    Slot::phoneTitle(),
                    Slot::desktopDescription(),
                    Slot::phoneDescription(),
                ]),
                $ruler->isExact($text) ? 'no' : 'yes',
            ];
        }
    }
}
