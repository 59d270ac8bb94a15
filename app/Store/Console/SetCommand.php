<?php

declare(strict_types=1);

namespace App\Store\Console;

use App\Store\StoreOptions;

final class SetCommand extends StoreCommand
{
    protected $signature = 'store:set {key? : what to set} {value? : what to} {--store=} {--list : show all with their meaning} {--json}';

    protected $description = 'Set an option of a store';

    public function handle(StoreOptions $options): int
    {
        return $this->guarded(function () use ($options): int {
            $store = $this->store();
            if ($this->option('list')) {
                $rows = $options->list($store);

                return $this->answer(['options' => $rows], implode("\n", array_map(static fn (array $row): string => str_pad($row['key'], 20).' '.str_pad((string) $row['value'], 30).' '.$row['means'], $rows)));
            }
            $key = $this->argument('key');
            $value = $this->argument('value');
            if (! is_string($key) || ! is_string($value)) {
                return $this->badCall('Give a key and a value, or --list.');
            }
            $options->set($store, $key, $value);

            return $this->answer(['key' => $key, 'value' => $value], "$key is set.");
        });
    }
}
