<?php

declare(strict_types=1);

namespace Orchard\Core\Wording\Suggestions;

/** What suggested texts are to be like, whatever page they are for. */
final readonly class Style
{
    /** Words or phrases of each list. */
    public const MOST_WORDS = 20;

    public const LONGEST_WORD = 60;

    /**
     * @param  list<string>  $use  words that are to stand in each text
     * @param  list<string>  $avoid  words that are to stand in none
     */
    public function __construct(
        public Tone $tone = Tone::Plain,
        public bool $isShort = false,
        public array $use = [],
        public array $avoid = [],
    ) {
    }

    /** @return list<string> words of a line, by commas */
    public static function words(string $line): array
    {
        $words = array_map(
            static fn (string $word): string => mb_substr(trim($word), 0, self::LONGEST_WORD),
            preg_split('/[,;\n]/u', $line) ?: [],
        );

        return array_slice(
            array_values(array_unique(array_filter($words, static fn ($one) => $one !== ''))),
            0,
            self::MOST_WORDS,
        );
    }

    /** Whether a text has none of the words that are to be avoided, and each of those that are to be used. */
    public function isMetBy(string $text): bool
    {
        foreach ($this->avoid as $word) {
            if (self::holds($text, $word)) {
                return false;
            }
        }
        foreach ($this->use as $word) {
            if (! self::holds($text, $word)) {
                return false;
            }
        }

        return true;
    }

    private static function holds(string $text, string $word): bool
    {
        return preg_match('/(?<![\pL\pN])'.preg_quote($word, '/').'(?![\pL\pN])/iu', $text) === 1;
    }
}
