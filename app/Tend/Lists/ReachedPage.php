<?php

declare(strict_types=1);

namespace App\Tend\Lists;

/** How a page is reached from home, and what it is worth. */
final readonly class ReachedPage
{
    /**
     * @param  int  $kind  value of a PageKind
     * @param  int  $role  value of a PageRole
     * @param  int  $sector  page of the collection that it is drawn with; 0 for none
     * @param  int  $depth  clicks by followed links; 65535 where none leads there
     * @param  int  $paging  of these, clicks that only turn the pages of a list
     * @param  int  $parent  the page before it on the way; 0 for home
     * @param  int  $weight  thousand-millionths of all link weight
     * @param  ?string  $h1s  as JSON
     */
    public function __construct(
        public int $pageId,
        public int $kind,
        public bool $indexable,
        public int $role,
        public int $sector,
        public int $depth,
        public int $paging,
        public int $parent,
        public int $aim,
        public int $linksIn,
        public int $linksNofollow,
        public int $inNavigation,
        public int $inHeader,
        public int $inFooter,
        public int $weight,
        public int $weightText,
        public int $clicks,
        public float $revenue,
        public float $upside,
        public string $url,
        public ?string $title,
        public ?string $h1s = null,
        public float $sortKey = 0.0,
    ) {
    }
}
