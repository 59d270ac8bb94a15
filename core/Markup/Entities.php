<?php

declare(strict_types=1);

namespace Orchard\Core\Markup;

/** Character references as the HTML Standard decodes them (section 13.2.5.72 and on). */
final class Entities
{
    /** Names that count without their semicolon, longest first where one begins another. */
    private const LEGACY = 'AElig|AMP|Aacute|Acirc|Agrave|Aring|Atilde|Auml|COPY|Ccedil|ETH|Eacute|Ecirc|Egrave|Euml|GT|Iacute|Icirc|Igrave|Iuml|LT|Ntilde|Oacute|Ocirc|Ograve|Oslash|Otilde|Ouml|QUOT|REG|THORN|Uacute|Ucirc|Ugrave|Uuml|Yacute|aacute|acirc|acute|aelig|agrave|amp|aring|atilde|auml|brvbar|ccedil|cedil|cent|copy|curren|deg|divide|eacute|ecirc|egrave|eth|euml|frac12|frac14|frac34|gt|iacute|icirc|iexcl|igrave|iquest|iuml|laquo|lt|macr|micro|middot|nbsp|not|ntilde|oacute|ocirc|ograve|ordf|ordm|oslash|otilde|ouml|para|plusmn|pound|quot|raquo|reg|sect|shy|sup1|sup2|sup3|szlig|thorn|times|uacute|ucirc|ugrave|uml|uuml|yacute|yen|yuml';

    /** Numbers 128 to 159 mean windows-1252 (the standard's table). */
    private const WINDOWS = [
        0x80 => 0x20AC,
        0x82 => 0x201A,
        0x83 => 0x0192,
        0x84 => 0x201E,
        0x85 => 0x2026,
        0x86 => 0x2020,
        0x87 => 0x2021,
        0x88 => 0x02C6,
        0x89 => 0x2030,
        0x8A => 0x0160,
        0x8B => 0x2039,
        0x8C => 0x0152,
        0x8E => 0x017D,
        0x91 => 0x2018,
        0x92 => 0x2019,
        0x93 => 0x201C,
        0x94 => 0x201D,
        0x95 => 0x2022,
        0x96 => 0x2013,
        0x97 => 0x2014,
        0x98 => 0x02DC,
        0x99 => 0x2122,
        0x9A => 0x0161,
        0x9B => 0x203A,
        0x9C => 0x0153,
        0x9E => 0x017E,
        0x9F => 0x0178,
    ];

    public static function decode(string $text, bool $inAttribute = false): string
    {
        if (! str_contains($text, '&')) {
            return $text;
        }
        // One pass: what a reference decodes to is never read again.
        $pattern =
            '/&(?:#(?:x([0-9a-f]+)|([0-9]+));?|([a-z][a-z0-9]*;)|('.
            self::LEGACY.
            ')'.
            ($inAttribute ? '(?![=A-Za-z0-9])' : '').
            ')/iu';

        return (string) preg_replace_callback(
            $pattern,
            static function (array $found): string {
                if (($found[1] ?? '') !== '' || ($found[2] ?? '') !== '') {
                    $point =
                        ($found[1] ?? '') !== ''
                            ? hexdec(substr($found[1], 0, 9))
                            : (int) substr($found[2] ?? '', 0, 9);

                    return self::character((int) $point);
                }
                $name = $found[3] ?? '';
                if ($name !== '') {
                    $decoded = html_entity_decode('&'.$name, ENT_QUOTES | ENT_HTML5, 'UTF-8');
                    if ($decoded !== '&'.$name) {
                        return $decoded;
                    }

                    return self::decodePrefix($name) ?? '&'.$name;
                }

                return self::decodePrefix($found[4] ?? '') ?? $found[0];
            },
            $text,
        );
    }

    /** "&copyright;" is the copyright sign and "right;": the longest legacy name at the start counts. */
    private static function decodePrefix(string $name): ?string
    {
        if (preg_match('/^('.self::LEGACY.')/', $name, $found) !== 1) {
            return null;
        }

        return html_entity_decode('&'.$found[1].';', ENT_QUOTES | ENT_HTML5, 'UTF-8').
            substr($name, strlen($found[1]));
    }

    private static function character(int $point): string
    {
        if ($point === 0 || $point > 0x10FFFF || ($point >= 0xD800 && $point <= 0xDFFF)) {
            return "\u{FFFD}";
        }

        return (string) mb_chr(self::WINDOWS[$point] ?? $point);
    }
}
