<?php

declare(strict_types=1);

namespace Orchard\Core\Markup;

/** What one repeated region of a page adds to the page's facts. */
final readonly class RegionFacts
{
    /**
     * @param  list<Link>  $links
     * @param  list<array{level: int, text: string, part?: string, image?: true}>  $headings
     * @param  list<array{src: string, alt: ?string, width: int, height: int, away?: true}>  $images
     */
    public function __construct(
        public array $links,
        public array $headings,
        public array $images,
        public int $scripts,
    ) {
    }
}
