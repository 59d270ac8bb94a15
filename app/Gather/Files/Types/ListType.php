<?php

declare(strict_types=1);

namespace App\Gather\Files\Types;

use App\Facts\Lists\ListTable;
use Orchard\Core\Tabular\CellProblem;

/** A type whose files fill a list: one row a thing. */
abstract class ListType implements ImportType
{
    abstract public function table(): ListTable;

    /** @return array<string, string> labels of fields that a row cannot be without, by key */
    public function needed(ListedRow $row): array
    {
        return ['page' => 'Page'];
    }

    /** What else is wrong with a row; null where nothing is. */
    public function problem(ListedRow $row): ?CellProblem
    {
        return null;
    }

    /**
     * What tells the thing apart, its page where a type says nothing else: the last row of a name counts.
     *
     * @param  ?string  $url  of its page; null where it names none
     */
    public function name(ListedRow $row, ?string $url): string
    {
        return (string) $url;
    }

    /** @return list<int|float|string|null> in the order of the table's columns, behind the page */
    abstract public function values(ListedRow $row): array;
}
