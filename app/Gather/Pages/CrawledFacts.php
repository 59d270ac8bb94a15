<?php

declare(strict_types=1);

namespace App\Gather\Pages;

/** What a crawl saw of a page. */
final readonly class CrawledFacts
{
    /**
     * @param  int  $toCrawl  the last crawl that saw it so; 0 for how it is now
     * @param  ?string  $problem  why it could not be fetched
     * @param  ?string  $robots  of the page’s head
     */
    public function __construct(
        public int $toCrawl,
        public int $status,
        public ?string $problem,
        public ?string $redirectUrl,
        public ?string $title,
        public ?string $description,
        private ?string $h1s,
        private ?string $canonicals,
        public ?string $canonicalHeader,
        public ?string $robots,
        public ?string $robotsHeader,
        private ?string $strays,
        public ?string $language,
        public ?string $contentType,
        public int $bytes,
        public int $words,
        private ?string $types,
    ) {
    }

    /** @return list<string> */
    public function h1s(): array
    {
        return self::texts($this->h1s);
    }

    /** @return list<string> of the page’s head */
    public function canonicals(): array
    {
        return self::texts($this->canonicals);
    }

    /** @return list<string> types of its structured data */
    public function types(): array
    {
        return self::texts($this->types);
    }

    /** @return list<string> elements of the head that stand in the body */
    public function strays(): array
    {
        return array_map(strval(...), array_keys((array) json_decode((string) $this->strays, true)));
    }

    /** @return list<string> */
    private static function texts(?string $json): array
    {
        return array_values(array_filter((array) json_decode((string) $json, true), is_string(...)));
    }
}
