<?php

declare(strict_types=1);

namespace App\Platform;

/** A binary value, such as a digest. */
final readonly class Bytes
{
    public function __construct(public string $value)
    {
    }

    public function literal(): string
    {
        return $this->value === '' ? "''" : '0x'.bin2hex($this->value);
    }

    /** @param  list<string>  $values at least one */
    public static function list(array $values): string
    {
        return implode(',', array_map(static fn (string $value): string => '0x'.bin2hex($value), $values));
    }
}
