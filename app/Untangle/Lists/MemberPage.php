<?php

declare(strict_types=1);

namespace App\Untangle\Lists;

use App\Untangle\Deciding\Means;
use Orchard\Core\LinkGraph\CanonicalVerdict;

/** An address of a tangle, as its screen shows it. */
final readonly class MemberPage
{
    /**
     * @param  string  $notes  other verdicts of its canonical, in words
     * @param  string  $why  why that is done, as ActionReason packs it
     * @param  string  $reason  why it is a duplicate, as PairReason packs it
     * @param  ?string  $isDecided  the keeper that a person chose; null where nobody did
     */
    public function __construct(
        public int $pageId,
        public string $url,
        public int $status,
        public int $clicks,
        public int $linksIn,
        private string $verdict,
        public string $notes,
        public Means $action,
        public string $why,
        public string $reason,
        public ?string $isDecided,
    ) {
    }

    public function verdict(): ?CanonicalVerdict
    {
        return CanonicalVerdict::fromKey($this->verdict);
    }
}
