<?php

declare(strict_types=1);

namespace App\Access;

use App\Stores\Models\Store;
use RuntimeException;

/** A change of roles would leave a store without an owner. */
final class LastOwner extends RuntimeException
{
    private function __construct(public readonly int $storeId, string $message)
    {
        parent::__construct($message);
    }

    public static function of(Store $store): self
    {
        return new self($store->id, "{$store->name} keeps one owner at least. Make someone else owner first.");
    }
}
