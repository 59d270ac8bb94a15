<?php

declare(strict_types=1);

namespace App\Weigh\Numbers;

use App\Platform\Database\Row;

/** Sums of the weeks of a lens, and of those that they are compared with. */
final readonly class ComparedSums
{
    /**
     * @param  Sums  $now  of the lens's weeks
     * @param  Sums  $beside  of those days of them that are told on the other side, too
     * @param  Sums  $then  of the days on the other side
     */
    private function __construct(public Sums $now, public Sums $beside, public Sums $then)
    {
    }

    /** @param  string  $against  "before" or "year" */
    public static function from(Row $row, string $against): self
    {
        return new self(Sums::from($row), Sums::from($row, "_beside_$against"), Sums::from($row, "_$against"));
    }
}
