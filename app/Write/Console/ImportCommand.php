<?php

declare(strict_types=1);

namespace App\Write\Console;

use App\Platform\Database\Rows;
use App\Stores\Console\StoreCommand;
use App\Write\Sheets\SheetImport;
use App\Write\Sheets\WideSheet;
use Illuminate\Support\Facades\DB;
use InvalidArgumentException;

final class ImportCommand extends StoreCommand
{
    protected $signature = 'write:import {file : the edited export, CSV or XLSX; "-" for standard input} {--store=} {--accept : make drafts of the changed rows; else only tell what would be done} {--json}';

    protected $description = 'Bring an edited export back: tells what each row would do, and makes drafts with --accept';

    public function handle(SheetImport $import): int
    {
        return $this->guarded(function () use ($import): int {
            $store = $this->store();
            $file = (string) $this->argument('file');
            $path = $file;
            if ($file === '-') {
                $path = (string) tempnam(sys_get_temp_dir(), 'sheet');
                file_put_contents($path, STDIN);
            } elseif (! is_file($file) || ! is_readable($file)) {
                throw new InvalidArgumentException("$file is no file that can be read.");
            }
            $sheet = $import->stage($store, $path, basename($file), null);
            if ($file === '-') {
                unlink($path);
            }
            $isWide = (bool) DB::table('write_sheets')->where('id', $sheet)->value('is_wide');
            $problems = Rows::of(
                DB::table('write_sheet_rows')
                    ->where('sheet_id', $sheet)
                    ->whereIn('outcome', ['error', 'clash'])
                    ->orderBy('place')
                    ->limit(1000)
                    ->get(['place', 'outcome', 'url', 'note']),
            );
            $made = $this->option('accept') ? $import->accept($store, $sheet, null) : 0;
            $counts = $import->counts($sheet);
            foreach ($problems as $row) {
                $this->aside(
                    'row '.
                        ($isWide ? intdiv($row->int('place'), WideSheet::PLACES) : $row->place).
                        ", {$row->outcome}: {$row->note} ({$row->url})",
                );
            }

            return $this->answer(
                ['sheet' => $sheet, 'rows' => $counts, 'drafts' => $made, 'problems' => $problems->all()],
                implode(
                    ', ',
                    array_map(
                        static fn (string $outcome, int $n): string => "$n $outcome",
                        array_keys($counts),
                        $counts,
                    ),
                ).
                    ($this->option('accept')
                        ? ". $made drafts were made."
                        : '. Nothing has been changed; --accept makes drafts of the new ones.'),
            );
        });
    }
}
