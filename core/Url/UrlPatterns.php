<?php

declare(strict_types=1);

namespace Orchard\Core\Url;

/**
 * The shapes of addresses that may have no end: combinations of parameters, calendars, paths that repeat themselves. A
 * crawl takes only so many pages of each.
 */
final class UrlPatterns
{
    /** Segments of a path beyond which it is taken for one that grows by itself. */
    private const DEEP = 15;

    /**
     * The patterns of an address, each with how much of the store's budget it may use: 1 is all of it.
     *
     * @return array<string, float>
     */
    public static function of(PageUrl $url): array
    {
        $patterns = [];
        if ($url->query !== null && $url->query !== '') {
            $names = array_values(
                array_unique(
                    array_map(
                        static fn (string $pair): string => (string) preg_replace(
                            '/(%5B|\[).*$/i',
                            '[]',
                            explode('=', $pair, 2)[0],
                        ),
                        explode('&', $url->query),
                    ),
                ),
            );
            sort($names);
            $asked = '?'.implode('&', $names);
            $patterns[$url->path.$asked] = 1.0;
            $first = explode('/', $url->path)[1] ?? '';
            // One parameter is a list's page or a product's variant: every page has some of those.
            $patterns["/$first/…$asked"] = match (count($names)) {
                1 => 20.0,
                2 => 10.0,
                default => 2.0,
            };
        }
        $segments = explode('/', trim($url->path, '/'));
        $numbers = 0;
        $shape = '';
        foreach ($segments as $segment) {
            $isNumber = preg_match('/^(\d[\d.\-]*|[0-9a-f]{16,}|[0-9a-f]{8}-[0-9a-f\-]{27})$/i', $segment) === 1;
            $numbers += $isNumber ? 1 : 0;
            $shape .= '/'.($isNumber ? '#' : $segment);
        }
        if ($numbers > 0) {
            $patterns[$shape] = $numbers === 1 ? 50.0 : 1.0;
        }
        if (preg_match('~(/[^/]+(?:/[^/]+)?)\1{2,}~', $url->path, $found) === 1) {
            $patterns["…$found[1] again and again"] = 0.01;
        }
        if (count($segments) > self::DEEP) {
            $patterns['/'.implode('/', array_slice($segments, 0, 2)).'/… deeper than '.self::DEEP] = 0.1;
        }

        return $patterns;
    }
}
