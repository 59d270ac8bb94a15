<?php

declare(strict_types=1);

namespace Orchard\Core\Wording;

use Orchard\Core\Markup\Gallery;
use Orchard\Core\Markup\ImageView;

/**
 * Proposes alt texts for the images of a thing: its name, the variant and the view that the file's name tells, and a
 * number where pictures would be called the same. What is called well already stays as it is.
 */
final readonly class ImageAlts
{
    /**
     * @param  string  $name  of the thing, as people call it
     * @param  string  $language  two letters of ISO 639-1
     * @param  list<string>  $variants  what it comes in: colours, finishes, sizes
     */
    public function __construct(private string $name, private string $language, private array $variants = [])
    {
    }

    /**
     * @param  list<array{src: string, alt: ?string, isMain: bool}>  $images  as Gallery has them
     * @return array<string, string> the texts of those that need another one than they have, by address; none of the
     *     main image, whose text is written by people or a recipe
     */
    public function propose(array $images): array
    {
        $taken = [$this->key($this->name) => true];
        $times = [];
        foreach ($images as $image) {
            $key = $this->key((string) $image['alt']);
            $taken[$key] = true;
            $times[$key] = ($times[$key] ?? 0) + 1;
        }
        $proposed = [];
        foreach ($images as $nth => $image) {
            $isShared = ($times[$this->key((string) $image['alt'])] ?? 0) > 1;
            if ($image['isMain'] || (! AltText::isPoor($image['alt']) && ! $isShared) || trim($this->name) === '') {
                continue;
            }
            $named = $this->named($image['src']);
            $alt = $named ?? '';
            for ($number = $nth + 1; $alt === '' || isset($taken[$this->key($alt)]); $number++) {
                $alt = $this->fitted($named ?? $this->name, ImageView::numbered($number, $this->language));
            }
            $taken[$this->key($alt)] = true;
            $proposed[$image['src']] = $alt;
        }

        return $proposed;
    }

    /** What the file's name tells; null where it tells nothing that the thing's own name does not. */
    private function named(string $src): ?string
    {
        $own = self::tokensOf($this->name);
        $tokens = Gallery::tokens($src);
        $variant = $this->variantIn($tokens, $own);
        $view = '';
        foreach (array_diff($tokens, $own, self::tokensOf($variant)) as $token) {
            $view = $view === '' ? ImageView::ofToken($token)?->words($this->language) ?? '' : $view;
        }

        return $variant === '' && $view === '' ? null : $this->fitted($this->name, $variant, $view);
    }

    /**
     * The variant most of whose words the file's name has; '' where there is none that the thing's name does not have.
     *
     * @param  list<string>  $tokens
     * @param  list<string>  $own
     */
    private function variantIn(array $tokens, array $own): string
    {
        $found = '';
        foreach ($this->variants as $variant) {
            $words = self::tokensOf($variant);
            if (
                $words !== [] &&
                array_diff($words, $tokens) === [] &&
                array_diff($words, $own) !== [] &&
                mb_strlen($variant) > mb_strlen($found)
            ) {
                $found = $variant;
            }
        }

        return $found;
    }

    /** Parts by commas; where that is too long the name gives way at a word, then what tells pictures apart. */
    private function fitted(string $name, string ...$parts): string
    {
        $behind = implode('', array_map(static fn (string $part): string => $part === '' ? '' : ", $part", $parts));
        $room = max(20, AltText::LONGEST - mb_strlen($behind));
        if (mb_strlen($name) > $room) {
            $name = (string) preg_replace('/[\s,;:–—-]+\S*$/u', '', mb_substr($name, 0, $room + 1));
            $name = mb_substr($name, 0, $room);
        }

        return mb_substr($name.$behind, 0, AltText::LONGEST);
    }

    private function key(string $alt): string
    {
        return mb_strtolower(trim((string) preg_replace('/\s+/u', ' ', $alt)));
    }

    /** @return list<string> */
    private static function tokensOf(string $text): array
    {
        return preg_split('/[^\p{L}\p{N}]+/u', mb_strtolower($text), -1, PREG_SPLIT_NO_EMPTY) ?: [];
    }
}
