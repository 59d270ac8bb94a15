<?php

declare(strict_types=1);

namespace App\Release\Console;

use App\Release\Handing\Handover;
use App\Stores\Console\StoreCommand;
use Illuminate\Support\Facades\DB;
use InvalidArgumentException;

final class HandoverCommand extends StoreCommand
{
    protected $signature =
        'release:handover {release : its number} {--store=} {--out= : folder that the files '.
        'are written to} {--json}';

    protected $description = 'Write the files of a release that is handed over to the shop\'s import';

    public function handle(): int
    {
        return $this->guarded(function (): int {
            $store = $this->store();
            $release = (int) $this->argument('release');
            if (! DB::table('release_batches')->where('store_id', $store->id)->where('id', $release)->exists()) {
                throw new InvalidArgumentException("There is no release $release.");
            }
            $folder = $this->option('out');
            if (! is_string($folder) || $folder === '') {
                throw new InvalidArgumentException('Say where to: --out=FOLDER.');
            }
            $handover = new Handover($store, $release);
            $files = $handover->files();
            if ($files === []) {
                throw new InvalidArgumentException('Nothing of this release is handed over as a file.');
            }
            is_dir($folder) || @mkdir($folder, 0755, true);
            $written = [];
            foreach ($files as $file) {
                $path = rtrim($folder, '/').'/'.$handover->nameOf($file);
                $isWritten = @file_put_contents("$path.new", $handover->bytes($file)) !== false;
                if (! $isWritten || ! rename("$path.new", $path)) {
                    throw new InvalidArgumentException("$path cannot be written.");
                }
                $written[] = basename($path);
            }

            return $this->answer(['release' => $release, 'files' => $written], implode("\n", $written));
        });
    }
}
