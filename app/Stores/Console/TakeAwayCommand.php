<?php

declare(strict_types=1);

namespace App\Stores\Console;

use App\Platform\Work\WorkDesk;
use App\Stores\Leaving\Leaving;
use Illuminate\Support\Facades\Storage;
use InvalidArgumentException;

final class TakeAwayCommand extends StoreCommand
{
    protected $signature = 'store:export {--store=} {--out= : the zip to be written} {--json}';

    protected $description =
        'Write all that people made in a store, and what is known of its pages, into a zip of '.'CSV files';

    public function handle(Leaving $leaving, WorkDesk $desk): int
    {
        return $this->guarded(function () use ($leaving, $desk): int {
            $store = $this->store();
            $out = $this->option('out');
            if (! is_string($out) || $out === '') {
                return $this->badCall('Where is it to be written? Give --out=FILE.');
            }
            $desk->workToEnd($leaving->export($store, null));
            $file = Leaving::exported($store) ?? throw new InvalidArgumentException('The export has failed.');
            $from =
                Storage::disk('uploads')->readStream($file) ??
                throw new InvalidArgumentException('The export is gone.');
            $to = @fopen($out, 'wb') ?: throw new InvalidArgumentException("$out cannot be written.");
            $bytes = (int) stream_copy_to_stream($from, $to);

            return $this->answer(
                ['store' => $store->slug, 'file' => $out, 'bytes' => $bytes],
                number_format($bytes)." bytes are in $out.",
            );
        });
    }
}
