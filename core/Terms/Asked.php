<?php

declare(strict_types=1);

namespace Orchard\Core\Terms;

use Orchard\Core\Reasons\Reason;

/** What a term asks for, how sure that is, and what speaks for it. */
final readonly class Asked
{
    /**
     * @param  float  $strength  0 to 1: how much more this speaks for itself than all others together
     * @param  list<Reason>  $because  what speaks for it, the weightiest first
     * @param  array<string, float>  $shares  by kind, together 1
     */
    public function __construct(
        public AskedFor $kind,
        public float $strength,
        public array $because,
        public array $shares,
    ) {
    }
}
