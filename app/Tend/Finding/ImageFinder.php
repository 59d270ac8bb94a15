<?php

declare(strict_types=1);

namespace App\Tend\Finding;

use App\Stores\Kinds\PageKind;
use App\Tend\Found\FindingType;
use App\Tend\Found\Found;
use Orchard\Core\Wording\AltText;

/**
 * What is wrong with the alt texts and file names of a page's images. An empty alt text says that an image is
 * decoration (HTML Standard, section 4.8.4.4) and is a fault only where a product page has no other.
 */
final class ImageFinder implements PageFinder
{
    /** Pixels up to which an image is there to count visits. */
    private const COUNTER = 2;

    /** Images that are told one by one. */
    private const TOLD = 6;

    /** Names that cameras and screens give: IMG_1234, DSC0001. */
    private const CAMERA =
        '/^(?:img|dsc[nf]?|dscf|image|imag|photo|pic|picture|pxl|p|screenshot|bildschirmfoto|untitled|unbenannt|scan)'.
        '[ _\-]*(?:image)?[ _\-]*\(?\d[\d _\-]*\)?$/i';

    public static function types(): array
    {
        return [
            FindingType::NoAlt,
            FindingType::EmptyAlt,
            FindingType::LongAlt,
            FindingType::StuffedAlt,
            FindingType::ImageName,
        ];
    }

    public function look(SeenPage $page): iterable
    {
        $images = array_values(
            array_filter(
                $page->images(),
                static fn (array $image): bool => ! (
                    ($image['width'] > 0 && $image['width'] <= self::COUNTER) ||
                    ($image['height'] > 0 && $image['height'] <= self::COUNTER)
                ),
            ),
        );
        $without = array_values(array_filter($images, static fn (array $image): bool => $image['alt'] === null));
        $said = array_values(array_filter($images, static fn (array $image): bool => (string) $image['alt'] !== ''));
        if ($without !== []) {
            yield self::found(FindingType::NoAlt, $page, $without, ['of' => count($images)]);
        }
        if ($page->kind === PageKind::Product && $said === [] && count($images) > count($without)) {
            yield self::found(FindingType::EmptyAlt, $page, $images);
        }
        $long = array_values(
            array_filter($said, static fn (array $image): bool => mb_strlen((string) $image['alt']) > AltText::LONGEST),
        );
        if ($long !== []) {
            yield self::found(FindingType::LongAlt, $page, $long);
        }
        $stuffed = array_values(
            array_filter($said, static fn (array $image): bool => AltText::isStuffed((string) $image['alt'])),
        );
        if ($stuffed !== []) {
            yield self::found(FindingType::StuffedAlt, $page, $stuffed);
        }
        $named = array_values(
            array_filter(
                $images,
                static fn (array $image): bool => preg_match(self::CAMERA, self::nameOf($image['src'])) === 1,
            ),
        );
        if ($named !== []) {
            yield self::found(FindingType::ImageName, $page, $named);
        }
    }

    /**
     * @param  non-empty-list<array{src: string, alt: ?string, width: int, height: int}>  $images
     * @param  array<string, int>  $more
     */
    private static function found(FindingType $type, SeenPage $page, array $images, array $more = []): Found
    {
        return new Found(
            $type,
            $page->id,
            ['kind' => $page->kind->value, 'folder' => self::folderOf($images[0]['src'])],
            $more + [
                'images' => array_map(
                    static fn (array $image): array => array_filter(
                        [mb_substr($image['src'], 0, 200), mb_substr((string) $image['alt'], 0, 160)],
                        static fn (string $text): bool => $text !== '',
                    ),
                    array_slice($images, 0, self::TOLD),
                ),
            ],
            count($images),
        );
    }

    /** The name of a file, without its ending and what a theme adds for sizes. */
    private static function nameOf(string $src): string
    {
        $name = rawurldecode(pathinfo((string) parse_url($src, PHP_URL_PATH), PATHINFO_FILENAME));

        return (string) preg_replace('/[ _\-]?\d{2,4}x\d{0,4}$/', '', $name);
    }

    /** Where a file lies, figures left out: images of one sort lie in one folder. */
    public static function folderOf(string $src): string
    {
        if (str_starts_with($src, 'data:')) {
            return 'data:';
        }
        $path = (string) parse_url($src, PHP_URL_PATH);
        $folder = (string) preg_replace('~[^/]*\d[^/]*~', '*', dirname($path === '' ? '/' : $path));

        return mb_substr($folder, 0, 100);
    }
}
