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

    /** Whether what a page shows has the text in it, whatever markup the shop keeps it with, and wherever lines end. */
    public static function holds(string $shown, string $wanted): bool
    {
        $wanted = self::plain(self::words($wanted));

        return $wanted === '' ? self::plain($shown) === '' : str_contains(self::plain($shown), $wanted);
    }

    /** The words of a text that may have simple markup; what parts blocks parts lines. */
    public static function words(string $html): string
    {
        if (! str_contains($html, '<') && ! str_contains($html, '&')) {
            return trim($html);
        }
        $lines = (string) preg_replace('~<(?:br|/?(?:p|div|li|ul|ol|h[1-6]))\b[^>]*>~i', "\n", $html);
        $words = html_entity_decode(strip_tags($lines), ENT_QUOTES | ENT_HTML5);

        return trim((string) preg_replace(['/[^\S\n]+/u', '/ ?\n[\n ]*/'], [' ', "\n"], $words));
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
