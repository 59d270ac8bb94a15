<?php

declare(strict_types=1);

namespace App\Stores\Console;

use App\Stores\Events\RulesChanged;
use App\Stores\MarketOptions;
use App\Stores\Markets;
use App\Stores\Models\Market;
use App\Stores\Models\Store;
use App\Stores\StoreOptions;
use InvalidArgumentException;

final class SetCommand extends StoreCommand
{
    protected $signature = 'store:set {key? : what to set} {value? : what to} {--store=} {--market= : a market by its name; the first where none is named} {--list : show all with their meaning} {--json}';

    protected $description = 'Set an option of a store';

    public function handle(StoreOptions $options): int
    {
        return $this->guarded(function () use ($options): int {
            $store = $this->store();
            $market = $this->market($store);
            if ($this->option('list')) {
                $rows = [...$options->list($store), ...MarketOptions::list($market)];

                return $this->answer(
                    ['options' => $rows],
                    implode(
                        "\n",
                        array_map(
                            static fn (array $row): string => str_pad($row['key'], 20).
                                ' '.
                                str_pad((string) $row['value'], 30).
                                ' '.
                                $row['means'],
                            $rows,
                        ),
                    ),
                );
            }
            $key = $this->argument('key');
            $value = $this->argument('value');
            if (! is_string($key) || ! is_string($value)) {
                return $this->badCall('Give a key and a value, or --list.');
            }
            if (MarketOptions::knows($key)) {
                MarketOptions::set($market, $key, $value);
            } else {
                $options->set($store, $key, $value);
            }
            if (MarketOptions::knows($key) || in_array($key, ['markets', 'brand_terms', 'crawlers'], true)) {
                RulesChanged::dispatch($store->id, null);
            }

            return $this->answer(['key' => $key, 'value' => $value], "$key is set.");
        });
    }

    private function market(Store $store): Market
    {
        $markets = Markets::of($store);
        $name = $this->option('market');
        if (! is_string($name)) {
            return $markets->first();
        }
        foreach ($markets->all() as $market) {
            if ($market->name === $name) {
                return $market;
            }
        }
        throw new InvalidArgumentException(
            "There is no market \"$name\"; there are ".
                implode(', ', array_map(static fn (Market $market): string => $market->name, $markets->all())).
                '.',
        );
    }
}
