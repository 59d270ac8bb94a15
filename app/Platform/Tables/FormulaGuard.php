<?php

declare(strict_types=1);

namespace App\Platform\Tables;

/**
 * Keeps a spreadsheet from running a text as a formula: such texts get an apostrophe in front, which is taken off again
 * when the file comes back. Texts that begin with an apostrophe before such a mark get one more, so that every text
 * comes back as it was.
 */
final class FormulaGuard
{
    private const MARKS = "=+\\-@\t\r";

    public static function neutralise(string $text): string
    {
        return preg_match("/^'*[".self::MARKS.']/', $text) === 1 ? "'".$text : $text;
    }

    public static function restore(string $text): string
    {
        return preg_match("/^'+[".self::MARKS.']/', $text) === 1 ? substr($text, 1) : $text;
    }
}
