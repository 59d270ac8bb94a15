<?php

declare(strict_types=1);

namespace App\Access;

/** A person who is brought into a store by command. */
final readonly class NewMember
{
    /** @param  string  $password  taken where the address is not known yet, as is the name */
    public function __construct(
        public string $email,
        public string $name,
        public string $password,
        public Role $role,
    ) {
    }
}
