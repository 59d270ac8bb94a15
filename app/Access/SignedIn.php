<?php

declare(strict_types=1);

namespace App\Access;

/** A session of somebody. */
final readonly class SignedIn
{
    /**
     * @param  string  $key  a digest of the session's id
     * @param  int  $last  when it was used last, seconds of the epoch
     * @param  bool  $isThis  whether it is the one that asks
     */
    public function __construct(
        public string $key,
        public string $address,
        public string $browser,
        public int $last,
        public bool $isThis,
    ) {
    }
}
