<?php

declare(strict_types=1);

namespace App\Match\Rivalries;

/** What somebody decides of two pages that are seen for one term. */
final readonly class RivalryChoice
{
    /**
     * @param  int  $page  one of the two
     * @param  int  $rival  the other
     * @param  ?int  $main  the page that it shall be; null where both stay
     * @param  string  $reason  500 characters count
     * @param  ?string  $reviewOn  day on which it is asked again; null for never
     */
    public function __construct(
        public int $page,
        public int $rival,
        public Verdict $verdict,
        public ?int $main = null,
        public string $reason = '',
        public ?string $reviewOn = null,
    ) {
    }
}
