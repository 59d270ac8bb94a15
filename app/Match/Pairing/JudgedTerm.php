<?php

declare(strict_types=1);

namespace App\Match\Pairing;

use Orchard\Core\Terms\Asked;
use Orchard\Core\Terms\AskedFor;

/** A term as it is held against pages. */
final readonly class JudgedTerm
{
    /**
     * @param  string  $normal  its normal form
     * @param  float  $searches  a month
     * @param  ?float  $difficulty  0 to 100
     * @param  array<int, array{int, int, int}>  $seen  clicks, impressions and places by page that is seen for it
     * @param  ?AskedFor  $said  what a person says that it asks for
     */
    public function __construct(
        public string $normal,
        public float $searches,
        public ?float $difficulty,
        public array $seen,
        public Asked $asked,
        public ?AskedFor $said,
    ) {
    }

    /** Impressions of all pages, 1 at least. */
    public function impressions(): int
    {
        return max(1, array_sum(array_column($this->seen, 1)));
    }
}
