<?php

declare(strict_types=1);

namespace App\Platform\Database;

use App\Platform\Typed;
use Generator;
use Illuminate\Support\Collection;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\LazyCollection;
use LogicException;
use stdClass;

/** Rows of queries, told as what they are: RowConnection makes each a Row. */
final class Rows
{
    /**
     * @param  array<array-key, mixed>  $bindings
     * @return list<Row>
     */
    public static function all(string $sql, array $bindings = []): array
    {
        /** @var list<Row> */
        return DB::select($sql, $bindings);
    }

    /**
     * Those of a query that was built.
     *
     * @template K of array-key
     *
     * @param  Collection<K, stdClass>  $rows
     * @return Collection<K, Row>
     */
    public static function of(Collection $rows): Collection
    {
        /** @var Collection<K, Row> */
        return $rows;
    }

    /**
     * Those of a query that was built, one after the other.
     *
     * @template K of array-key
     *
     * @param  LazyCollection<K, stdClass>  $rows
     * @return LazyCollection<K, Row>
     */
    public static function lazily(LazyCollection $rows): LazyCollection
    {
        /** @var LazyCollection<K, Row> */
        return $rows;
    }

    /**
     * Rows as the database sends them, one after the other.
     *
     * @param  array<array-key, mixed>  $bindings
     * @return Generator<int, Row>
     */
    public static function cursor(string $sql, array $bindings = []): Generator
    {
        /** @var Generator<int, Row> */
        return DB::cursor($sql, $bindings);
    }

    /**
     * The first of a query that was built; null where it has none.
     *
     * @throws LogicException where it comes from elsewhere
     */
    public static function maybe(?stdClass $row): ?Row
    {
        return $row === null || $row instanceof Row
            ? $row
            : throw new LogicException('A row came from a connection that is none of ours.');
    }

    /** @param  array<array-key, mixed>  $bindings */
    public static function one(string $sql, array $bindings = []): ?Row
    {
        return self::all($sql, $bindings)[0] ?? null;
    }

    /**
     * The row of a query that always has one, such as a sum over all.
     *
     * @param  array<array-key, mixed>  $bindings
     *
     * @throws LogicException where there is none
     */
    public static function sole(string $sql, array $bindings = []): Row
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
