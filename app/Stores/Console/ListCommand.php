<?php

declare(strict_types=1);

namespace App\Stores\Console;

use App\Stores\Models\Store;

final class ListCommand extends StoreCommand
{
    protected $signature = 'store:list {--json}';

    protected $description = 'List the stores';

    public function handle(): int
    {
        $stores = Store::query()
            ->orderBy('slug')
            ->get()
            ->map(
                static fn (Store $store): array => [
                    'slug' => $store->slug,
                    'name' => $store->name,
                    'url' => $store->base_url,
                    'timezone' => $store->timezone,
                ],
            )
            ->all();

        return $this->answer(
            ['stores' => $stores],
            implode(
                "\n",
                array_map(
                    static fn (array $s): string => str_pad($s['slug'], 24).
                        ' '.
                        str_pad($s['name'], 30).
                        ' '.
                        $s['url'],
                    $stores,
                ),
            ),
        );
    }
}
