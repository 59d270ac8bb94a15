<?php

declare(strict_types=1);

namespace App\Platform\Work\Events;

use Illuminate\Foundation\Events\Dispatchable;

/** A piece of long work has come to its end. Told after it is written down, once. */
final readonly class WorkEnded
{
    use Dispatchable;

    /** @param  string  $state  done, stopped or failed */
    public function __construct(
        public int $workId,
        public int $storeId,
        public string $sort,
        public int $subjectId,
        public string $state,
        public ?string $problem,
    ) {
    }
}
