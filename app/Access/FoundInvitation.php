<?php

declare(strict_types=1);

namespace App\Access;

/** An invitation that somebody holds the link of. */
final readonly class FoundInvitation
{
    /**
     * @param  ?int  $storeId  null where it is to the server, to add stores
     * @param  bool  $known  whether the address has an account already
     */
    public function __construct(
        public int $id,
        public ?int $storeId,
        public string $email,
        public string $role,
        public bool $known,
    ) {
    }
}
