<?php

declare(strict_types=1);

namespace Orchard\Core\Text;

use Normalizer;

/**
 * Measures texts in pixels and lays them out in slots, as a browser would with the table's font.
 *
 * Width = (sum of advances + kerning) x size / units per em. Layout is greedy line filling: lines break after
 * spaces and hyphens and between ideographs (no full UAX 14); a word wider than the line breaks anywhere; spaces at
 * the end of a line hang. A text that needs more lines than the slot has loses graphemes (UAX 29) from the last line
 * until "…" fits. White space counts as one space, as HTML shows it. Cost is linear in the text's length.
 *
 * Texts are composed canonically first (NFC), as fonts draw them, and pairs with a space are kerned, as a page lays
 * them out (a canvas does not: measured in Chromium). A space belongs to the script in front of it: where another
 * script begins behind it, the two are shaped apart, and not kerned.
 */
final class Ruler
{
    private const ELLIPSIS = '…';

    public function __construct(private readonly WidthTable $table)
    {
    }

    /** Width in pixels at a font size in pixels. */
    public function pixels(string $text, float $fontSize): float
    {
        return ($this->units(self::composed($text)) * $fontSize) / $this->table->unitsPerEm;
    }

    /** Length in graphemes: what a person counts as characters. */
    public static function characters(string $text): int
    {
        $text = self::collapse($text);

        return strlen($text) === mb_strlen($text) ? strlen($text) : (int) preg_match_all('/\X/u', $text);
    }

    public function fit(string $text, Slot $slot): FittedText
    {
        $text = self::composed($text);
        $limit = ($slot->lineWidth * $this->table->unitsPerEm) / $slot->fontSize;
        if ($slot->lines === 1 && $this->units($text) <= $limit) {
            return new FittedText([$text], '', 0.0);
        }
        $lines = $this->breakInto($text, $limit);
        if (count($lines) <= $slot->lines) {
            return new FittedText(array_map(rtrim(...), $lines), '', 0.0);
        }
        $shown = array_slice($lines, 0, $slot->lines);
        $last = rtrim($shown[$slot->lines - 1]);
        $graphemes = self::graphemes($last);
        while ($graphemes !== [] && $this->units(implode('', $graphemes).self::ELLIPSIS) > $limit) {
            array_pop($graphemes);
        }
        $kept = implode('', $graphemes);
        $before = implode('', array_slice($shown, 0, -1));
        $lost = substr($text, strlen($before) + strlen($kept));
        $shown[$slot->lines - 1] = $kept.self::ELLIPSIS;

        return new FittedText(
            array_values(array_map(rtrim(...), $shown)),
            ltrim($lost),
            $this->pixels($lost, $slot->fontSize),
        );
    }

    /** Whether the table's font draws every character of the text, so that its width is exact. */
    public function isExact(string $text): bool
    {
        foreach (mb_str_split(self::composed($text)) as $character) {
            if (! $this->table->draws((int) mb_ord($character))) {
                return false;
            }
        }

        return true;
    }

    public static function collapse(string $text): string
    {
        return trim((string) preg_replace('/[ \t\r\n\f]+/', ' ', mb_scrub($text)), ' ');
    }

    /** As it is drawn: white space as HTML shows it, letters and their accents in one. */
    private static function composed(string $text): string
    {
        return (string) Normalizer::normalize(self::collapse($text), Normalizer::FORM_C);
    }

    /** @return list<string> lines that joined give the text again */
    private function breakInto(string $text, float $limit): array
    {
        $lines = [];
        $line = '';
        $units = 0;
        $last = 0;
        $script = 0;
        foreach (self::chunks($text) as $chunk) {
            $points = self::points($chunk);
            // Spaces at the end of a line hang.
            if ($units + $this->unitsOf(self::points(rtrim($chunk)), $last, $script) <= $limit) {
                $line .= $chunk;
                $units += $this->unitsOf($points, $last, $script);
                $script = self::scriptBehind($points, $script);
                $last = $points[count($points) - 1];

                continue;
            }
            if ($line !== '') {
                $lines[] = $line;
            }
            while ($this->units(rtrim($chunk)) > $limit) {
                $head = $this->widestHead($chunk, $limit);
                $lines[] = $head;
                $chunk = substr($chunk, strlen($head));
            }
            $line = $chunk;
            $points = self::points($chunk);
            $units = $this->unitsOf($points, 0);
            $last = $points === [] ? 0 : $points[count($points) - 1];
            $script = self::scriptBehind($points, 0);
        }
        if ($line !== '' || $lines === []) {
            $lines[] = $line;
        }

        return $lines;
    }

    /** The longest run of graphemes from the start that fits; one grapheme at least, so that layout always ends. */
    private function widestHead(string $text, float $limit): string
    {
        $head = '';
        foreach (self::graphemes($text) as $grapheme) {
            if ($head !== '' && $this->units($head.$grapheme) > $limit) {
                break;
            }
            $head .= $grapheme;
        }

        return $head;
    }

    /** @return list<string> the pieces between which a line may break */
    private static function chunks(string $text): array
    {
        return preg_split(
            '/(?<= )(?! )|(?<=[\-\x{2010}\x{2013}\x{2014}])(?=[^\s\d])|(?<=[\p{Han}\p{Hiragana}\p{Katakana}])(?=[\p{Han}\p{Hiragana}\p{Katakana}])/u',
            $text,
            -1,
            PREG_SPLIT_NO_EMPTY,
        ) ?:
            [];
    }

    /** @return list<string> */
    private static function graphemes(string $text): array
    {
        preg_match_all('/\X/u', $text, $found);

        return $found[0];
    }

    private function units(string $text): int
    {
        return $this->unitsOf(self::points($text), 0);
    }

    /**
     * @param  list<int>  $points
     * @param  int  $left  the code point in front of them; 0 for none
     * @param  int  $script  of the letters in front of them; 0 for none
     */
    private function unitsOf(array $points, int $left, int $script = 0): int
    {
        $sum = 0;
        foreach ($points as $point) {
            $next = self::scriptOf($point);
            $isApart = $left === 0x20 && $next !== 0 && $script !== 0 && $next !== $script;
            $sum += $this->table->advance($point) + ($isApart ? 0 : $this->table->kerning($left, $point));
            $left = $point;
            $script = $next === 0 ? $script : $next;
        }

        return $sum;
    }

    /**
     * @param  list<int>  $points
     * @param  int  $script  of what stands in front of them
     */
    private static function scriptBehind(array $points, int $script): int
    {
        foreach ($points as $point) {
            $script = self::scriptOf($point) ?: $script;
        }

        return $script;
    }

    /** 1 Latin, 2 Greek, 3 Cyrillic, by blocks; 0 for signs, digits and all that has no pair with a space. */
    private static function scriptOf(int $point): int
    {
        return match (true) {
            $point < 0x41 => 0,
            $point < 0x250 => ($point >= 0x61 && $point <= 0x7A) || $point <= 0x5A || $point >= 0xC0 ? 1 : 0,
            $point >= 0x370 && $point < 0x400 => 2,
            $point >= 0x400 && $point < 0x530 => 3,
            $point >= 0x1E00 && $point < 0x1F00 => 1,
            $point >= 0x1F00 && $point < 0x2000 => 2,
            default => 0,
        };
    }

    /** @return list<int> code points */
    private static function points(string $text): array
    {
        return $text === ''
            ? []
            : array_values((array) unpack('N*', (string) mb_convert_encoding($text, 'UTF-32BE', 'UTF-8')));
    }
}
