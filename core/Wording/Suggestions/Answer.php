<?php

declare(strict_types=1);

namespace Orchard\Core\Wording\Suggestions;

use InvalidArgumentException;

/** Texts out of what a wording source answered. The answer is a stranger's: only plain lines of text come through. */
final class Answer
{
    /** Bytes of an answer that are read. */
    public const LONGEST = 100_000;

    private const MOST_TEXTS = 20;

    private const LONGEST_TEXT = 1000;

    /** Markup, also as it is written for markup's sake. */
    private const MARKUP = '/<\s*[a-z\/!?]|&(?:lt|#0*60|#x0*3c);|\bjavascript\s*:/iu';

    /** Where a text would lead people: an address, a mail address, a telephone number. */
    private const LEADS_AWAY =
        '~(?:https?:|ftp:)?//|\bwww\.|[\w.+-]+@[\w-]+\.\w|\b[\w-]+\.(?:com|net|org|info|biz|shop|store|io|'.
        'co|de|at|ch|uk|fr|'.
        'example|test)\b|(?<![\d.,])(?:\+\d|0\d)[\d ()/-]{6,}\d~iu';

    /**
     * @return list<string> each once; those that hold markup, an address or signs that no text has are left out
     *
     * @throws InvalidArgumentException where there is no list of texts in it; says what came instead
     */
    public static function texts(string $content): array
    {
        $content = mb_scrub(substr($content, 0, self::LONGEST));
        $given = self::decode($content);
        $list = is_array($given) && array_is_list($given) ? $given : $given['texts'] ?? null;
        if (! is_array($list)) {
            throw new InvalidArgumentException(
                'The source did not answer with a list of texts, but with “'.
                    mb_substr(trim((string) preg_replace('/\s+/u', ' ', $content)), 0, 80).
                    '”.',
            );
        }
        $texts = [];
        foreach (array_slice(array_values($list), 0, self::MOST_TEXTS) as $one) {
            $text = is_string($one) ? self::plain($one) : null;
            $text === null || ($texts[mb_strtolower($text)] ??= $text);
        }

        return array_values($texts);
    }

    /** @return ?array<array-key, mixed> the JSON of an answer, which some sources wrap in words or in a fence */
    private static function decode(string $content): ?array
    {
        $given = json_decode($content, true, 8);
        if (! is_array($given) && preg_match('/\{.*\}|\[.*\]/s', $content, $found) === 1) {
            $given = json_decode($found[0], true, 8);
        }

        return is_array($given) ? $given : null;
    }

    /** @return ?string null where it is not a text that a page can show */
    private static function plain(string $text): ?string
    {
        $text = trim((string) preg_replace('/[\s\x{a0}]+/u', ' ', $text));
        if (preg_match('/^(["“„»\'‘])(.*)(["”“«\'’])$/u', $text, $found) === 1) {
            $text = trim($found[2]);
        }
        $isUsable =
            $text !== '' &&
            mb_strlen($text) <= self::LONGEST_TEXT &&
            preg_match('/[\p{Cc}\p{Co}\p{Cn}\x{200b}-\x{200f}\x{202a}-\x{202e}\x{2060}-\x{206f}]/u', $text) === 0 &&
            preg_match(self::MARKUP, $text) === 0 &&
            preg_match(self::LEADS_AWAY, $text) === 0;

        return $isUsable ? $text : null;
    }
}
