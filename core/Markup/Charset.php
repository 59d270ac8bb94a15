<?php

declare(strict_types=1);

namespace Orchard\Core\Markup;

use LogicException;
use Orchard\Core\Text\Encoding;

/**
 * Brings the bytes of a page to UTF-8, by the order of the HTML Standard: byte order mark, HTTP header, meta element,
 * guess.
 */
final class Charset
{
    /** Bytes that mean nothing in the charset become U+FFFD, as the Encoding Standard has it. */
    public static function toUtf8(string $bytes, ?string $contentType): string
    {
        if (str_starts_with($bytes, "\xEF\xBB\xBF")) {
            return self::named('utf-8')->decode(substr($bytes, 3));
        }
        $marked = match (substr($bytes, 0, 2)) {
            "\xFE\xFF" => 'utf-16be',
            "\xFF\xFE" => 'utf-16le',
            default => null,
        };
        if ($marked !== null) {
            return self::named($marked)->decode(substr($bytes, 2));
        }
        $encoding =
            Encoding::labelled(self::labelIn((string) $contentType) ?? '') ??
            (Encoding::labelled(self::labelInMeta(substr($bytes, 0, 1024)) ?? '') ??
                (mb_check_encoding($bytes, 'UTF-8') ? self::named('utf-8') : self::named('windows-1252')));

        return $encoding->decode($bytes);
    }

    private static function named(string $name): Encoding
    {
        return Encoding::labelled($name) ?? throw new LogicException("$name is an encoding of the standard.");
    }

    private static function labelIn(string $contentType): ?string
    {
        return preg_match('/charset\s*=\s*["\']?\s*([^\s"\';]+)/i', $contentType, $found) === 1 ? $found[1] : null;
    }

    private static function labelInMeta(string $start): ?string
    {
        $start = (string) preg_replace('/<!--.*?-->/s', '', $start);
        if (preg_match('/<meta\s[^>]*?charset\s*=\s*["\']?\s*([^\s"\'\/>;]+)/i', $start, $found) !== 1) {
            return null;
        }

        // The standard: a meta element that could be read as ASCII cannot be UTF-16.
        return str_starts_with(strtolower($found[1]), 'utf-16') ? 'utf-8' : $found[1];
    }
}
