<?php

declare(strict_types=1);

namespace Orchard\Core\Tabular;

use Generator;
use InvalidArgumentException;

/** A table whose cells can be changed while all others stay as they are to the byte. */
interface RawTable
{
    /**
     * Records by number from 1, the row with the columns' names among them; empty lines are none.
     *
     * @return Generator<int, list<string>>
     *
     * @throws InvalidArgumentException with the place, where a record cannot be read
     */
    public function records(): Generator;

    /**
     * The same file with other cells.
     *
     * @param  array<int, array<int, string>>  $cells  new text by record and column (from 0)
     * @param  ?list<int>  $only  records that are kept; null for all
     * @param  ?list<int>  $columns  columns that are kept, in their order; null for all
     * @return string the bytes of the file
     *
     * @throws InvalidArgumentException where the file's charset has no sign for a letter
     */
    public function with(array $cells, ?array $only = null, ?array $columns = null): string;

    /**
     * The file with records added behind those that are kept, written in its own way.
     *
     * @param  list<list<string>>  $records
     * @param  list<int>  $only  records that are kept
     * @return string the bytes of the file
     */
    public function appended(array $records, array $only): string;

    /** A sign of the text that the file's charset lacks; null where it can be written. */
    public function lacks(string $text): ?string;
}
