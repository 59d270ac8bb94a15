<?php

declare(strict_types=1);

namespace Orchard\Core\Url;

/**
 * The last part of a page's address, made from what the page is called: small letters, digits, single hyphens; short;
 * without words that say nothing. Letters outside ASCII are written as the languages around us write them where they
 * have no such letter (ä: ae).
 */
final readonly class Slug
{
    /** Characters to aim for, and beyond which it is too long. */
    public const GOOD = 60;

    public const TOO_LONG = 80;

    private const LETTERS = [
        'ä' => 'ae',
        'ö' => 'oe',
        'ü' => 'ue',
        'ß' => 'ss',
        'æ' => 'ae',
        'ø' => 'oe',
        'å' => 'aa',
        'œ' => 'oe',
        'þ' => 'th',
        'ð' => 'd',
        'ł' => 'l',
        'đ' => 'd',
        '&' => ' and ',
        '²' => '2',
        '³' => '3',
    ];

    private const STOP = [
        'a', 'an', 'the', 'and', 'or', 'of', 'for', 'in', 'on', 'with', 'to', 'by', 'at', 'from', 'der', 'die', 'das',
        'und', 'oder', 'mit', 'von', 'im', 'am', 'zu', 'fuer', 'le', 'la', 'les', 'de', 'des', 'du', 'et', 'avec',
        'pour', 'el', 'los', 'las', 'y', 'con', 'para', 'il', 'lo', 'gli', 'e', 'per', 'di', 'da', 'het', 'een', 'en',
        'van', 'voor', 'met',
    ];

    /**
     * A slug from a name, led by the term that the page is written for where the name does not have it; '' where
     * nothing is left.
     *
     * @param  string  $lead  lead term, '' where there is none
     */
    public static function propose(string $name, string $lead = ''): string
    {
        $words = self::words($name);
        $lead = array_values(array_diff(self::words($lead), $words));
        $kept = array_values(array_diff([...$lead, ...$words], self::STOP));
        $slug = '';
        foreach ($kept === [] ? $words : $kept as $word) {
            $next = $slug === '' ? $word : "$slug-$word";
            if (strlen($next) > self::GOOD && $slug !== '') {
                break;
            }
            $slug = $next;
        }

        return rtrim(substr($slug, 0, self::GOOD), '-');
    }

    /** @return list<string> what is wrong with a slug, in words */
    public static function faults(string $slug): array
    {
        $words = explode('-', strtolower($slug));

        return array_keys(
            array_filter([
                'has capital letters' => $slug !== mb_strtolower($slug),
                'has characters other than letters, digits and hyphens' => preg_match('/[^A-Za-z0-9\-]/', $slug) === 1,
                'has underscores where hyphens should be' => str_contains($slug, '_'),
                'is '.strlen($slug).' characters long' => strlen($slug) > self::TOO_LONG,
                'has hyphens in a row or at an end' => preg_match('/--|^-|-$/', $slug) === 1,
                'is a copy’s' => preg_match('/-(?:copy|kopie|copie|copia)(?:-\d+)?$/i', $slug) === 1,
                'is all words that say nothing' => $slug !== '' && array_diff($words, self::STOP) === [],
                'is only a number' => preg_match('/^\d+$/', $slug) === 1,
                'says one word several times' => count($words) > 3 && max(array_count_values($words)) > 2,
            ]),
        );
    }

    /** The slug with a number behind it where it is taken. @param  callable(string): bool  $isTaken */
    public static function free(string $slug, callable $isTaken): string
    {
        for ($i = 2, $free = $slug; $isTaken($free); $i++) {
            $free = rtrim(substr($slug, 0, self::TOO_LONG - 4), '-')."-$i";
        }

        return $free;
    }

    /** @return list<string> */
    private static function words(string $text): array
    {
        $text = strtr(mb_strtolower(mb_scrub($text)), self::LETTERS);
        $text = (string) preg_replace('/[\'’]/u', '', $text);
        $plain = \Normalizer::normalize($text, \Normalizer::FORM_KD);
        $plain = (string) preg_replace('/\p{M}+/u', '', $plain === false ? $text : $plain);

        return array_values(
            array_filter(
                explode('-', (string) preg_replace('/[^a-z0-9]+/', '-', $plain)),
                static fn (string $word): bool => $word !== '',
            ),
        );
    }
}
