<?php

declare(strict_types=1);

namespace App\Weigh\Lists;

use App\Stores\Kinds\PageKind;
use App\Weigh\Numbers\ComparedSums;

/** A page with its numbers in a lens, what it could earn more in 28 days, and what is done about it. */
final readonly class WeighedPage
{
    /**
     * @param  int  $spreadMilli  1000 x how far the positions of its queries lie around their average
     * @param  ?float  $upside  in the currency of its market, or clicks; null where it was not weighed
     * @param  ?float  $wording  the part of better texts
     * @param  ?float  $lift  the part of better positions
     * @param  ?string  $reason  the largest part of it, in words
     * @param  ?string  $touched  day on which its texts were last released from here
     * @param  ?string  $worklist  name of an open one that it is in
     * @param  ?string  $lead  its lead term
     */
    public function __construct(
        public int $pageId,
        public PageKind $pageKind,
        public string $url,
        public ?string $title,
        public ComparedSums $sums,
        public int $spreadMilli,
        public ?float $upside,
        public ?float $low,
        public ?float $high,
        public ?float $wording,
        public ?float $lift,
        public ?float $extraClicks,
        public ?float $clickValue,
        public ?int $withheldClicks,
        public ?string $reason,
        public ?string $touched,
        public ?string $worklist,
        public ?string $lead,
    ) {
    }

    /** Whether its upside cannot be told from that of a page that has more. */
    public function isAlike(self $more): bool
    {
        return $this->upside > 0.0 && (float) $this->high >= (float) $more->upside;
    }
}
