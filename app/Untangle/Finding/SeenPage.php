<?php

declare(strict_types=1);

namespace App\Untangle\Finding;

use App\Inventory\WhyNot;

/** A page as graphs see it. */
final readonly class SeenPage
{
    /**
     * @param  string  $digest  16 bytes of its URL
     * @param  ?int  $depth  clicks from the home page; null where no link leads to it
     * @param  int  $clicks  of thirteen weeks
     * @param  ?string  $redirect  URL that it redirects to
     * @param  list<string>  $tags  canonicals of its head
     * @param  int  $strays  canonicals outside the head
     */
    public function __construct(
        public int $id,
        public string $url,
        public string $digest,
        public int $market,
        public int $kind,
        public int $status,
        public WhyNot $whyNot,
        public ?int $depth,
        public int $linksIn,
        public int $clicks,
        public int $impressions,
        public bool $inSitemap,
        public ?string $redirect,
        public array $tags,
        public ?string $header,
        public int $strays,
    ) {
    }

    /** Answers 200 with HTML and may be listed, its canonical left out of account. */
    public function mayBeListed(): bool
    {
        return $this->status === 200 && in_array($this->whyNot, [WhyNot::Indexable, WhyNot::CanonicalElsewhere], true);
    }
}
