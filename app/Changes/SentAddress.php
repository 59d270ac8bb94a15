<?php

declare(strict_types=1);

namespace App\Changes;

/** One setting of an address in a release: where, what it was and is to be, and who sends it. */
final readonly class SentAddress
{
    /** @param  ?int  $user  null where nobody asked for it, such as a release that was planned */
    public function __construct(
        public int $store,
        public int $page,
        public AddressField $field,
        public string $before,
        public string $value,
        public int $release,
        public ?int $user,
    ) {
    }
}
