<?php

declare(strict_types=1);

namespace Orchard\Core\LinkGraph;

use Orchard\Core\Url\PageUrl;

/**
 * Tells a click that only turns the pages of a list from one that leads somewhere: the two addresses differ by one
 * number alone, which stands in a parameter or at the end of the path and is absent in the list's first part. Says
 * nothing of kinds: products that have but a number for a name look the same, and must not be asked for.
 */
final class PagingStep
{
    /** Parts that a list has at most. */
    private const MOST = 20_000;

    public static function is(PageUrl $from, PageUrl $to): bool
    {
        if (! $from->sameHostAs($to)) {
            return false;
        }
        [$fromPath, $fromQuery] = explode('?', $from->target(), 2) + [1 => ''];
        [$toPath, $toQuery] = explode('?', $to->target(), 2) + [1 => ''];

        return $fromQuery === $toQuery
            ? $fromPath !== $toPath && self::inPath($fromPath, $toPath)
            : $fromPath === $toPath && self::inQuery($fromQuery, $toQuery);
    }

    /**
     * Whether an address has the form of a further part of a list: a number in a parameter or at the end of the path.
     */
    public static function mayBePart(PageUrl $url): bool
    {
        [$path, $query] = explode('?', $url->target(), 2) + [1 => ''];
        $numbers = array_filter(
            explode('&', $query),
            static fn (string $part): bool => preg_match('/^[^=]+=(\d{1,5})$/', $part, $found) === 1 &&
                (int) $found[1] <= self::MOST,
        );

        return $numbers !== [] || self::withoutNumber($path) !== null;
    }

    private static function inPath(string $from, string $to): bool
    {
        $bare = self::withoutNumber($to);

        // The list's own name may end in a number, too: /bowls/set-2 and its /bowls/set-2/part/2.
        return $bare !== null && in_array($bare, [rtrim($from, '/'), self::withoutNumber($from)], true);
    }

    /** The path of the list, where it ends in a number with a word before it or without: /3, /part/3, /part-3. */
    private static function withoutNumber(string $path): ?string
    {
        if (preg_match('~^(.+?)/(?:[a-z]{1,9}[/\-]?)?(\d{1,5})/?$~i', $path, $found) !== 1) {
            return null;
        }

        return (int) $found[2] >= 1 && (int) $found[2] <= self::MOST ? rtrim($found[1], '/') : null;
    }

    private static function inQuery(string $from, string $to): bool
    {
        $before = $from === '' ? [] : explode('&', $from);
        $after = explode('&', $to);
        $added = array_values(array_diff($after, $before));
        $gone = array_values(array_diff($before, $after));
        if (count($added) !== 1 || count($gone) > 1 || preg_match('/^([^=]+)=(\d{1,5})$/', $added[0], $found) !== 1) {
            return false;
        }

        return (int) $found[2] <= self::MOST &&
            ($gone === [] || preg_match('/^'.preg_quote($found[1], '/').'=\d{1,5}$/', $gone[0]) === 1);
    }
}
