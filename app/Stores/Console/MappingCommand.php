<?php

declare(strict_types=1);

namespace App\Stores\Console;

use App\Stores\Shop\MappingDraft;
use App\Stores\StoreOptions;
use InvalidArgumentException;

final class MappingCommand extends StoreCommand
{
    protected $signature =
        'store:mapping {file? : a mapping that is to be used from now on; without it the one '.
        'in use is shown} {--store=} {--json}';

    protected $description = 'Show how the shop\'s API is asked and written, or set it from a file (docs/connect.md)';

    public function handle(StoreOptions $options): int
    {
        return $this->guarded(function () use ($options): int {
            $store = $this->store();
            $file = $this->argument('file');
            if (! is_string($file)) {
                $this->output->writeln(MappingDraft::json((new MappingDraft($store))->read()));

                return 0;
            }
            $json = @file_get_contents($file);
            if ($json === false) {
                throw new InvalidArgumentException("$file cannot be read.");
            }
            $options->set($store, 'shop_mapping', $json);

            return $this->answer(['store' => $store->slug], 'The mapping is in use.');
        });
    }
}
