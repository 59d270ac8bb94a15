<?php

declare(strict_types=1);

namespace Orchard\Core\LinkGraph;

/** A page as it will be when a plan has been carried out. */
final readonly class FuturePage
{
    /**
     * @param  ?int  $redirect  the page that it redirects to
     * @param  ?int  $canonical  the page that it declares; null where none
     * @param  int  $likes  pages with the same number show the same, as far as a searcher is concerned
     */
    public function __construct(
        public int $page,
        public int $status,
        public bool $isListed,
        public ?int $redirect,
        public ?int $canonical,
        public int $likes,
        public int $clicks = 0,
    ) {
    }
}
