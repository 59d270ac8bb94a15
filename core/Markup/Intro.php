<?php

declare(strict_types=1);

namespace Orchard\Core\Markup;

use Orchard\Core\Text\Words;

/**
 * Finds the sentences with which a page begins, below its main heading: what a shop calls the intro, or the text on
 * top, of a collection. Themes put counts, filters and prices around it, which are no sentences.
 */
final class Intro
{
    /** Lines below the heading in which it begins, if there is one. */
    private const REACH = 12;

    private const FEWEST_WORDS = 6;

    /** Characters that are kept of it. */
    private const LONGEST = 5000;

    /**
     * @param  string  $text  of the page's main part, line by line
     * @param  list<string>  $headings  its H1s
     * @return string its lines; empty where the page begins with none
     */
    public static function of(string $text, array $headings): string
    {
        $lines = $text === '' ? [] : explode("\n", $text);
        $begin = 0;
        foreach ($lines as $nth => $line) {
            if (in_array(trim($line), array_map(trim(...), $headings), true)) {
                $begin = $nth + 1;
                break;
            }
        }
        $intro = [];
        foreach (array_slice($lines, $begin) as $nth => $line) {
            if (self::isProse($line)) {
                $intro[] = trim($line);
            } elseif ($intro !== [] || $nth >= self::REACH) {
                break;
            }
        }

        return mb_substr(implode("\n", $intro), 0, self::LONGEST);
    }

    private static function isProse(string $line): bool
    {
        $line = trim($line);

        // Filters and orders are long lines, too, but no sentence ends in them.
        return Words::count($line) >= self::FEWEST_WORDS &&
            preg_match('/[\p{L}\p{N})”"’»][.!?…][”"’»)]?(?:\s|$)/u', $line) === 1;
    }
}
