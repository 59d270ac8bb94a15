<?php

declare(strict_types=1);

namespace Orchard\Core\LinkGraph;

/** A page and the versions that it names. */
final readonly class HreflangPage
{
    /**
     * @param  list<array{code: string, url: string}>  $versions  itself among them, as they stand in head, header or
     *     sitemap
     * @param  bool  $isClosed  noindex, or barred
     * @param  bool  $isFolded  another page is its canonical
     */
    public function __construct(
        public string $url,
        public array $versions,
        public int $status = 200,
        public bool $isClosed = false,
        public bool $isFolded = false,
    ) {
    }
}
