<?php

declare(strict_types=1);

namespace Orchard\Core\Markup;

/**
 * The images that a page is about, apart from those of its frame and of other pages that it leads to: the main one,
 * what the page's structured data names, what is called as the page is, and what lies beside one of these under the
 * same name with another number or view ("lamp-2.jpg", "lamp-side.jpg").
 */
final class Gallery
{
    /** Letters of a file name from which two files of one folder belong together by it. */
    private const TELLING = 5;

    /** All but one of ten words: pictures of things that are called alike differ in one word. */
    private const SHARE = 0.9;

    /** Pixels up to which an image is there to count visits. */
    private const COUNTER = 2;

    /**
     * @param  list<array{src: string, alt: ?string, width?: int, height?: int, away?: true}>  $images  in their order
     * @param  array<array-key, mixed>  $social  content by property, such as og:image
     * @param  list<mixed>  $structured  JSON-LD, decoded
     * @param  list<string>  $names  what the page is called: its heading, its title, the words of its address
     * @return list<array{src: string, alt: ?string, isMain: bool}> in the order of the page; one for each address
     */
    public static function of(array $images, array $social, array $structured, array $names): array
    {
        $images = array_values(
            array_filter(
                $images,
                static fn (array $image): bool => $image['src'] !== '' &&
                    ! str_starts_with($image['src'], 'data:') &&
                    ! isset($image['away']) &&
                    ! self::isCounter($image) &&
                    ! MainImage::isSmall($image),
            ),
        );
        $main = MainImage::of($images, $social, $structured, $names);
        $declared = MainImage::declared($social, $structured);
        $roots = [];
        $isOne = [];
        foreach ($images as $nth => $image) {
            $isOne[$nth] =
                ($main !== null && MainImage::likeness($image['src'], $main['src']) > 0) ||
                array_filter(
                    $declared,
                    static fn (string $url): bool => MainImage::likeness($image['src'], $url) > 0,
                ) !== [] ||
                MainImage::isCalledAs($image, $names, self::SHARE);
            if ($isOne[$nth]) {
                $roots[self::root($image['src'])] = true;
            }
        }
        $gallery = [];
        foreach ($images as $nth => $image) {
            $root = self::root($image['src']);
            if ($isOne[$nth] || ($root !== '' && isset($roots[$root]))) {
                $gallery[$image['src']] ??= [
                    'src' => $image['src'],
                    'alt' => $image['alt'],
                    'isMain' => $main !== null && MainImage::likeness($image['src'], $main['src']) > 0,
                ];
            }
        }

        return array_values($gallery);
    }

    /** @return list<string> the words of a file's name, in small letters, without size and format */
    public static function tokens(string $src): array
    {
        return preg_split('/[^\p{L}\p{N}]+/u', MainImage::bareName($src), -1, PREG_SPLIT_NO_EMPTY) ?: [];
    }

    /** @param  array{src: string, alt: ?string, width?: int, height?: int, away?: true}  $image */
    private static function isCounter(array $image): bool
    {
        return ($image['width'] ?? 0) > 0 && ($image['width'] ?? 0) <= self::COUNTER;
    }

    /** Folder and name without the numbers, letters and views at its end; '' where the rest tells nothing. */
    private static function root(string $src): string
    {
        $tokens = self::tokens($src);
        while (
            $tokens !== [] &&
            (preg_match('/^(?:\d+|\p{L})$/u', end($tokens)) === 1 || ImageView::ofToken(end($tokens)) !== null)
        ) {
            array_pop($tokens);
        }
        $name = implode('-', $tokens);

        return preg_match_all('/\p{L}/u', $name) >= self::TELLING
            ? dirname((string) parse_url($src, PHP_URL_PATH)).'/'.$name
            : '';
    }
}
