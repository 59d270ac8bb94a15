<?php

declare(strict_types=1);

namespace Orchard\Core\Terms;

use Normalizer;

/** A search phrase as a dictionary of terms keeps it: one writing for what searchers type in many. */
final class TermForm
{
    /** Characters of a term; what is longer is cut. */
    public const LONGEST = 190;

    /**
     * Lower case, compatibility forms (full width, ligatures; NFKC), single spaces, without quotation marks and signs
     * that hold no meaning for a search. Hyphens, apostrophes and decimal signs inside of words stay.
     */
    public static function normal(string $phrase): string
    {
        $text = Normalizer::normalize(mb_scrub($phrase), Normalizer::FORM_KC);
        $text = mb_strtolower($text === false ? mb_scrub($phrase) : $text);
        $text = strtr($text, [
            '’' => "'",
            '‘' => "'",
            'ʼ' => "'",
            '´' => "'",
            '`' => "'",
            '‐' => '-',
            '‑' => '-',
            '–' => '-',
            '×' => 'x',
        ]);
        // Joiners without width are no part of a word, except where they make one emoji of several.
        $text = (string) preg_replace(
            '/[\x{200B}\x{200C}\x{2060}\x{FEFF}\x{00AD}]|\x{200D}(?![\p{So}\x{1F000}-\x{1FAFF}])/u',
            '',
            $text,
        );
        $text = (string) preg_replace(
            '/[^\p{L}\p{M}\p{N}\p{So}\p{Sk}\p{Sc}\x{200D}\x{FE0F}\s\'\-.,&\/%+°]/u',
            ' ',
            $text,
        );
        // Signs between two figures or letters belong to the word; others are punctuation.
        $text = (string) preg_replace(
            '/(?<![\p{N}])[.,\/]|[.,\/](?![\p{N}])|(?<![\p{L}\p{N}])[\'\-+]|[\'\-](?![\p{L}\p{N}])|\+(?![\p{N}])/u',
            ' ',
            $text,
        );
        $text = trim((string) preg_replace('/[\s\p{Z}\p{Cc}]+/u', ' ', $text));

        return trim(mb_substr($text, 0, self::LONGEST));
    }

    /**
     * The words of a phrase in their order, without apostrophes; figures and their units run together ("60 w": "60w").
     *
     * @param  string  $normal  as normal() tells it
     * @return list<string>
     */
    public static function words(string $normal): array
    {
        $plain = str_replace(['&', '+', '%'], [' and ', ' ', ' percent '], $normal);
        preg_match_all(
            '/[\p{L}\p{M}\p{N}\p{So}\p{Sc}\x{200D}\x{FE0F}]+(?:[\'.,][\p{L}\p{M}\p{N}]+)*/u',
            $plain,
            $found,
        );
        $words = [];
        foreach ($found[0] as $word) {
            $last = $words === [] ? '' : $words[count($words) - 1];
            if (preg_match(self::UNIT, $word) === 1 && preg_match('/^\d+(?:[.,]\d+)?$/', $last) === 1) {
                $words[count($words) - 1] = $last.self::unit($word);

                continue;
            }
            $words[] =
                preg_match('/^(\d+(?:[.,]\d+)?)([\p{L}]+)$/u', $word, $part) === 1
                    ? $part[1].self::unit($part[2])
                    : $word;
        }

        return $words;
    }

    /**
     * Small letters without accents; ß is ss.
     *
     * @param  bool  $tilde  whether ñ stays a letter of its own, as Spanish has it
     */
    public static function fold(string $word, bool $tilde = false): string
    {
        if (preg_match('/^[\x20-\x7E]*$/', $word) === 1) {
            return $word;
        }
        $parts = Normalizer::normalize(
            strtr(
                $word,
                ['ß' => 'ss', 'œ' => 'oe', 'æ' => 'ae', 'ø' => 'o', 'ł' => 'l', 'đ' => 'd', 'ı' => 'i'] +
                    ($tilde ? ['ñ' => "\x01"] : []),
            ),
            Normalizer::FORM_D,
        );

        return str_replace("\x01", 'ñ', (string) preg_replace('/\p{M}+/u', '', $parts === false ? $word : $parts));
    }

    private const UNIT =
        '/^(mm|cm|m|km|in|inch|inches|ft|feet|foot|zoll|kg|g|gram|grams|lb|lbs|oz|l|litre|litres|'.
        'liter|liters|ml|cl|w|watt|watts|v|volt|volts|k|kelvin|lm|lumen|lumens|mah|gb|tb|pouces|pulgadas|vatios|'.
        'litros|litre)$/u';

    private static function unit(string $word): string
    {
        return match ($word) {
            'inch', 'inches', 'zoll', 'pouces', 'pulgadas' => 'in',
            'feet', 'foot' => 'ft',
            'gram', 'grams' => 'g',
            'lbs' => 'lb',
            'litre', 'litres', 'liter', 'liters', 'litros' => 'l',
            'watt', 'watts', 'vatios' => 'w',
            'volt', 'volts' => 'v',
            'kelvin' => 'k',
            'lumen', 'lumens' => 'lm',
            default => $word,
        };
    }
}
