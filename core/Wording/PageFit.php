<?php

declare(strict_types=1);

namespace Orchard\Core\Wording;

/** Whether a text is about its page: heading, body, price, and what tells the page from others. */
final class PageFit
{
    /** Letters of a word from which on it can say what a page is about. */
    private const TELLING = 4;

    /** Characters of a description from which on its standing in the body is a copy, not a phrase. */
    private const COPIED = 60;

    private const NUMBER = '(\d{1,3}(?:[ .,’\'\x{a0}\x{202f}]\d{3})+(?:[.,]\d{1,2})?(?!\d)|\d+(?:[.,]\d{1,2})?(?!\d))';

    private const CURRENCY = '(?:[€$£¥]|(?:EUR|USD|GBP|CHF)(?![\p{L}\p{N}]))';

    /** An amount of money: a sign or code of currency beside a number. */
    private const MONEY =
        '~(?<![\p{L}\p{N}])'.
        self::CURRENCY.
        '\s?'.
        self::NUMBER.
        '|(?<![\d.,])'.
        self::NUMBER.
        '\s?'.
        self::CURRENCY.
        '~ui';

    private const NO_PRICE =
        '~deliver|shipping|postage|p&p|voucher|coupon|discount|save|versand|liefer|gutschein|rabatt|'.
        'spar|livraison|frais de port|remise|bon d|envío|descuento|cupón~ui';

    /** @return int bits of Check */
    public static function bits(TextField $field, string $own, TextContext $context): int
    {
        $page = $context->page;
        $isTitle = $field === TextField::Title;

        return (self::hasOtherPrice($own, $page->prices) ? Check::OldPrice->value : 0) |
            ($isTitle && self::isAboutAnother($own, $page->h1, $context->brand) ? Check::OffHeading->value : 0) |
            (! $isTitle && self::isCopied($own, $page->body) ? Check::CopiesBody->value : 0);
    }

    /**
     * Values that tell the page from others and that the cut takes away, wholly or in part.
     *
     * @param  string  $lost  the end of the text that is not shown; empty where it is whole
     * @param  list<string>  $telling
     * @return list<string>
     */
    public static function cutValues(string $shown, string $lost, array $telling): array
    {
        if ($lost === '') {
            return [];
        }
        $seen = mb_strtolower(mb_substr($shown, 0, mb_strlen($shown) - mb_strlen($lost)));
        $whole = mb_strtolower($shown);

        return array_values(
            array_filter(
                $telling,
                static fn (string $value): bool => mb_strlen($value) >= 3 &&
                    str_contains($whole, mb_strtolower($value)) &&
                    ! str_contains($seen, mb_strtolower($value)),
            ),
        );
    }

    /** @return list<float> amounts of money that a text names */
    public static function amounts(string $text): array
    {
        $amounts = [];
        preg_match_all(self::MONEY, $text, $found, PREG_SET_ORDER);
        foreach ($found as $one) {
            $number = preg_replace('/[ ’\'\x{a0}\x{202f}]/u', '', ($one[1] ?? '') !== '' ? $one[1] : $one[2] ?? '');
            // The last mark parts the decimals where one or two digits follow it.
            $number =
                preg_match('/^(.*)[.,](\d{1,2})$/', (string) $number, $parts) === 1
                    ? preg_replace('/[.,]/', '', $parts[1]).'.'.$parts[2]
                    : preg_replace('/[.,]/', '', (string) $number);
            if (is_numeric($number)) {
                $amounts[] = (float) $number;
            }
        }

        return $amounts;
    }

    /** @param  list<float>  $prices */
    private static function hasOtherPrice(string $own, array $prices): bool
    {
        if ($prices === []) {
            return false;
        }
        // Sentences of delivery and vouchers name other amounts than prices.
        $sentences = array_filter(
            preg_split('/(?<=[.!?;])\s+|\s[–—|·]\s/u', $own) ?: [],
            static fn (string $sentence): bool => preg_match(self::NO_PRICE, $sentence) !== 1,
        );
        foreach (self::amounts(implode(' ; ', $sentences)) as $amount) {
            $fits = array_filter(
                $prices,
                // A whole amount may be the price without its pence, or rounded.
                static fn (float $price): bool => abs($price - $amount) < 0.005 ||
                    (floor($amount) === $amount && ($amount === floor($price) || $amount === round($price))),
            );
            if ($fits === []) {
                return true;
            }
        }

        return false;
    }

    /** Whether title and heading have no telling word in common, in whatever form; the brand tells nothing. */
    private static function isAboutAnother(string $own, string $h1, string $brand): bool
    {
        $title = self::telling($own, $brand);
        $heading = self::telling($h1, $brand);
        if ($title === [] || $heading === []) {
            return false;
        }
        foreach ($heading as $word) {
            if (LeadTerm::standsIn($own, $word)) {
                return false;
            }
            foreach ($title as $other) {
                // Compounds: "Deckenlampe" and "Lampen für die Decke".
                if (str_contains($other, mb_substr($word, 0, 5)) || str_contains($word, mb_substr($other, 0, 5))) {
                    return false;
                }
            }
        }

        return true;
    }

    /** @return list<string> small words of four letters and more, without those of the brand */
    private static function telling(string $text, string $brand): array
    {
        preg_match_all('/[\p{L}\p{N}]{'.self::TELLING.',}/u', mb_strtolower($text), $found);
        preg_match_all('/[\p{L}\p{N}]+/u', mb_strtolower($brand), $ours);

        return array_values(array_diff($found[0], $ours[0]));
    }

    private static function isCopied(string $own, string $body): bool
    {
        if ($body === '' || mb_strlen($own) < self::COPIED) {
            return false;
        }
        $plain = static fn (string $text): string => trim(
            (string) preg_replace('/[^\p{L}\p{N}]+/u', ' ', mb_strtolower($text)),
        );

        return str_contains(' '.$plain($body).' ', ' '.$plain($own).' ');
    }
}
