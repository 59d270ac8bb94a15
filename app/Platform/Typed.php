<?php

declare(strict_types=1);

namespace App\Platform;

/**
 * Values whose type the language does not know (of a table's cell, a request's field, a setting, somebody else's JSON)
 * as the type that they are read for. Nothing is 0 or an empty text, as a cast has it; what a cast would turn into a
 * wrong value without a word (a list, an object) is refused.
 */
final class Typed
{
    /** @throws Mistyped where it is a list or an object */
    public static function int(mixed $value): int
    {
        return $value === null || is_scalar($value) ? (int) $value : throw Mistyped::of($value, 'a whole number');
    }

    /** @throws Mistyped where it is a list or an object */
    public static function number(mixed $value): float
    {
        return $value === null || is_scalar($value) ? (float) $value : throw Mistyped::of($value, 'a number');
    }

    /** @throws Mistyped where it is a list or an object that has no text of its own */
    public static function text(mixed $value): string
    {
        return $value === null || is_scalar($value) || $value instanceof \Stringable
            ? (string) $value
            : throw Mistyped::of($value, 'a text');
    }

    /**
     * @template K of array-key
     *
     * @param  iterable<K, mixed>  $values
     * @return array<K, int> with their keys
     *
     * @throws Mistyped where one is a list or an object
     */
    public static function ints(iterable $values): array
    {
        $ints = [];
        foreach ($values as $key => $value) {
            $ints[$key] = self::int($value);
        }

        return $ints;
    }

    /**
     * @template K of array-key
     *
     * @param  iterable<K, mixed>  $values
     * @return array<K, string> with their keys
     *
     * @throws Mistyped where one is a list or an object
     */
    public static function texts(iterable $values): array
    {
        $texts = [];
        foreach ($values as $key => $value) {
            $texts[$key] = self::text($value);
        }

        return $texts;
    }

    /**
     * @template K of array-key
     *
     * @param  iterable<K, mixed>  $values
     * @return array<K, float> with their keys
     *
     * @throws Mistyped where one is a list or an object
     */
    public static function numbers(iterable $values): array
    {
        $numbers = [];
        foreach ($values as $key => $value) {
            $numbers[$key] = self::number($value);
        }

        return $numbers;
    }

    /**
     * @param  mixed  $value  JSON of an object, or an array
     * @return array<string, mixed> by name; empty where it is neither
     */
    public static function map(mixed $value): array
    {
        $value = is_string($value) ? json_decode($value, true) : $value;
        $map = [];
        foreach (is_array($value) ? $value : [] as $key => $one) {
            $map[(string) $key] = $one;
        }

        return $map;
    }

    /**
     * What values are known by together, such as all that a screen was made of.
     *
     * @param  list<mixed>  $values
     */
    public static function line(array $values): string
    {
        return implode(' ', self::texts($values));
    }
}
