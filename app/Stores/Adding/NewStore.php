<?php

declare(strict_types=1);

namespace App\Stores\Adding;

use Orchard\Core\Markets\SeenMarket;

/** A store as its owner wants it: what was proposed, and changed by hand where that was wrong. */
final readonly class NewStore
{
    /** @param  list<SeenMarket>  $markets  the ones that were ticked; none or one: a store of one market */
    public function __construct(
        public string $name,
        public string $url,
        public string $language,
        public string $currency,
        public string $timezone,
        public string $country = '',
        public bool $mayBePrivate = false,
        public array $markets = [],
    ) {
    }
}
