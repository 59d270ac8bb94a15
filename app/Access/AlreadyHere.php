<?php

declare(strict_types=1);

namespace App\Access;

use App\Stores\Models\Store;
use RuntimeException;

/** Somebody adds a shop that is a store of theirs already. */
final class AlreadyHere extends RuntimeException
{
    private function __construct(public readonly Store $store, string $words)
    {
        parent::__construct($words);
    }

    public static function at(Store $store): self
    {
        return new self($store, "You have {$store->name} at this address already.");
    }
}
