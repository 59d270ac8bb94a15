<?php

declare(strict_types=1);

namespace App\Tend\Finding;

use App\Tend\Found\FindingType;
use App\Tend\Found\Found;

/** Finds what one page tells by itself. */
interface PageFinder
{
    /** @return list<FindingType> what it can find */
    public static function types(): array;

    /** @return iterable<Found> at most one of each type */
    public function look(SeenPage $page): iterable;
}
