<?php

declare(strict_types=1);

namespace App\Inventory\Index;

/** What a page as it was read last tells of its product. */
final readonly class ToldProduct
{
    /**
     * @param  int  $status  with which it answered; 0 where it was never read
     * @param  ?string  $structured  JSON of what its structured data tell
     * @param  int  $textLife  LifeState by its words
     */
    public function __construct(
        public int $page,
        public int $status,
        public ?string $structured,
        public int $textLife,
    ) {
    }
}
