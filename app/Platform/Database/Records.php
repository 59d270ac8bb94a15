<?php

declare(strict_types=1);

namespace App\Platform\Database;

use BackedEnum;
use Closure;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;
use LogicException;
use ReflectionClass;
use ReflectionNamedType;
use ReflectionParameter;
use stdClass;

/**
 * Rows of the database as records: readonly classes whose constructor names the columns in camel case, with the types
 * that it wants (int, float, string, bool, an enum kept by its value, or a list, enum or object that was put into the
 * row). Cells are cast here, and by Row where no record is made. Nothing is 0 or an empty text where the constructor
 * does not take null; columns that it does not name are left out.
 */
final class Records
{
    /** @var array<class-string, list<array{string, Closure(mixed): mixed, ReflectionParameter}>> column and cast */
    private static array $plans = [];

    /**
     * @template T of object
     *
     * @param  class-string<T>  $class
     * @param  iterable<array-key, mixed>  $rows  as the database gives them
     * @return list<T> in their order
     *
     * @throws LogicException where a row lacks a column that the constructor names and has no default for
     */
    public static function of(string $class, iterable $rows): array
    {
        $records = [];
        foreach ($rows as $row) {
            $records[] = self::make($class, $row);
        }

        return $records;
    }

    /**
     * @template T of object
     *
     * @param  class-string<T>  $class
     * @return ?T null where there is no row
     */
    public static function one(string $class, ?object $row): ?object
    {
        return $row === null ? null : self::make($class, $row);
    }

    /**
     * @template T of object
     *
     * @param  class-string<T>  $class
     * @param  array<array-key, mixed>  $bindings
     * @return list<T>
     */
    public static function select(string $class, string $sql, array $bindings = []): array
    {
        return self::of($class, DB::select($sql, $bindings));
    }

    /**
     * The first row of a query.
     *
     * @template T of object
     *
     * @param  class-string<T>  $class
     * @param  array<array-key, mixed>  $bindings
     * @return ?T null where there is none
     */
    public static function first(string $class, string $sql, array $bindings = []): ?object
    {
        return self::one($class, Rows::one($sql, $bindings));
    }

    /**
     * The row of a query that always has one, such as a sum over all.
     *
     * @template T of object
     *
     * @param  class-string<T>  $class
     * @param  array<array-key, mixed>  $bindings
     * @return T
     *
     * @throws LogicException where there is none
     */
    public static function sole(string $class, string $sql, array $bindings = []): object
    {
        return self::make($class, Rows::sole($sql, $bindings));
    }

    /**
     * @template T of object
     *
     * @param  class-string<T>  $class
     * @return T
     */
    private static function make(string $class, mixed $row): object
    {
        if (! ($row instanceof stdClass)) {
            throw new LogicException("$class is made of a row of the database.");
        }
        $cells = (array) $row;
        $given = [];
        foreach (self::$plans[$class] ??= self::plan($class) as [$column, $cast, $parameter]) {
            if (array_key_exists($column, $cells)) {
                $given[] = $cast($cells[$column]);
            } elseif ($parameter->isDefaultValueAvailable()) {
                $given[] = $parameter->getDefaultValue();
            } else {
                throw new LogicException("A row for $class has no column $column.");
            }
        }

        return new $class(...$given);
    }

    /**
     * @param  class-string  $class
     * @return list<array{string, Closure(mixed): mixed, ReflectionParameter}>
     */
    private static function plan(string $class): array
    {
        return array_map(
            static fn (ReflectionParameter $parameter): array => [
                Str::snake($parameter->getName()),
                self::cast($class, $parameter),
                $parameter,
            ],
            (new ReflectionClass($class))->getConstructor()?->getParameters() ?? [],
        );
    }

    /** @return Closure(mixed): mixed */
    private static function cast(string $class, ReflectionParameter $parameter): Closure
    {
        $type = $parameter->getType();
        $name = $type instanceof ReflectionNamedType ? $type->getName() : '';
        $isNullable = $type?->allowsNull() ?? true;
        $cast = match (true) {
            $name === 'int' => static fn (mixed $cell): int => is_scalar($cell) ? (int) $cell : 0,
            $name === 'float' => static fn (mixed $cell): float => is_scalar($cell) ? (float) $cell : 0.0,
            $name === 'string' => static fn (mixed $cell): string => is_scalar($cell) ? (string) $cell : '',
            $name === 'bool' => static fn (mixed $cell): bool => (bool) $cell,
            $name === 'array' => static fn (mixed $cell): array => is_array($cell) ? $cell : [],
            is_subclass_of($name, BackedEnum::class) => self::enum($name),
            class_exists($name) => static fn (mixed $cell): object => $cell instanceof $name
                ? $cell
                : throw new LogicException("$class wants a $name as “{$parameter->getName()}”."),
            default => throw new LogicException("$class wants “{$parameter->getName()}” of a type that no cell has."),
        };

        return $isNullable ? static fn (mixed $cell): mixed => $cell === null ? null : $cast($cell) : $cast;
    }

    /**
     * @param  class-string<BackedEnum>  $enum
     * @return Closure(mixed): BackedEnum
     */
    private static function enum(string $enum): Closure
    {
        $isNumber = (string) (new \ReflectionEnum($enum))->getBackingType() === 'int';
        $value = $isNumber
            ? static fn (mixed $cell): int => is_scalar($cell) ? (int) $cell : 0
            : static fn (mixed $cell): string => is_scalar($cell) ? (string) $cell : '';

        return static fn (mixed $cell): BackedEnum => $cell instanceof $enum ? $cell : $enum::from($value($cell));
    }
}
