<?php

declare(strict_types=1);

namespace App\Stores\Adding;

use Orchard\Core\Markets\Country;
use Orchard\Core\Markup\PageFacts;
use Orchard\Core\StructuredData\ProductData;

/** Which currency a shop sells in, by its home page: data of a product, signs beside prices, else its country's. */
final class ShopCurrency
{
    private const SIGNS = [
        '€' => 'EUR',
        '£' => 'GBP',
        'zł' => 'PLN',
        'Kč' => 'CZK',
        'CHF' => 'CHF',
        '₹' => 'INR',
        '₺' => 'TRY',
        'R$' => 'BRL',
    ];

    public static function of(PageFacts $facts, ?Country $country, string $countryFrom): Proposal
    {
        $product = ProductData::of($facts->details->structured ?? []);
        if ($product !== null && preg_match('/^[A-Z]{3}$/', $product->currency) === 1) {
            return new Proposal($product->currency, 'a product’s structured data');
        }
        foreach (['product:price:currency', 'og:price:currency'] as $property) {
            $said = strtoupper(trim((string) ($facts->details->social[$property] ?? '')));
            if (preg_match('/^[A-Z]{3}$/', $said) === 1) {
                return new Proposal($said, $property);
            }
        }
        $text = implode(' ', $facts->details?->text->lines() ?? []);
        $own = $country?->currency();
        $counts = [];
        foreach (self::SIGNS as $sign => $code) {
            $counts[$code] = preg_match_all(
                '/\d\s*'.preg_quote($sign, '/').'|'.preg_quote($sign, '/').'\s*\d/u',
                $text,
            );
        }
        arsort($counts);
        if (reset($counts) > 0) {
            return new Proposal((string) array_key_first($counts), 'prices on the home page');
        }

        return $own !== null
            ? new Proposal($own, "the country, from $countryFrom")
            : new Proposal('EUR', 'nothing said it');
    }
}
