<?php

declare(strict_types=1);

namespace App\Platform\Database;

use App\Platform\Typed;
use Illuminate\Support\Facades\DB;
use LogicException;
use stdClass;

/** Single rows of queries, told as what they are: one that may be missing, or one that is always there. */
final class Rows
{
    /** @param  array<array-key, mixed>  $bindings */
    public static function one(string $sql, array $bindings = []): ?stdClass
    {
        $row = DB::selectOne($sql, $bindings);

        return $row instanceof stdClass ? $row : null;
    }

    /**
     * The row of a query that always has one, such as a sum over all.
     *
     * @param  array<array-key, mixed>  $bindings
     *
     * @throws LogicException where there is none
     */
    public static function sole(string $sql, array $bindings = []): stdClass
    {
        return self::one($sql, $bindings) ?? throw new LogicException("A query that always has a row had none: $sql");
    }

    /**
     * The only figure of a query, such as a count.
     *
     * @param  array<array-key, mixed>  $bindings
     *
     * @throws LogicException where there is no row
     */
    public static function figure(string $sql, array $bindings = []): int
    {
        $cells = (array) self::sole($sql, $bindings);

        return Typed::int(reset($cells));
    }
}
