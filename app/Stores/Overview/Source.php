<?php

declare(strict_types=1);

namespace App\Stores\Overview;

/** Something that the store is known by, and how fresh it is. */
final readonly class Source
{
    /**
     * @param  string  $upTo  such as "to 25 Nov 2026"
     * @param  string  $next  when it comes again, or how old it is
     * @param  bool  $isOld  whether it should be brought anew
     */
    public function __construct(
        public string $name,
        public string $upTo,
        public string $next,
        public string $url,
        public bool $isOld = false,
    ) {
    }
}
