<?php

declare(strict_types=1);

namespace App\Untangle\Lists;

use App\Untangle\Finding\ReasonWords;

/** A line of the book of redirects. */
final readonly class ListedRedirect
{
    /**
     * @param  string  $toUrl  "gone" for an address that answers 410
     * @param  bool  $isLive  ready for release, or in the shop
     * @param  ?string  $fault  why it is not put into the shop, as RedirectFault packs it
     * @param  ?string  $lastHit  yyyy-mm-dd
     */
    public function __construct(
        public int $id,
        public string $fromUrl,
        public string $toUrl,
        public int $status,
        private string $origin,
        public bool $isLive,
        private ?string $fault,
        public int $hits,
        public ?string $lastHit,
    ) {
    }

    /** Why it is not put into the shop, in words; null where it may be. */
    public function fault(): ?string
    {
        return $this->fault === null ? null : ReasonWords::ofRedirect($this->fault);
    }

    public function isGone(): bool
    {
        return $this->toUrl === 'gone';
    }

    /** What it came from, in words. */
    public function origin(): string
    {
        return match ($this->origin) {
            'list' => 'a list',
            'pattern' => 'a pattern',
            'lost' => 'a 404',
            'slug' => 'a changed slug',
            'merge' => 'pages for one term',
            default => $this->origin,
        };
    }
}
