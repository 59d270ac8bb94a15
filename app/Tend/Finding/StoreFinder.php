<?php

declare(strict_types=1);

namespace App\Tend\Finding;

use App\Tend\Found\FindingType;
use App\Tend\Found\Found;
use Closure;

/** Finds what only all pages of a store together tell. */
interface StoreFinder
{
    /** @return list<FindingType> what it can find */
    public static function types(): array;

    /**
     * @param  Closure(): void  $beat  to be called every few seconds
     * @return iterable<Found> at most one of each type for a page
     */
    public function find(Closure $beat): iterable;
}
