<?php

declare(strict_types=1);

namespace App\Write\Checks;

use Orchard\Core\Wording\Check;

/** A fault of a text that somebody let pass. */
final readonly class WaivedFault
{
    /**
     * @param  string  $waivedAt  moment, UTC
     * @param  ?string  $name  of whoever let it pass
     */
    public function __construct(
        public Check $checkBit,
        public string $reason,
        public string $waivedAt,
        public ?string $name,
    ) {
    }
}
