<?php

declare(strict_types=1);

namespace App\Stores\Steps;

use App\Stores\Overview\Way;

/** Something that is done for a store by itself. */
final readonly class Duty
{
    /**
     * @param  string  $when  in words, as "each night at 04:30"
     * @param  ?string  $sort  of the long work that does it; null where it is no long work
     * @param  bool  $isOn  false where it does not run in this store
     * @param  ?Way  $set  where it is set, or set up
     */
    public function __construct(
        public string $name,
        public string $when,
        public ?string $sort,
        public bool $isOn = true,
        public ?Way $set = null,
    ) {
    }
}
