<?php

declare(strict_types=1);

namespace Orchard\Core\Wording;

/** What makes an image's alt text a poor one. An empty one says that the image is decoration (HTML, 4.8.4.4). */
final class AltText
{
    /** Characters that are enough; screen readers read all of it. */
    public const LONGEST = 125;

    /** Times that one word may stand in it before it is stuffing. */
    private const OFTEN = 3;

    public static function isStuffed(string $alt): bool
    {
        $words = array_filter(
            preg_split('/[^\p{L}\p{N}]+/u', mb_strtolower($alt), -1, PREG_SPLIT_NO_EMPTY) ?: [],
            static fn (string $word): bool => mb_strlen($word) > 3,
        );

        return ($words !== [] && max(array_count_values($words)) >= self::OFTEN) ||
            substr_count($alt, ',') + substr_count($alt, '|') + substr_count($alt, ';') >= 7;
    }

    /** Whether it names a file, or says no more than that there is an image. */
    public static function isBare(string $alt): bool
    {
        return preg_match('/\.(?:jpe?g|png|webp|gif|avif|svg)$/i', trim($alt)) === 1 ||
            preg_match(
                '/^(?:img|images?|picture|photo|product|product image|bild|produktbild|foto|imagen|dsc[nf]?)[ _\-]*\d*$/i',
                trim($alt),
            ) === 1;
    }

    public static function isPoor(?string $alt): bool
    {
        return $alt === null ||
            trim($alt) === '' ||
            mb_strlen($alt) > self::LONGEST ||
            self::isBare($alt) ||
            self::isStuffed($alt);
    }
}
