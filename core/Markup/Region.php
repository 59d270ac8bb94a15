<?php

declare(strict_types=1);

namespace Orchard\Core\Markup;

/** The part of a page that something stands in, as its outermost sectioning element tells. */
enum Region: int
{
    case Main = 0;
    case Navigation = 1;
    case Header = 2;
    case Footer = 3;

    /** Regions that repeat from page to page; their links are stored once for all pages that share them. */
    public function repeats(): bool
    {
        return $this !== self::Main;
    }
}
