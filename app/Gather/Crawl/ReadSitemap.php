<?php

declare(strict_types=1);

namespace App\Gather\Crawl;

/** A sitemap that a crawl read, and what is wrong with it. */
final readonly class ReadSitemap
{
    /**
     * @param  int  $status  HTTP status; 0 where there was no answer
     * @param  int  $entries  of pages, or of files in an index
     * @param  int  $alternates  versions in other languages
     */
    public function __construct(
        public string $url,
        public int $status,
        public bool $isIndex,
        public int $entries,
        public int $pages,
        public int $images,
        public int $alternates,
        private ?string $problems,
    ) {
    }

    /** @return list<array{string, string, string}> the entry’s number, what stands there, and what is wrong with it */
    public function problems(): array
    {
        $problems = [];
        foreach ((array) json_decode((string) $this->problems, true) as $one) {
            [$entry, $text, $wrong] = array_map(
                static fn (mixed $cell): string => is_scalar($cell) ? (string) $cell : '',
                array_values((array) $one) + ['', '', ''],
            );
            $problems[] = [$entry, $text, $wrong];
        }

        return $problems;
    }
}
