<?php

declare(strict_types=1);

namespace App\Inventory;

use Orchard\Core\Markup\PageFacts;

/** One fetch of a page, ready to be written down. */
final readonly class FetchedPage
{
    public const BARRED = 'barred by robots.txt';

    /**
     * @param  int  $status  HTTP status; 0 where there was no answer or the page was barred
     * @param  ?string  $redirectUrl  where a 3xx leads, or a page that sends on at once; in PageUrl's form where it is
     *     one
     * @param  string  $robotsHeader  X-Robots-Tag headers, joined by "; "
     * @param  array<string, string>  $headers  those that matter, by name
     * @param  ?PageFacts  $facts  null where it was not HTML, or not fetched
     */
    public function __construct(
        public int $pageId,
        public string $url,
        public int $status,
        public ?string $redirectUrl = null,
        public string $contentType = '',
        public string $robotsHeader = '',
        public ?string $canonicalHeader = null,
        public int $bytes = 0,
        public ?string $problem = null,
        public ?PageFacts $facts = null,
        public array $headers = [],
        public int $responseMs = 0,
    ) {
    }

    /** The same fetch, with what the parser had to say. */
    public function with(?PageFacts $facts, ?string $problem): self
    {
        // A page that sends its visitors on at once is a redirect, whatever its status.
        $redirect =
            $this->redirectUrl ?? ($this->status === 200 && $facts?->refresh !== $this->url ? $facts?->refresh : null);

        return new self(
            $this->pageId,
            $this->url,
            $this->status,
            $redirect,
            $this->contentType,
            $this->robotsHeader,
            $this->canonicalHeader,
            $this->bytes,
            $problem,
            $facts,
            $this->headers,
            $this->responseMs,
        );
    }

    /** A header by which the shop can say that nothing has changed; null where there is none of a sensible length. */
    public function validator(string $name): ?string
    {
        $value = $this->headers[$name] ?? '';

        return $value === '' || strlen($value) > ($name === 'etag' ? 190 : 40) ? null : $value;
    }

    /** Changes when anything that is kept of the page does; the byte count alone does not count. */
    public function digest(): string
    {
        return md5(
            serialize([
                $this->status,
                $this->redirectUrl,
                $this->contentType,
                $this->robotsHeader,
                $this->canonicalHeader,
                $this->problem,
            ]).
                ($this->facts?->digest() ?? ''),
            true,
        );
    }
}
