<?php

declare(strict_types=1);

namespace Orchard\Core\StructuredData;

/** Makes a product's structured data from what is known of it; what is not known is left out. */
final class ProductMarkup
{
    /**
     * @param  list<string>  $images
     * @return array<string, mixed> a node of JSON-LD in which StructuredJudge finds nothing wrong
     */
    public static function of(string $url, ProductData $product, array $images = [], string $description = ''): array
    {
        $offer =
            $product->price === null || preg_match('/^[A-Z]{3}$/', $product->currency) !== 1
                ? null
                : array_filter([
                    '@type' => 'Offer',
                    'url' => $url,
                    'price' => number_format($product->price, 2, '.', ''),
                    'priceCurrency' => $product->currency,
                    'availability' => self::availability($product->life),
                    'availabilityStarts' => $product->backOn,
                ]);
        $rating =
            $product->rating === null || $product->reviews === null || $product->reviews < 1
                ? null
                : [
                    '@type' => 'AggregateRating',
                    'ratingValue' => round($product->rating, 2),
                    'bestRating' => 5,
                    'reviewCount' => $product->reviews,
                ];

        return array_filter(
            [
                '@context' => 'https://schema.org',
                '@type' => 'Product',
                'name' => $product->name,
                'sku' => $product->number,
                'description' => $description,
                'image' => $images,
                'brand' => $product->maker === '' ? null : ['@type' => 'Brand', 'name' => $product->maker],
                'offers' => $offer,
                'aggregateRating' => $rating,
            ],
            static fn (mixed $value): bool => $value !== null && $value !== '' && $value !== [],
        );
    }

    private static function availability(LifeState $life): ?string
    {
        return match ($life) {
            LifeState::Selling => 'https://schema.org/InStock',
            LifeState::OutOfStock, LifeState::Resting => 'https://schema.org/OutOfStock',
            LifeState::BackOn => 'https://schema.org/BackOrder',
            LifeState::Discontinued, LifeState::Replaced => 'https://schema.org/Discontinued',
            LifeState::Unknown => null,
        };
    }
}
