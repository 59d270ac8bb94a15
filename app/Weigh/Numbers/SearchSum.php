<?php

declare(strict_types=1);

namespace App\Weigh\Numbers;

/** What search tells of one cell: a page, a query, a device, a week. */
final readonly class SearchSum
{
    /** @param  int  $positions  sum over impressions, in thousandths */
    public function __construct(public int $clicks, public int $impressions, public int $positions)
    {
    }

    /** The square of the mean position, over impressions; 0 where nothing was seen. */
    public function square(): float
    {
        return $this->impressions > 0 ? ($this->positions * ($this->positions / $this->impressions)) / 1e6 : 0.0;
    }
}
