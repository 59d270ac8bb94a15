<?php

declare(strict_types=1);

namespace Orchard\Core\LinkGraph;

/** What is known of the page that a canonical names, seen from the page that names it. */
final readonly class CanonicalTarget
{
    /**
     * @param  int  $status  0 where it was never fetched, or did not answer
     * @param  bool  $isClosed  noindex
     * @param  bool  $leadsBack  following what is declared from there comes back to the page, or goes round
     * @param  bool  $namesAnother  it declares another than itself
     * @param  bool  $isUnlike  what it shows clearly differs
     * @param  bool  $isFirstPart  it is the first part of the page's series
     * @param  bool  $isVersion  hreflang names the two as versions of each other
     * @param  bool  $isWider  the page is this list with some of its products alone
     * @param  bool  $isOtherForm  it is an address of the page's own site under the other scheme, or with or without
     *     "www."
     * @param  bool  $isInTangle  it stands in the page's tangle
     */
    public function __construct(
        public bool $isOwnHost = true,
        public bool $isKnown = true,
        public int $status = 200,
        public bool $isBarred = false,
        public bool $isClosed = false,
        public bool $leadsBack = false,
        public bool $namesAnother = false,
        public bool $isUnlike = false,
        public bool $isFirstPart = false,
        public bool $isVersion = false,
        public bool $isWider = false,
        public bool $isInTangle = false,
        public bool $isKeeper = false,
        public bool $isOtherForm = false,
    ) {
    }
}
