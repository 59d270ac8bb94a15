<?php

declare(strict_types=1);

namespace App\Inventory;

use App\Platform\Typed;
use Orchard\Core\Markup\PageDetails;
use Orchard\Core\StructuredData\LifeState;
use Orchard\Core\StructuredData\ProductData;

/** The details of a page as they are kept: packed where nothing searches them, single numbers where the list does. */
final readonly class KeptDetails
{
    /** Bytes of main text that are kept; more is no text that a shop wrote. */
    private const MOST_TEXT = 200_000;

    /**
     * @param  string  $packed  PageDetails as JSON, deflated
     * @param  string  $text  the main text, deflated
     * @param  string  $marks  eight bytes a line of it
     * @param  ?string  $product  ProductData as JSON
     */
    private function __construct(
        public string $packed,
        public string $text,
        public string $marks,
        public ?string $product,
        public int $images,
        public int $imagesWithoutAlt,
        public int $h1s,
        public int $headings,
        public int $structuredErrors,
        public int $hreflangs,
        public int $externals,
        public bool $needsScript,
        public bool $looksMissing,
        public int $textLife,
        public int $canonicals,
    ) {
    }

    /**
     * @param  bool  $looksMissing whether it is like the page that answers for an address that surely does not exist
     */
    public static function of(PageDetails $details, bool $looksMissing): self
    {
        $product = ProductData::of($details->structured);

        return new self(
            (string) gzdeflate($details->toJson(), 1),
            (string) gzdeflate(mb_strcut($details->text->text, 0, self::MOST_TEXT), 1),
            $details->text->marks(),
            $product === null
                ? null
                : json_encode(
                    $product,
                    JSON_UNESCAPED_UNICODE |
                        JSON_UNESCAPED_SLASHES |
                        JSON_THROW_ON_ERROR |
                        JSON_INVALID_UTF8_SUBSTITUTE,
                ),
            count($details->images),
            $details->imagesWithoutAlt(),
            count($details->h1s()),
            count($details->headings),
            count($details->structuredErrors),
            count($details->hreflangs),
            count($details->externals),
            $details->needsScript,
            $looksMissing,
            (LifeState::fromText($details->text->text) ?? LifeState::Unknown)->value,
            count($details->canonicals),
        );
    }

    /** @return array<string, mixed> what was packed; empty where it cannot be read */
    public static function unpack(?string $packed): array
    {
        $json = $packed === null || $packed === '' ? false : gzinflate($packed, 20_000_000);

        return $json === false ? [] : (array) json_decode($json, true);
    }

    /**
     * @param  array<array-key, mixed>  $details  as they were unpacked
     * @return list<array{src: string, alt: ?string, width: int, height: int, away?: true}>
     */
    public static function images(array $details): array
    {
        $images = [];
        foreach ((array) ($details['images'] ?? []) as $one) {
            if (is_array($one) && is_string($one['src'] ?? null)) {
                $images[] =
                    [
                        'src' => $one['src'],
                        'alt' => is_string($one['alt'] ?? null) ? $one['alt'] : null,
                        'width' => Typed::int($one['width'] ?? 0),
                        'height' => Typed::int($one['height'] ?? 0),
                    ] + (($one['away'] ?? false) === true ? ['away' => true] : []);
            }
        }

        return $images;
    }

    public static function textOf(?string $packed): string
    {
        return $packed === null || $packed === '' ? '' : (string) gzinflate($packed, 20_000_000);
    }
}
