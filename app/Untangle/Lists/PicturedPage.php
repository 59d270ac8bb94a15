<?php

declare(strict_types=1);

namespace App\Untangle\Lists;

use App\Platform\Web\Forms;

/** An address of a tangle as it is drawn. */
final readonly class PicturedPage
{
    /**
     * @param  string  $declared  its canonical; empty where it has none
     */
    public function __construct(
        public int $pageId,
        private int $keeperPage,
        private int $declaredPage,
        public string $declared,
        private ?string $declaredUrl,
        public string $url,
        private int $clicks,
        private int $linksIn,
        private int $status,
    ) {
    }

    public function isKeeper(): bool
    {
        return $this->pageId === $this->keeperPage;
    }

    public function redirects(): bool
    {
        return $this->status >= 300 && $this->status < 400;
    }

    public function declaresItself(): bool
    {
        return $this->declaredPage === $this->pageId;
    }

    public function declaresKeeper(): bool
    {
        return $this->keeperPage !== 0 && $this->declaredPage === $this->keeperPage;
    }

    /** The address that its canonical names, as it is known, or else as it stands there. */
    public function canonical(): string
    {
        return $this->declaredUrl ?? $this->declared;
    }

    /** Its clicks and links, in words. */
    public function line(): string
    {
        return Forms::number($this->clicks).
            ($this->clicks === 1 ? ' click, ' : ' clicks, ').
            Forms::number($this->linksIn).
            ($this->linksIn === 1 ? ' link' : ' links');
    }
}
