<?php

declare(strict_types=1);

namespace App\Stores;

/** Where a store's shop is asked, and by which secret. */
final readonly class ShopAccess
{
    /**
     * @param  string  $secret  encrypted
     * @param  ?string  $mapping  JSON; null for the built-in one
     */
    public function __construct(public string $url, public string $secret, public ?string $mapping)
    {
    }
}
