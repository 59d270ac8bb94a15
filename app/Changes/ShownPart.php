<?php

declare(strict_types=1);

namespace App\Changes;

use Orchard\Core\Markup\MainImage;
use Orchard\Core\Markup\PageFacts;
use Orchard\Core\Url\PageUrl;

/**
 * What a page shows of its parts that are more than an address: structured data, links, a file at the root. Each is
 * told as one text, in which what was released is found again, whatever else the page holds.
 */
final class ShownPart
{
    /** @return array<int, string> what a page shows, by AddressField */
    public static function ofPage(PageFacts $facts): array
    {
        $links = [];
        foreach ($facts->links as $link) {
            $links[] = ['url' => $link->target, 'text' => $link->anchor];
        }

        return [
            AddressField::StructuredData->value => self::json($facts->details->structured ?? []),
            AddressField::RelatedLinks->value => self::json($links),
            AddressField::ImageAlts->value => self::ofImages($facts->details->images ?? []),
        ];
    }

    /** @param  array<array-key, mixed>  $images  as PageDetails has them */
    public static function ofImages(array $images): string
    {
        $alts = [];
        foreach ($images as $image) {
            if (is_array($image) && is_string($image['src'] ?? null)) {
                $alts[] = ['image' => $image['src'], 'alt' => is_string($image['alt'] ?? null) ? $image['alt'] : ''];
            }
        }

        return self::json($alts);
    }

    /** A value as a page would show it: addresses of links are whole. Null where nothing of ours is to be there. */
    public static function wanted(AddressField $field, string $value, PageUrl $page): ?string
    {
        if ($value === '') {
            return null;
        }
        if ($field === AddressField::ImageAlts) {
            return self::json(
                array_map(
                    static fn (array $one): array => [
                        'image' => $page->resolve($one['image'])?->text() ?? $one['image'],
                        'alt' => $one['alt'],
                    ],
                    self::alts($value),
                ),
            );
        }
        if ($field !== AddressField::RelatedLinks) {
            return $value;
        }
        $links = [];
        foreach (self::links($value) as $link) {
            $links[] = ['url' => $page->resolve($link['url'])?->text() ?? $link['url'], 'text' => $link['text']];
        }

        return self::json($links);
    }

    /** Whether what shows holds what is wanted. */
    public static function holds(AddressField $field, string $wanted, string $shown): bool
    {
        return match ($field) {
            AddressField::StructuredData => self::holdsBlock(json_decode($wanted, true), json_decode($shown, true)),
            AddressField::RelatedLinks => self::keys($wanted) !== [] &&
                array_diff(self::keys($wanted), self::keys($shown)) === [],
            AddressField::ImageAlts => self::holdsAlts(self::alts($wanted), self::alts($shown)),
            default => self::plain($wanted) === self::plain($shown),
        };
    }

    /** What shows in few words, for people. */
    public static function brief(AddressField $field, string $shown): string
    {
        $data = json_decode($shown, true);
        if ($field === AddressField::StructuredData) {
            $types = array_filter(array_column(is_array($data) ? $data : [], '@type'), is_string(...));

            return $types === [] ? '' : implode(', ', $types);
        }

        return match (true) {
            $field === AddressField::RelatedLinks => count(is_array($data) ? $data : []).' links in all',
            $field === AddressField::ImageAlts => count(is_array($data) ? $data : []).' images in all',
            $shown === '' => '',
            default => $field->brief($shown),
        };
    }

    /** A value as somebody puts it in by hand: lists line by line, all else as it stands. */
    public static function byHand(AddressField $field, string $value): string
    {
        return match ($field) {
            AddressField::ImageAlts => implode(
                "\n",
                array_map(static fn (array $one): string => "{$one['image']}: {$one['alt']}", self::alts($value)),
            ),
            AddressField::RelatedLinks => implode(
                "\n",
                array_map(static fn (array $link): string => "{$link['url']}: {$link['text']}", self::links($value)),
            ),
            default => $value,
        };
    }

    /** @return list<array{url: string, text: string}> */
    public static function links(string $value): array
    {
        $links = [];
        foreach ((array) json_decode($value, true) as $link) {
            if (is_array($link) && is_string($link['url'] ?? null) && is_string($link['text'] ?? null)) {
                $links[] = ['url' => $link['url'], 'text' => $link['text']];
            }
        }

        return $links;
    }

    /** @return list<array{image: string, alt: string}> */
    public static function alts(string $value): array
    {
        $alts = [];
        foreach ((array) json_decode($value, true) as $one) {
            if (is_array($one) && is_string($one['image'] ?? null) && is_string($one['alt'] ?? null)) {
                $alts[] = ['image' => $one['image'], 'alt' => $one['alt']];
            }
        }

        return $alts;
    }

    /** @param  list<array{url: string, text: string}>|list<mixed>  $data */
    public static function json(array $data): string
    {
        return json_encode(
            $data,
            JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES | JSON_INVALID_UTF8_SUBSTITUTE | JSON_THROW_ON_ERROR,
        );
    }

    /** The order of names means nothing in JSON, so blocks are compared as what they tell. */
    private static function holdsBlock(mixed $wanted, mixed $shown): bool
    {
        return is_array($wanted) && is_array($shown) && in_array($wanted, $shown, false);
    }

    /**
     * Whether each image has its alt text, however the theme cuts it to size.
     *
     * @param  list<array{image: string, alt: string}>  $wanted
     * @param  list<array{image: string, alt: string}>  $shown
     */
    private static function holdsAlts(array $wanted, array $shown): bool
    {
        foreach ($wanted as $one) {
            $has = false;
            foreach ($shown as $other) {
                $has =
                    $has ||
                    (self::plain($one['alt']) === self::plain($other['alt']) &&
                        MainImage::likeness($other['image'], $one['image']) > 0);
            }
            if (! $has) {
                return false;
            }
        }

        return $wanted !== [];
    }

    /** @return list<string> */
    private static function keys(string $links): array
    {
        return array_map(
            // Anchors are kept up to 255 characters, with white space as one.
            static fn (array $link): string => $link['url'].
                ' '.
                mb_substr(trim((string) preg_replace('/\s+/u', ' ', $link['text'])), 0, 255),
            self::links($links),
        );
    }

    private static function plain(string $text): string
    {
        return trim(str_replace(["\r\n", "\r"], "\n", $text));
    }
}
