<?php

declare(strict_types=1);

namespace App\Inventory;

use Orchard\Core\StructuredData\LifeState;

/** What somebody says of a product: whether it can be bought, when it will be again, what replaces it. */
final readonly class SaidLife
{
    /**
     * @param  LifeState  $life  Unknown takes back what was said
     * @param  ?string  $backOn  yyyy-mm-dd
     */
    public function __construct(
        public LifeState $life,
        public ?string $backOn = null,
        public string $replacedBy = '',
    ) {
    }
}
