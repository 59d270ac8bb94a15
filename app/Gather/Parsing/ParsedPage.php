<?php

declare(strict_types=1);

namespace App\Gather\Parsing;

use App\Inventory\KeptDetails;
use Orchard\Core\Markup\PageFacts;

/**
 * What a parser process answers: the facts, the details ready to be kept, the links of the main content, and the blocks
 * of the repeated regions.
 *
 * Targets go as 16-byte digests, and only those on the page's own host; the URL behind a digest is told once.
 */
final readonly class ParsedPage
{
    /**
     * @param  PageFacts  $facts  without its links and details
     * @param  array<string, string>  $urls  by digest: those that this parser tells for the first time
     * @param  list<array{string, string, int}>  $links  digest of the target, anchor, bits of rel
     * @param  list<array{string, int, ?list<array{string, string, int}>}>  $blocks  digest, region, links; the links
     *     only the first time that this parser meets the block
     * @param  string  $digest  16 bytes that change when any link or block does
     */
    public function __construct(
        public PageFacts $facts,
        public KeptDetails $details,
        public array $urls,
        public array $links,
        public array $blocks,
        public string $digest,
    ) {
    }
}
