<?php

declare(strict_types=1);

namespace Orchard\Core\LinkGraph;

/** Follows redirects that are known already. */
final readonly class RedirectPath
{
    /** Browsers give up at about this many. */
    private const MOST_HOPS = 20;

    /** @param  array<string, string>  $redirects target by URL */
    public function __construct(private array $redirects)
    {
    }

    /** Where the redirects end; '' where they go in a circle or never end. */
    public function end(string $url): string
    {
        for ($hops = 0; $hops <= self::MOST_HOPS; $hops++) {
            if (! isset($this->redirects[$url])) {
                return $url;
            }
            $url = $this->redirects[$url];
        }

        return '';
    }
}
