<?php

declare(strict_types=1);

namespace App\Platform\Tables;

/** What becomes of a row of a sheet: where it goes, and which of its cells are written anew. */
final readonly class RowEdit
{
    /**
     * @param  int  $from  its number, from 1 on
     * @param  array<int, string>  $new  by column, from 0 on
     * @param  ?array<int, int>  $place  new column by old one; null where all stay
     */
    public function __construct(public int $from, public int $to, public array $new, public ?array $place)
    {
    }
}
