<?php

declare(strict_types=1);

namespace Orchard\Core\Wording;

/**
 * Whether a page shows a text that was given to its shop. Themes set quotation marks, dashes and dots in their own
 * way, and cut what is
 * long; that is the same text. What differs in a letter or a digit is another.
 */
final class ShownText
{
    /** Characters that a cut text must still have to be recognised. */
    private const LEAST_OF_CUT = 40;

    private const TYPOGRAPHY = [
        '“' => '"',
        '”' => '"',
        '„' => '"',
        '«' => '"',
        '»' => '"',
        '‟' => '"',
        '″' => '"',
        '‘' => "'",
        '’' => "'",
        '‚' => "'",
        '‹' => "'",
        '›' => "'",
        '′' => "'",
        '–' => '-',
        '—' => '-',
        '‑' => '-',
        '−' => '-',
        '…' => '...',
        "\u{AD}" => '',
        "\u{200B}" => '',
    ];

    public static function is(string $shown, string $wanted): bool
    {
        $shown = self::plain($shown);
        $wanted = self::plain($wanted);
        if ($shown === $wanted) {
            return true;
        }
        $cut = rtrim((string) preg_replace('/\.\.\.$/', '', $shown));

        return $cut !== $shown && mb_strlen($cut) >= self::LEAST_OF_CUT && str_starts_with($wanted, $cut);
    }

    private static function plain(string $text): string
    {
        $text = trim(
            (string) preg_replace('/[\s\x{A0}\x{202F}\x{2009}]+/u', ' ', strtr(mb_scrub($text), self::TYPOGRAPHY)),
        );

        // Two hyphens are typed for a dash.
        return str_replace('--', '-', $text);
    }
}
