<?php

declare(strict_types=1);

namespace Orchard\Core\Robots;

/** Whether robots directives of a page (meta tags and X-Robots-Tag headers) let search engines list it. */
final readonly class IndexRules
{
    private function __construct(public bool $noindex, public bool $nofollow)
    {
    }

    /** @param  list<string>  $directives each as given, e.g. "noindex, follow" or "bot: noindex" */
    public static function from(array $directives): self
    {
        $noindex = false;
        $nofollow = false;
        foreach ($directives as $text) {
            $words = array_map(trim(...), explode(',', strtolower($text)));
            // "somebot: noindex" speaks to that crawler alone; dates and sizes carry a colon too.
            if (preg_match('/^([a-z0-9_\-]+)\s*:\s*(.*)$/', $words[0], $found) === 1) {
                if (! in_array($found[1], ['unavailable_after', 'max-snippet', 'max-image-preview', 'max-video-preview'], true)) {
                    continue;
                }
            }
            $noindex = $noindex || array_intersect($words, ['noindex', 'none']) !== [];
            $nofollow = $nofollow || array_intersect($words, ['nofollow', 'none']) !== [];
        }

        return new self($noindex, $nofollow);
    }
}
