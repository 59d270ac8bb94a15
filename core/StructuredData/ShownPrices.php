<?php

declare(strict_types=1);

namespace Orchard\Core\StructuredData;

/**
 * The prices that a text shows: numbers beside a currency's sign or three letters, in whatever way they are written.
 */
final class ShownPrices
{
    private const MOST = 60;

    private const NUMBER = '\d{1,3}(?:[.,\x{A0}\x{202F} \'’]\d{3})+(?:[.,]\d{1,2})?|\d+(?:[.,](?:\d{1,2}|[\-–—]+))?';

    private const SIGN =
        '[€$£¥₹₽₺₩]|\b(?:EUR|USD|GBP|CHF|SEK|NOK|DKK|PLN|CZK|HUF|RON|BGN|TRY|JPY|CAD|AUD|NZD|Fr\.|kr\.?|zł|Kč|Ft)'.
        '(?![\p{L}])';

    /** @return list<float> each once, in their order */
    public static function in(string $text): array
    {
        $prices = [];
        $way = '~(?:'.self::SIGN.')\s?('.self::NUMBER.')|('.self::NUMBER.')\s?(?:'.self::SIGN.')~u';
        preg_match_all($way, $text, $found, PREG_SET_ORDER);
        foreach (array_slice($found, 0, self::MOST) as $one) {
            $price = self::number(($one[1] ?? '') !== '' ? $one[1] : $one[2] ?? '');
            $price === null || ($prices[(string) $price] = $price);
        }

        return array_values($prices);
    }

    private static function number(string $written): ?float
    {
        // "49,-" has no cents; of two signs the last parts the cents, of one it does where one or two figures follow.
        $plain = (string) preg_replace('/[,.][\-–—]+$/u', '', $written);
        if (preg_match('/^(.*)[.,](\d{1,2})$/u', $plain, $found) === 1) {
            $whole = (string) preg_replace('/\D/u', '', $found[1]);

            return is_numeric($whole) ? (float) "$whole.$found[2]" : null;
        }
        $whole = (string) preg_replace('/\D/u', '', $plain);

        return is_numeric($whole) ? (float) $whole : null;
    }
}
