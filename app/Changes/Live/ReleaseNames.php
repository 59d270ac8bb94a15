<?php

declare(strict_types=1);

namespace App\Changes\Live;

use App\Stores\Models\Store;
use Closure;

/** Names of releases, as the step that makes them tells it. */
final class ReleaseNames
{
    /** @var ?Closure(Store, list<int>): array<int, ReleaseName> */
    private ?Closure $source = null;

    /** @param  Closure(Store, list<int>): array<int, ReleaseName>  $source */
    public function register(Closure $source): void
    {
        $this->source = $source;
    }

    /**
     * @param  list<int>  $releases
     * @return array<int, ReleaseName> by release; those that are not known are left out
     */
    public function of(Store $store, array $releases): array
    {
        return $releases === [] || $this->source === null ? [] : ($this->source)($store, $releases);
    }
}
