<?php

declare(strict_types=1);

namespace App\Changes\Events;

use Illuminate\Foundation\Events\Dispatchable;

/**
 * Somebody decided that one page is to lead to another, by redirect or by canonical, or takes that back. Whoever keeps
 * redirects and canonicals takes it up.
 */
final readonly class MergeAsked
{
    use Dispatchable;

    /** @param  string  $why  in words, as it is told beside the change */
    public function __construct(
        public int $storeId,
        public int $from,
        public int $to,
        public bool $isRedirect,
        public bool $isTakenBack,
        public string $why,
        public ?int $userId,
    ) {
    }
}
