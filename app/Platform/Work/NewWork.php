<?php

declare(strict_types=1);

namespace App\Platform\Work;

/** Long work that is to begin. */
final readonly class NewWork
{
    /**
     * @param  class-string<LongWork>  $class
     * @param  int  $subjectId  what it works on, such as a crawl; 0 for the store as a whole
     * @param  ?int  $userId  who asked for it; null where it begins by itself
     * @param  array<string, mixed>  $progress  to begin with
     */
    public function __construct(
        public string $class,
        public int $storeId,
        public int $subjectId = 0,
        public ?int $userId = null,
        public array $progress = [],
    ) {
    }
}
