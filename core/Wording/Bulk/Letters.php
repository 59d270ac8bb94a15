<?php

declare(strict_types=1);

namespace Orchard\Core\Wording\Bulk;

use Transliterator;

/** Capital and small letters, as the page's language has them. */
final readonly class Letters implements TextChange
{
    /** Words that stay small within an English title. */
    private const SMALL = [
        'a', 'an', 'and', 'as', 'at', 'but', 'by', 'for', 'from', 'in', 'of', 'on', 'or', 'the', 'to', 'with',
    ];

    /**
     * @param  string  $how  small (all of them), sentence (the first letter), title (every main word), or
     *                      calm (words in capitals alone)
     */
    public function __construct(private string $how)
    {
    }

    public function apply(PageText $page): string
    {
        return match ($this->how) {
            'small' => self::lower($page->text, $page->language),
            'title' => $this->title($page->text, $page->language),
            'calm' => $this->calm($page->text, $page->language),
            default => self::first($this->calm($page->text, $page->language), $page->language),
        };
    }

    private function title(string $text, string $language): string
    {
        // Other languages than English write titles as sentences.
        if ($language !== 'en') {
            return self::first($this->calm($text, $language), $language);
        }
        $isFirst = true;

        return (string) preg_replace_callback(
            '~[\p{L}\p{N}][\p{L}\p{N}’\']*~u',
            static function (array $found) use (&$isFirst, $language): string {
                $word = $found[0];
                $isSmall = ! $isFirst && in_array(mb_strtolower($word), self::SMALL, true);
                $isFirst = false;

                return match (true) {
                    $isSmall => mb_strtolower($word),
                    // LED, E27 and the like stay as they are.
                    preg_match('~\p{Lu}.*\p{Lu}|\p{N}~u', $word) === 1 => $word,
                    default => self::first($word, $language),
                };
            },
            $text,
        );
    }

    /**
     * Words of more than four letters in capitals become small, but for their first letter where it begins the text.
     */
    private function calm(string $text, string $language): string
    {
        return (string) preg_replace_callback(
            '~\b\p{Lu}{5,}\b~u',
            static fn (array $found): string => self::lower($found[0], $language),
            $text,
        );
    }

    private static function first(string $text, string $language): string
    {
        $first = mb_substr($text, 0, 1);

        return self::convert($first, $language, 'Upper').mb_substr($text, 1);
    }

    private static function lower(string $text, string $language): string
    {
        return self::convert($text, $language, 'Lower');
    }

    /** Turkish and Azeri have an i with and one without its dot; the other languages share their rules. */
    private static function convert(string $text, string $language, string $case): string
    {
        $rules = in_array($language, ['tr', 'az', 'lt', 'el', 'nl'], true) ? "$language-$case" : "Any-$case";
        $converted = Transliterator::create($rules)?->transliterate($text);

        return is_string($converted) ? $converted : ($case === 'Upper' ? mb_strtoupper($text) : mb_strtolower($text));
    }
}
