<?php

declare(strict_types=1);

namespace App\Tend\Lists;

use App\Platform\Web\Forms;
use Orchard\Core\StructuredData\LifeState;
use Orchard\Core\StructuredData\ProductData;

/** The line that search engines may add to a product's result, made of its structured data: stars, price, stock. */
final class RichLine
{
    /** @param  list<mixed>  $structured  decoded JSON-LD */
    public static function of(array $structured): string
    {
        $product = ProductData::of($structured);
        if ($product === null) {
            return '';
        }
        $rating =
            $product->rating === null || $product->reviews === null || $product->reviews < 1
                ? ''
                : '★ '.Forms::number($product->rating, 1).' ('.Forms::number($product->reviews).')';
        $price =
            $product->price === null || $product->currency === ''
                ? ''
                : Forms::number($product->price, 2)." $product->currency";
        $stock = match ($product->life) {
            LifeState::Selling => 'In stock',
            LifeState::OutOfStock, LifeState::Resting => 'Out of stock',
            LifeState::BackOn => 'On back-order',
            LifeState::Discontinued, LifeState::Replaced => 'Discontinued',
            LifeState::Unknown => '',
        };

        return implode(' · ', array_filter([$rating, $price, $stock]));
    }
}
