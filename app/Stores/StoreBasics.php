<?php

declare(strict_types=1);

namespace App\Stores;

/** How a new store counts money and time, which language it speaks, and whether it may stand in a private network. */
final readonly class StoreBasics
{
    /**
     * @param  string  $currency  ISO 4217
     * @param  string  $timezone  of the IANA's list
     * @param  string  $language  BCP 47, of its first market
     * @param  bool  $allowPrivate  whether its host may have a private address
     */
    public function __construct(
        public string $currency = 'EUR',
        public string $timezone = 'UTC',
        public string $language = 'en',
        public bool $allowPrivate = false,
    ) {
    }
}
