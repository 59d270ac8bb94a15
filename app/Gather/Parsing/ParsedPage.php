<?php

declare(strict_types=1);

namespace App\Gather\Parsing;

use Orchard\Core\Markup\PageFacts;

/**
 * What a parser process answers: the facts, the links of the main content, and the blocks of the repeated regions.
 *
 * Targets go as 16-byte digests, and only those on the page's own host; the URL behind a digest is told once.
 */
final readonly class ParsedPage
{
    /**
     * @param  PageFacts  $facts  without its links
     * @param  array<string, string>  $urls  by digest: those that this parser tells for the first time
     * @param  list<array{string, string, bool}>  $links  digest of the target, anchor, nofollow
     * @param  list<array{string, int, ?list<array{string, string, bool}>}>  $blocks  digest, region, links; the links only the first time that this parser meets the block
     * @param  string  $digest  16 bytes that change when any link or block does
     */
    public function __construct(public PageFacts $facts, public array $urls, public array $links, public array $blocks, public string $digest)
    {
    }
}
