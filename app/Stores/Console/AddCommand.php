<?php

declare(strict_types=1);

namespace App\Stores\Console;

use App\Stores\AddStore;
use App\Stores\StoreBasics;

final class AddCommand extends StoreCommand
{
    protected $signature = 'store:add {--name= : the store\'s name} {--url= : its base URL} {--slug= : short name for commands and addresses} {--currency=EUR} {--timezone=UTC} {--language=en} {--allow-private : the owner\'s word that this host may stand on a private or loopback address} {--json}';

    protected $description = 'Add a store with one market';

    public function handle(AddStore $stores): int
    {
        return $this->guarded(function () use ($stores): int {
            $slug = $this->option('slug');
            $store = $stores->add(
                (string) $this->option('name'),
                (string) $this->option('url'),
                is_string($slug) && $slug !== '' ? $slug : null,
                new StoreBasics(
                    currency: (string) $this->option('currency'),
                    timezone: (string) $this->option('timezone'),
                    language: (string) $this->option('language'),
                    allowPrivate: (bool) $this->option('allow-private'),
                ),
            );

            return $this->answer(
                ['slug' => $store->slug, 'name' => $store->name, 'url' => $store->base_url],
                "Added {$store->name} as \"{$store->slug}\".",
            );
        });
    }
}
