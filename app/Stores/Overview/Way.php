<?php

declare(strict_types=1);

namespace App\Stores\Overview;

/** A way to something: a link, or where it changes something at once, a form. */
final readonly class Way
{
    /**
     * @param  ?array<string, string|int>  $fields  what the form sends; null for a link
     * @param  string  $needs  ability of the store's policy, without which it is not offered
     */
    public function __construct(
        public string $label,
        public string $url,
        public ?array $fields = null,
        public string $needs = 'write',
    ) {
    }
}
