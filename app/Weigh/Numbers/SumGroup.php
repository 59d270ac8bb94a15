<?php

declare(strict_types=1);

namespace App\Weigh\Numbers;

/** Sums of the pages of one kind, folder, collection, market, device or class of query. */
final readonly class SumGroup
{
    /** @param  string  $name  a folder's path, or the number of whatever it is a group of */
    public function __construct(public string $name, public int $pages, public ComparedSums $sums)
    {
    }

    /** Whether it is the sum of other groups of devices or classes. */
    public function isTotal(string $by): bool
    {
        return in_array($by, ['device', 'class'], true) &&
            in_array((int) $this->name, [Lens::ALL, Lens::BUT_BRAND], true);
    }
}
