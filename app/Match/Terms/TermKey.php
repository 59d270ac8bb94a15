<?php

declare(strict_types=1);

namespace App\Match\Terms;

/** By what a term of a market is known, whatever run found it: the digest of its form, 16 bytes. */
final readonly class TermKey
{
    public function __construct(public int $market, public string $digest, public string $term)
    {
    }
}
