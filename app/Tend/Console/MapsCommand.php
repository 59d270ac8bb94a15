<?php

declare(strict_types=1);

namespace App\Tend\Console;

use App\Platform\Work\WorkDesk;
use App\Stores\Console\StoreCommand;
use App\Tend\Finding\Finds;
use App\Tend\Maps\MapWork;
use App\Tend\Maps\SiteMaps;
use InvalidArgumentException;

final class MapsCommand extends StoreCommand
{
    protected $signature = 'tend:maps {--store=} {--out= : a folder into which the files and their index go} {--json}';

    protected $description = 'Make the sitemaps of a store, by kind and market: pages that may be indexed and stay';

    public function handle(Finds $finds, WorkDesk $desk): int
    {
        return $this->guarded(function () use ($finds, $desk): int {
            $store = $this->store();
            SiteMaps::token($store);
            $state = $desk->workToEnd($finds->begin($store->id, null, MapWork::class));
            $files = SiteMaps::files($store);
            $out = $this->option('out');
            if (is_string($out) && $out !== '') {
                if (! is_dir($out) || ! is_writable($out)) {
                    throw new InvalidArgumentException("$out is no folder that can be written to.");
                }
                file_put_contents("$out/sitemap.xml", (string) SiteMaps::index($store, rtrim($store->base_url, '/')));
                foreach ($files as $file) {
                    file_put_contents("$out/{$file->name}.xml.gz", (string) SiteMaps::file($store, $file->name));
                }
            }
            $urls = array_sum(array_column($files, 'urls'));
            $this->answer(
                ['state' => $state, 'files' => count($files), 'urls' => $urls],
                $state === 'done'
                    ? number_format($urls).' URLs in '.number_format(count($files)).' files.'
                    : "Making the sitemaps has $state.",
            );

            return $state === 'done' ? 0 : 1;
        });
    }
}
