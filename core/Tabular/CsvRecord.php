<?php

declare(strict_types=1);

namespace Orchard\Core\Tabular;

/**
 * One record of separated values (RFC 4180, any separator). Quotation marks inside a cell that does not begin with one
 * stand for themselves, as in 5" tall.
 */
final class CsvRecord
{
    /** Whether a cell is still open at the end of the line, so that the record goes on on the next one. */
    public static function isOpen(string $line, string $separator): bool
    {
        if (substr_count($line, '"') % 2 === 0) {
            return false;
        }
        $s = preg_quote($separator, '~');

        return preg_match(
            "~^(?:(?:\"(?:[^\"]++|\"\")*+\"[^$s\r\n]*+|[^\"$s\r\n][^$s\r\n]*+|)(?:$s|\r?\n?$))+$~D",
            $line,
        ) !== 1;
    }

    /**
     * @param  string  $record  with or without the end of its last line
     * @param  non-empty-string  $separator
     * @return non-empty-list<string>
     */
    public static function cells(string $record, string $separator): array
    {
        if (! str_contains($record, '"')) {
            return explode($separator, rtrim($record, "\r\n")); // Ten times as fast, and nearly all records are such.
        }
        $s = preg_quote($separator, '~');
        $record = (string) preg_replace('/\r?\n$/D', '', $record);
        if (
            preg_match_all(
                "~\\G(?:\"((?:[^\"]++|\"\")*+)\"|((?!\")[^$s]*+))(?:$s|$)~D",
                $record,
                $found,
                PREG_SET_ORDER,
            ) > 0 &&
            strlen(implode('', array_column($found, 0))) === strlen($record)
        ) {
            $cells = [];
            foreach ($found as $cell) {
                $cells[] = $cell[2] ?? str_replace('""', '"', $cell[1]);
            }
            // Behind the last cell the pattern finds an empty one more, unless the record ends with a separator.
            if (
                ! str_ends_with(
                    $found[count($found) - 1][0] === '' && count($found) > 1
                        ? $found[count($found) - 2][0]
                        : $separator,
                    $separator,
                )
            ) {
                array_pop($cells);
            }

            return $cells === [] ? [''] : $cells;
        }

        return array_map(strval(...), str_getcsv($record, $separator, '"', ''));
    }
}
