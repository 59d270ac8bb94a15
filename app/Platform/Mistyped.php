<?php

declare(strict_types=1);

namespace App\Platform;

use InvalidArgumentException;

/** A value that is of quite another type than the one it is read as, such as a list instead of a number. */
final class Mistyped extends InvalidArgumentException
{
    private function __construct(public readonly string $type, public readonly string $wanted)
    {
        parent::__construct("$type stands where $wanted is read.");
    }

    /** @param  string  $wanted  in words, such as "a whole number" */
    public static function of(mixed $value, string $wanted): self
    {
        return new self(get_debug_type($value), $wanted);
    }
}
