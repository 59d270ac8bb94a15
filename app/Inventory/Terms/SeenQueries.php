<?php

declare(strict_types=1);

namespace App\Inventory\Terms;

use App\Stores\Models\Store;
use Closure;

/** The queries that pages are seen for, as the step that sums them tells it. */
final class SeenQueries
{
    /** @var ?Closure(Store, list<int>, int): array<int, list<SeenQuery>> */
    private ?Closure $source = null;

    /** @param  Closure(Store, list<int>, int): array<int, list<SeenQuery>>  $source  the first so many of each page */
    public function register(Closure $source): void
    {
        $this->source = $source;
    }

    /**
     * @param  list<int>  $pages
     * @return array<int, list<SeenQuery>> by page, those with most clicks first; queries for the store's own name are left out
     */
    public function of(Store $store, array $pages, int $most): array
    {
        return $this->source === null || $pages === [] ? [] : ($this->source)($store, $pages, $most);
    }
}
