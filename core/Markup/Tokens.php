<?php

declare(strict_types=1);

namespace Orchard\Core\Markup;

/**
 * Where the tokens of HTML end (HTML Standard, section 13.2.5), without what they mean where they stand. Places are
 * byte offsets.
 */
final class Tokens
{
    /** A start tag from its `<` on: its name, then its attributes as they stand. */
    public const START_TAG = '~<([a-zA-Z][^\x00\t\n\f\r />]*)'.self::ATTRIBUTES.'>~A';

    private const END_TAG = '~</([a-zA-Z][^\x00\t\n\f\r />]*)'.self::ATTRIBUTES.'>~A';

    /** Quotation marks hold a value together behind an equals sign alone, of end tags, too. */
    private const ATTRIBUTES = '((?:[\t\n\f\r /]++|=?[^\t\n\f\r />=]++(?:[\t\n\f\r ]*+=[\t\n\f\r ]*+(?:"[^"]*+"|\'[^\']*+\'|[^\t\n\f\r >"\'][^\t\n\f\r >]*+)?+)?+|=)*+)';

    private const ATTRIBUTE = '~(=?[^\t\n\f\r />=]++)(?:[\t\n\f\r ]*+=[\t\n\f\r ]*+(?|"([^"]*+)"|\'([^\']*+)\'|([^\t\n\f\r >"\'][^\t\n\f\r >]*+))?+)?+~';

    /**
     * Where a comment, a doctype, a bogus comment or (in foreign content) a CDATA section that begins at `$at` ends.
     */
    public static function declarationEnd(string $html, int $at, bool $foreign): int
    {
        if (substr_compare($html, '<!--', $at, 4) === 0) {
            if (preg_match('/<!--(?:-?>|.*?--!?>)/As', $html, $found, 0, $at) === 1) {
                return $at + strlen($found[0]);
            }

            return strlen($html);
        }
        if ($foreign && substr_compare($html, '<![CDATA[', $at, 9) === 0) {
            $end = strpos($html, ']]>', $at);

            return $end === false ? strlen($html) : $end + 3;
        }
        $end = strpos($html, '>', $at);

        return $end === false ? strlen($html) : $end + 1;
    }

    /** Where the text of a raw element that begins at `$at` ends: at its end tag, or with the page. */
    public static function rawEnd(string $name, string $html, int $at): int
    {
        $from = $at;
        while (true) {
            $end = stripos($html, '</'.$name, $from);
            if ($end === false) {
                return strlen($html);
            }
            if (strcspn($html, "\t\n\f\r />", $end + 2 + strlen($name), 1) !== 0) {
                $from = $end + 2;

                continue;
            }
            if ($name !== 'script') {
                return $end;
            }
            // "Script data double escaped": a script tag inside a comment inside a script hides one end tag.
            $before = substr($html, $at, $end - $at);
            $comment = strrpos($before, '<!--');
            if (
                $comment !== false &&
                ! str_contains(substr($before, $comment), '-->') &&
                preg_match('~<script[\t\n\f\r />]~i', substr($before, $comment)) >
                    preg_match('~</script[\t\n\f\r />]~i', substr($before, $comment))
            ) {
                $from = $end + 2;

                continue;
            }

            return $end;
        }
    }

    /**
     * An end tag (section 13.2.5.7). What begins like one and is none goes on to the next ">".
     *
     * @return array{?string, int} name in lower case, null where it is none; and where it ends
     */
    public static function endTag(string $html, int $at): array
    {
        if (preg_match(self::END_TAG, $html, $found, 0, $at) === 1) {
            return [strtolower($found[1]), $at + strlen($found[0])];
        }
        if (($html[$at + 2] ?? '') === '>') {
            return [null, $at + 3];
        }
        $end = strpos($html, '>', $at);

        return [null, $end === false ? strlen($html) : $end + 1];
    }

    /** @return array<string, string> by name in lower case; the first of a name counts */
    public static function attributes(string $text): array
    {
        $given = [];
        preg_match_all(self::ATTRIBUTE, $text, $found, PREG_SET_ORDER);
        foreach ($found as $match) {
            $name = strtolower($match[1]);
            $given[$name] ??= Entities::decode($match[2] ?? '', inAttribute: true);
        }

        return $given;
    }
}
