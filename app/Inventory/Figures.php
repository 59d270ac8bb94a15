<?php

declare(strict_types=1);

namespace App\Inventory;

use App\Stores\Models\Store;
use Closure;

/**
 * Figures of pages that one step reckons and others show beside theirs, by the name under which the step has
 * registered them.
 */
final class Figures
{
    /** @var array<string, Closure(Store, list<int>): array<int, float>> */
    private array $figures = [];

    /**
     * @param  Closure(Store, list<int>): array<int, float>  $figure  the figure by page; pages without one are left out
     */
    public function register(string $name, Closure $figure): void
    {
        $this->figures[$name] = $figure;
    }

    /**
     * @param  list<int>  $pages
     * @return array<int, float> by page; empty where nothing tells this figure
     */
    public function of(string $name, Store $store, array $pages): array
    {
        return $pages === [] || ! isset($this->figures[$name]) ? [] : $this->figures[$name]($store, $pages);
    }
}
