<?php

declare(strict_types=1);

namespace Orchard\Core\Markup;

/** Brings the bytes of a page to UTF-8, by the order of the HTML Standard: byte order mark, HTTP header, meta element, guess. */
final class Charset
{
    /** Bytes that mean nothing in the charset become U+FFFD, as the Encoding Standard has it. */
    public static function toUtf8(string $bytes, ?string $contentType): string
    {
        $before = mb_substitute_character();
        mb_substitute_character(0xFFFD);
        try {
            return self::converted($bytes, $contentType);
        } finally {
            mb_substitute_character($before);
        }
    }

    private static function converted(string $bytes, ?string $contentType): string
    {
        if (str_starts_with($bytes, "\xEF\xBB\xBF")) {
            return mb_scrub(substr($bytes, 3), 'UTF-8');
        }
        $marked = match (substr($bytes, 0, 2)) {
            "\xFE\xFF" => 'UTF-16BE',
            "\xFF\xFE" => 'UTF-16LE',
            default => null,
        };
        if ($marked !== null) {
            return (string) mb_convert_encoding(substr($bytes, 2), 'UTF-8', $marked);
        }
        $label = self::labelIn((string) $contentType) ?? self::labelInMeta(substr($bytes, 0, 1024));
        $encoding = $label === null ? null : self::encoding($label);
        if ($encoding === null) {
            $encoding = mb_check_encoding($bytes, 'UTF-8') ? 'UTF-8' : 'Windows-1252';
        }

        return $encoding === 'UTF-8' ? mb_scrub($bytes, 'UTF-8') : (string) mb_convert_encoding($bytes, 'UTF-8', $encoding);
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

    private static function encoding(string $label): ?string
    {
        $label = strtolower(trim($label));
        if (in_array($label, ['utf-8', 'utf8', 'unicode-1-1-utf-8'], true)) {
            return 'UTF-8';
        }
        // The Encoding Standard reads Latin-1 and ASCII as windows-1252.
        if (in_array($label, ['iso-8859-1', 'iso8859-1', 'latin1', 'l1', 'ascii', 'us-ascii', 'windows-1252', 'cp1252'], true)) {
            return 'Windows-1252';
        }
        foreach (array_diff(mb_list_encodings(), ['BASE64', 'UUENCODE', 'HTML-ENTITIES', 'Quoted-Printable', '7bit', '8bit']) as $known) {
            $names = [$known, ...(mb_encoding_aliases($known) ?: [])];
            if (in_array($label, array_map(strtolower(...), $names), true)) {
                return $known;
            }
        }

        return null;
    }
}
