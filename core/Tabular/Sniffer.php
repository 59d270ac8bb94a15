<?php

declare(strict_types=1);

namespace Orchard\Core\Tabular;

use InvalidArgumentException;

/** Finds out how a file of rows is written from its first bytes. */
final class Sniffer
{
    /** Records that are looked at. */
    private const ROWS = 60;

    /** Fewer bytes than this are a whole file, not a sample of one. */
    private const WHOLE = 60_000;

    /**
     * The charset: by byte order mark, by the place of NULs, UTF-8 where the bytes are valid, else by their letters.
     *
     * @param  list<string>  $languages  that the reader deals in
     *
     * @throws InvalidArgumentException where the bytes are no text
     */
    public static function charset(string $start, array $languages = []): string
    {
        $pairs = substr($start, 0, 2000);
        [$even, $odd] = [0, 0];
        for ($i = 0, $end = strlen($pairs); $i < $end; $i++) {
            if ($pairs[$i] === "\0") {
                $i % 2 === 0 ? $even++ : $odd++;
            }
        }

        return match (true) {
            str_starts_with($start, "\xFF\xFE") => 'UTF-16LE',
            str_starts_with($start, "\xFE\xFF") => 'UTF-16BE',
            $odd > 0.3 * strlen($pairs) && $even === 0 => 'UTF-16LE',
            $even > 0.3 * strlen($pairs) && $odd === 0 => 'UTF-16BE',
            str_contains($start, "\0") => throw new InvalidArgumentException(
                'The file has NUL bytes in it: it is no table of text.',
            ),
            // A character that the end of a sample cuts in two is no sign of another charset.
            mb_check_encoding(
                strlen($start) < self::WHOLE
                    ? $start
                    : (string) preg_replace('/[\xC0-\xFF][\x80-\xBF]{0,3}$/', '', $start),
                'UTF-8',
            ) => 'UTF-8',
            default => CharsetGuess::of($start, $languages)->encoding->label(),
        };
    }

    /**
     * @param  string  $start  the first bytes of the file, in UTF-8
     * @param  callable(list<string>): int  $columnsKnown  how many cells of a row are names of columns
     */
    public static function look(string $start, string $charset, callable $columnsKnown): Dialect
    {
        $best = [',', [], -1.0];
        foreach (array_keys(Dialect::SEPARATORS) as $separator) {
            /** @var non-empty-string $separator */
            $rows = self::records($start, $separator);
            $widths = array_count_values(array_map(count(...), $rows));
            arsort($widths);
            $width = (int) array_key_first($widths);
            // Rows that agree on a number of columns above one; more columns decide between equals.
            $score = $width < 2 ? 0.0 : $widths[$width] / count($rows) + min(50, $width) / 1000;
            if ($score > $best[2]) {
                $best = [$separator, $rows, $score];
            }
        }
        [$separator, $rows] = $best;

        return self::lookAt($rows, $columnsKnown)->with(['separator' => $separator, 'charset' => $charset]);
    }

    /**
     * The same for rows that come apart already, such as those of a workbook.
     *
     * @param  list<list<string>>  $rows
     * @param  callable(list<string>): int  $columnsKnown
     */
    public static function lookAt(array $rows, callable $columnsKnown): Dialect
    {
        $header = self::headerRow($rows, $columnsKnown);
        $cells = array_merge(...array_slice($rows, $header) ?: [[]]);

        return new Dialect(',', 'UTF-8', $header, NumberForm::guess($cells), DateOrder::guess($cells));
    }

    /**
     * @param  non-empty-string  $separator
     * @return list<list<string>>
     */
    private static function records(string $start, string $separator): array
    {
        $rows = [];
        $record = '';
        foreach (preg_split('/(?<=\n)/', $start) ?: [] as $line) {
            $isOpen = $record === '' ? CsvRecord::isOpen($line, $separator) : substr_count($line, '"') % 2 === 0;
            $record .= $line;
            if (! $isOpen && $record !== '') {
                $rows[] = CsvRecord::cells($record, $separator);
                $record = '';
            }
            if (count($rows) === self::ROWS) {
                break;
            }
        }
        // The last one may be cut by the end of the sample.
        if (count($rows) > 2 && count($rows) < self::ROWS && ! str_ends_with($start, "\n")) {
            array_pop($rows);
        }

        return $rows;
    }

    /**
     * @param  list<list<string>>  $rows
     * @param  callable(list<string>): int  $columnsKnown
     */
    private static function headerRow(array $rows, callable $columnsKnown): int
    {
        $best = [0, 0];
        foreach (array_slice($rows, 0, 20) as $i => $row) {
            $known = $columnsKnown($row);
            if ($known > $best[0]) {
                $best = [$known, $i + 1];
            }
        }
        if ($best[0] >= 2 || ($best[0] === 1 && count($rows[0] ?? []) === 1)) {
            return $best[1];
        }
        $isNumber = static fn (string $cell): bool => preg_match('/^\s*[\d.,%\s\-:\/]*\d[\d.,%\s\-:\/]*$/', $cell) === 1;
        $first = array_filter($rows[0] ?? [], $isNumber);
        $second = array_filter($rows[1] ?? [], $isNumber);

        return $first === [] && $second !== [] ? 1 : 0;
    }
}
