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

    /** @var ?Closure(Store, int, int): ?SeenPortion */
    private ?Closure $portions = null;

    /**
     * @param  Closure(Store, list<int>, int): array<int, list<SeenQuery>>  $source  the first so many of each page
     * @param  Closure(Store, int, int): ?SeenPortion  $portions  the next so many queries after one; null at the end
     */
    public function register(Closure $source, Closure $portions): void
    {
        $this->source = $source;
        $this->portions = $portions;
    }

    /**
     * The next queries with all their pages, the store's own name among them; null at the end, or where nothing sums
     * them.
     */
    public function portion(Store $store, int $after, int $most): ?SeenPortion
    {
        return $this->portions === null ? null : ($this->portions)($store, $after, $most);
    }

    /**
     * @param  list<int>  $pages
     * @return array<int, list<SeenQuery>> by page, those with most clicks first; queries for the store's own name are
     * left out
     */
    public function of(Store $store, array $pages, int $most): array
    {
        return $this->source === null || $pages === [] ? [] : ($this->source)($store, $pages, $most);
    }
}
