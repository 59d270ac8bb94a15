<?php

declare(strict_types=1);

namespace App\Stores\Overview;

use Illuminate\Support\Carbon;

/** Something that has changed in a store, as a line. */
final readonly class Change
{
    /** @param  bool  $asks  whether somebody has to do something about it */
    public function __construct(
        public Carbon $at,
        public string $words,
        public string $url,
        public string $label = 'See them',
        public bool $asks = false,
    ) {
    }
}
