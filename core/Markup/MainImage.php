<?php

declare(strict_types=1);

namespace Orchard\Core\Markup;

/**
 * Finds the image that a page is about: the one among its images that its Open Graph tags or structured data name,
 * however the theme cuts it to size; else the first that is large enough and is called as the page is.
 */
final class MainImage
{
    /** Declared sides in px below which an image is a mark or a button. */
    private const SMALL = 100;

    /** Characters from which a word, or a path, tells one thing from another. */
    private const TELLING = 4;

    /** Names that many pictures have. */
    private const GENERIC = '/^(?:img|image|pic|picture|photo|main|default|dsc|file|thumb|cover|front)s?[ _\-]?\d*$/';

    /** How sizes and densities are written into file names: lamp-800x600, lamp_800x, lamp@2x, lamp_large. */
    private const SIZE =
        '/(?:[ _\-.]?\d{2,4}x\d{0,4}|[ _\-.]x\d{2,4}|[ _\-.]\d{2,4}w|@\d(?:\.\d)?x|'.
        '[_\-](?:small|medium|large|grande|compact|thumb|thumbnail|scaled|full|original))+$/i';

    /**
     * @param  list<array{src: string, alt: ?string, width?: int, height?: int, away?: true}>  $images  in their order
     * @param  array<array-key, mixed>  $social  content by property, such as og:image
     * @param  list<mixed>  $structured  JSON-LD, decoded
     * @param  list<string>  $names  what the page is called: its heading, its title, the words of its address
     * @return ?array{src: string, alt: ?string} null where none of them can be told to be it
     */
    public static function of(array $images, array $social, array $structured, array $names): ?array
    {
        $found = null;
        $best = 0;
        foreach (self::declared($social, $structured) as $url) {
            foreach ($images as $image) {
                $likeness = self::likeness($image['src'], $url);
                if ($likeness > $best) {
                    [$found, $best] = [$image, $likeness];
                }
            }
        }

        return self::told($found ?? self::calledAs($images, $names));
    }

    /**
     * @param  array<array-key, mixed>  $social
     * @param  list<mixed>  $structured
     * @return list<string> addresses of pictures that the page names for itself
     */
    public static function declared(array $social, array $structured): array
    {
        $given = [
            ...self::named($structured, 0),
            ...array_map(static fn (string $property): mixed => $social[$property] ?? '', [
                'og:image',
                'og:image:url',
                'twitter:image',
            ]),
        ];

        return array_values(
            array_unique(array_filter($given, static fn (mixed $url): bool => is_string($url) && trim($url) !== '')),
        );
    }

    /**
     * Whether file name and alt text have the words of one of the page's names. One word in common is also had by the
     * picture of another page that this one leads to.
     *
     * @param  array{src: string, alt: ?string, width?: int, height?: int, away?: true}  $image
     * @param  list<string>  $names
     * @param  float  $share  of the telling words that there have to be more of
     */
    public static function isCalledAs(array $image, array $names, float $share): bool
    {
        $called = self::words(basename(self::path($image['src'])).' '.$image['alt']);
        foreach (array_filter(array_map(self::words(...), $names)) as $words) {
            $shared = count(array_intersect($words, $called));
            if ($shared >= 2 && $shared > $share * count($words)) {
                return true;
            }
        }

        return false;
    }

    /** The name of a file in small letters, without its format and what tells its size. */
    public static function bareName(string $src): string
    {
        return self::bare(self::path($src));
    }

    /**
     * How surely two addresses show one picture: 4 the same address, 3 the same path, 2 one is within the other, as
     * services that cut pictures to size write it, 1 the same file name but for sizes and the format; else 0.
     */
    public static function likeness(string $one, string $other): int
    {
        if ($one === $other) {
            return 4;
        }
        [$path, $otherPath] = [self::path($one), self::path($other)];
        $isTelling = strlen($otherPath) > self::TELLING && pathinfo($otherPath, PATHINFO_EXTENSION) !== 'php';

        return match (true) {
            $isTelling && $path === $otherPath => 3,
            $isTelling && str_contains(rawurldecode($one), $otherPath) => 2,
            self::stem($path) !== '' && self::stem($path) === self::stem($otherPath) => 1,
            default => 0,
        };
    }

    private static function bare(string $path): string
    {
        return mb_strtolower((string) preg_replace(self::SIZE, '', pathinfo($path, PATHINFO_FILENAME)));
    }

    private static function path(string $url): string
    {
        return rawurldecode((string) parse_url($url, PHP_URL_PATH));
    }

    /** The file's name without size and format; empty where it tells nothing, such as "1" or "image". */
    private static function stem(string $path): string
    {
        $stem = self::bare($path);
        $isTelling = preg_match('/\p{L}{3}|\d{5}/u', $stem) === 1 && preg_match(self::GENERIC, $stem) === 0;

        return $isTelling ? $stem : '';
    }

    /**
     * The pictures that structured data names: of the first product, article, recipe or list that has one.
     *
     * @return list<string>
     */
    private static function named(mixed $node, int $depth): array
    {
        if (! is_array($node) || $depth > 6) {
            return [];
        }
        if (array_is_list($node)) {
            return array_merge(
                ...array_map(
                    static fn (mixed $part): array => self::named($part, $depth + 1),
                    array_slice($node, 0, 50),
                ),
            );
        }
        $types = array_map(
            static fn (mixed $type): string => is_string($type) ? basename(str_replace('#', '/', $type)) : '',
            (array) ($node['@type'] ?? []),
        );
        if (isset($node['@graph'])) {
            return self::named($node['@graph'], $depth + 1);
        }

        return array_intersect($types, [
            'Product',
            'ProductGroup',
            'Article',
            'BlogPosting',
            'NewsArticle',
            'Recipe',
        ]) === []
            ? []
            : self::urls($node['image'] ?? null);
    }

    /** @return list<string> */
    private static function urls(mixed $image): array
    {
        return match (true) {
            is_string($image) => [$image],
            ! is_array($image) => [],
            array_is_list($image) => array_merge(...array_map(self::urls(...), array_slice($image, 0, 20))),
            default => array_values(
                array_filter(
                    [$image['url'] ?? null, $image['contentUrl'] ?? null, $image['@id'] ?? null],
                    is_string(...),
                ),
            ),
        };
    }

    /**
     * The first image whose file name and alt text have most words of the page's name.
     *
     * @param  list<array{src: string, alt: ?string, width?: int, height?: int, away?: true}>  $images
     * @param  list<string>  $names
     * @return ?array{src: string, alt: ?string}
     */
    private static function calledAs(array $images, array $names): ?array
    {
        foreach ($names as $name) {
            foreach ($images as $image) {
                if (
                    self::isCalledAs($image, [$name], 0.5) &&
                    ! self::isSmall($image) &&
                    ! isset($image['away']) &&
                    ! str_starts_with($image['src'], 'data:')
                ) {
                    return $image;
                }
            }
        }

        return null;
    }

    /** @param  array{src: string, alt: ?string, width?: int, height?: int, away?: true}  $image */
    public static function isSmall(array $image): bool
    {
        [$width, $height] = [$image['width'] ?? 0, $image['height'] ?? 0];

        return min($width, $height) > 0 && max($width, $height) < self::SMALL;
    }

    /** @return list<string> telling words in small letters */
    private static function words(string $text): array
    {
        return array_values(
            array_filter(
                preg_split('/[^\p{L}\p{N}]+/u', mb_strtolower($text), -1, PREG_SPLIT_NO_EMPTY) ?: [],
                static fn (string $word): bool => mb_strlen($word) >= self::TELLING,
            ),
        );
    }

    /**
     * @param  ?array{src: string, alt: ?string}  $image
     * @return ?array{src: string, alt: ?string}
     */
    private static function told(?array $image): ?array
    {
        return $image === null ? null : ['src' => $image['src'], 'alt' => $image['alt']];
    }
}
