<?php

declare(strict_types=1);

namespace App\Platform\Tables;

/** A table as it is written: its columns, its rows, and how wide a workbook shows them. */
final readonly class TableRows
{
    /**
     * @param  list<string>  $columns
     * @param  iterable<list<string|int|float|Formula|null>>  $rows
     * @param  list<int>  $widths  of the columns of a workbook, in characters; where there are none, by their names
     */
    public function __construct(public array $columns, public iterable $rows, public array $widths = [])
    {
    }
}
