<?php

declare(strict_types=1);

namespace Orchard\Core\Markup;

/**
 * A page that is served as XML, rewritten such that it means the same when it is read as HTML: every element may close
 * itself there, and a CDATA section is text (XML 1.0, sections 2.7 and 3.1).
 */
final class Xhtml
{
    /** Elements that have no end in HTML (HTML Standard, section 13.1.2). */
    private const VOID = [
        'area', 'base', 'br', 'col', 'embed', 'hr', 'img', 'input', 'link', 'meta', 'source', 'track', 'wbr',
    ];

    public static function toHtml(string $xml): string
    {
        return (string) preg_replace_callback(
            '~<!--.*?-->|<!\[CDATA\[(.*?)\]\]>|<([a-zA-Z][^\s/>]*)((?:[^>"\']|"[^"]*"|\'[^\']*\')*?)/>~s',
            static fn (array $found): string => match (true) {
                str_starts_with($found[0], '<!--') => $found[0],
                str_starts_with($found[0], '<![') => htmlspecialchars(
                    $found[1] ?? '',
                    ENT_NOQUOTES | ENT_SUBSTITUTE,
                    'UTF-8',
                ),
                in_array(strtolower($found[2] ?? ''), self::VOID, true) => $found[0],
                default => '<'.($found[2] ?? '').($found[3] ?? '').'></'.($found[2] ?? '').'>',
            },
            (string) preg_replace('~^\s*<\?xml.*?\?>~s', '', $xml),
        );
    }
}
