<?php

declare(strict_types=1);

namespace Orchard\Core\Markup;

/** Text as HTML shows it. */
final class Text
{
    /** White space (also no-break spaces) collapsed to single spaces, none at the ends. */
    public static function tidy(string $text): string
    {
        if (strlen($text) === strcspn($text, "\t\n\f\r \xC2\xE2\xE3")) {
            return $text;
        }

        return trim((string) preg_replace('/[\s\x{00A0}]+/u', ' ', $text));
    }
}
