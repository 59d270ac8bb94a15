<?php

declare(strict_types=1);

namespace App\Inventory\Terms;

use App\Stores\Models\Store;
use Closure;

/** The groups of like queries for which pages are to be found, as the step that groups them tells it. */
final class PageGroups
{
    /** @var ?Closure(Store, list<int>): array<int, string> */
    private ?Closure $source = null;

    /** @param  Closure(Store, list<int>): array<int, string>  $source */
    public function register(Closure $source): void
    {
        $this->source = $source;
    }

    /**
     * @param  list<int>  $pages
     * @return array<int, string> the head term of the group by page; pages without a lead term are left out
     */
    public function of(Store $store, array $pages): array
    {
        return $pages === [] || $this->source === null ? [] : ($this->source)($store, $pages);
    }
}
