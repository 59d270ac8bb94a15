<?php

declare(strict_types=1);

namespace App\Gather\Parsing;

use Orchard\Core\Markup\PageFacts;

/** What a parser process answers: the facts, the links of the main content, and the blocks of the repeated regions. */
final readonly class ParsedPage
{
    /**
     * @param  PageFacts  $facts  without its links
     * @param  list<array{string, string, bool}>  $links  target, anchor, nofollow
     * @param  list<array{string, int, ?list<array{string, string, bool}>}>  $blocks  digest, region, links; the links only the first time that this parser meets the block
     */
    public function __construct(public PageFacts $facts, public array $links, public array $blocks)
    {
    }
}
