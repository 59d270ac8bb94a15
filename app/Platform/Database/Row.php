<?php

declare(strict_types=1);

namespace App\Platform\Database;

use App\Platform\Mistyped;
use App\Platform\Typed;
use stdClass;

/**
 * A row of the database as the database gives it: its cells by column, each read as what it is. NULL is 0 or an empty
 * text where a number or a text is asked for, such as the sum over no rows; who wants to know of it asks for the same
 * "or null". A column that was not asked for is a fault, not NULL.
 */
final class Row extends stdClass
{
    /** @throws Mistyped where the cell is no scalar */
    public function int(string $column): int
    {
        return Typed::int($this->{$column});
    }

    /** @throws Mistyped where the cell is no scalar */
    public function number(string $column): float
    {
        return Typed::number($this->{$column});
    }

    /** @throws Mistyped where the cell is no scalar */
    public function text(string $column): string
    {
        return Typed::text($this->{$column});
    }

    public function isTrue(string $column): bool
    {
        return (bool) $this->{$column};
    }

    /** @throws Mistyped where the cell is no scalar */
    public function intOrNull(string $column): ?int
    {
        return $this->{$column} === null ? null : $this->int($column);
    }

    /** @throws Mistyped where the cell is no scalar */
    public function numberOrNull(string $column): ?float
    {
        return $this->{$column} === null ? null : $this->number($column);
    }

    /** @throws Mistyped where the cell is no scalar */
    public function textOrNull(string $column): ?string
    {
        return $this->{$column} === null ? null : $this->text($column);
    }
}
