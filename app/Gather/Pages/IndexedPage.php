<?php

declare(strict_types=1);

namespace App\Gather\Pages;

use App\Inventory\Index\DepthRebuild;
use App\Inventory\PageMark;
use App\Inventory\WhyNot;
use App\Stores\Kinds\PageKind;

/** A page as the inventory has it. */
final readonly class IndexedPage
{
    /**
     * @param  int  $depth  clicks from the home page; DepthRebuild::UNREACHED where no link leads to it
     * @param  int  $linksIn  pages whose texts link to it
     * @param  int  $linksNav  pages whose navigation links to it
     * @param  int  $words  without navigation and repeated parts
     * @param  int  $marks  bits of PageMark
     * @param  int  $sources  bits of PageSource
     */
    public function __construct(
        public PageKind $kind,
        public int $depth,
        public bool $indexable,
        public WhyNot $whyNot,
        public int $linksIn,
        public int $linksNav,
        public int $words,
        public int $marks,
        public int $sources,
    ) {
    }

    public function isOrphan(): bool
    {
        return $this->depth === DepthRebuild::UNREACHED;
    }

    /** @return list<PageMark> */
    public function marks(): array
    {
        return PageMark::of($this->marks);
    }
}
