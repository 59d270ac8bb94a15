<?php

declare(strict_types=1);

namespace App\Untangle\Deciding;

use Orchard\Core\LinkGraph\CanonicalVerdict;
use Orchard\Core\Reasons\Reason;

/** How an address stands beside the keeper of its tangle: all that says what should be done about it. */
final readonly class Standing
{
    /** Clicks from which a page counts that has more of them than its keeper. */
    private const MANY_CLICKS = 10;

    /**
     * @param  int  $status  HTTP status of the address
     * @param  bool  $isClosed  whether it is kept out of search already
     * @param  float  $sureness  that the two are one page, 0 to 1
     * @param  bool  $isLearned  whether what a parameter does is sure
     * @param  float  $lead  points by which the keeper leads
     * @param  bool  $isBusier  whether the address has more clicks than the keeper
     * @param  ?Reason  $demand  by what a variant is searched for by itself; null where it is not
     */
    public function __construct(
        public int $status,
        public CanonicalVerdict $verdict,
        public bool $isClosed,
        public float $sureness,
        public bool $isLearned,
        public float $lead,
        public bool $isBusier,
        public ?Reason $demand,
    ) {
    }

    /** Whether an address has more clicks than its keeper, and not by chance; clicks of thirteen weeks. */
    public static function isBusier(int $clicks, int $ofKeeper): bool
    {
        return $clicks > $ofKeeper && $clicks > self::MANY_CLICKS;
    }

    public function redirects(): bool
    {
        return $this->status >= 300 && $this->status < 400;
    }
}
