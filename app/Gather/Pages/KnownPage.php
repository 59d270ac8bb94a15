<?php

declare(strict_types=1);

namespace App\Gather\Pages;

use App\Platform\Database\Records;
use App\Stores\Models\Store;

/** A page of the store, with the resource of the shop that it shows. */
final readonly class KnownPage
{
    /**
     * @param  int  $sources  bits of PageSource, as of the newest crawl
     */
    public function __construct(
        public int $id,
        public string $url,
        public ?int $resourceId,
        public ?string $resourceName,
        public int $marketId,
        public int $sources,
    ) {
    }

    public static function find(Store $store, int $page): ?self
    {
        return Records::first(
            self::class,
            'SELECT p.*, r.id AS resource_id, r.name AS resource_name FROM pages p
                LEFT JOIN resources r ON r.id = p.resource_id WHERE p.store_id = ? AND p.id = ?',
            [$store->id, $page],
        );
    }
}
