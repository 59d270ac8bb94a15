<?php

declare(strict_types=1);

namespace Orchard\Core\Tabular;

use Generator;
use InvalidArgumentException;
use Orchard\Core\Text\Encoding;

/**
 * A CSV or TSV file (RFC 4180, and what programs make of it) that is changed cell by cell: quotation marks, line ends,
 * charset, byte order
 * mark and every other cell stay as they are. A new text is quoted where its cell was, or where it has to be.
 */
final readonly class DelimitedTable implements RawTable
{
    private const BOM = "\xEF\xBB\xBF";

    private string $text;

    private string $mark;

    private Encoding $encoding;

    private bool $isWide;

    /**
     * @param  string  $bytes  the whole file
     * @param  non-empty-string  $separator
     * @param  string  $charset  label of an Encoding
     *
     * @throws InvalidArgumentException where there is no such charset
     */
    public function __construct(string $bytes, private string $separator, string $charset)
    {
        $this->encoding = Encoding::labelled($charset) ?? throw new InvalidArgumentException("$charset is no charset.");
        $this->isWide = str_starts_with($this->encoding->name, 'utf-16');
        if ($this->isWide) {
            $mark = substr($bytes, 0, 2);
            $this->mark = $mark === "\xFF\xFE" || $mark === "\xFE\xFF" ? $mark : '';
            $this->text = (string) mb_convert_encoding(
                substr($bytes, strlen($this->mark)),
                'UTF-8',
                strtoupper($this->encoding->name),
            );

            return;
        }
        $this->mark = str_starts_with($bytes, self::BOM) ? self::BOM : '';
        $this->text = $this->mark === '' ? $bytes : substr($bytes, 3);
    }

    public function records(): Generator
    {
        foreach ($this->spans() as $number => [$start, $length]) {
            if ($length === 0) {
                continue;
            }
            yield $number => array_map(
                fn (array $cell): string => $this->decoded($this->valueOf($cell[0], $cell[1])),
                $this->cells($start, $length),
            );
        }
    }

    public function with(array $cells, ?array $only = null, ?array $columns = null): string
    {
        $keep = $only === null ? null : array_fill_keys($only, true);
        $parts = [];
        foreach ($this->spans() as $number => [$start, $length, $end]) {
            if ($keep !== null && ! isset($keep[$number])) {
                continue;
            }
            $new = $cells[$number] ?? [];
            if ($length === 0 || ($new === [] && $columns === null)) {
                $parts[] = substr($this->text, $start, $length + $end);

                continue;
            }
            $raw = [];
            foreach ($this->cells($start, $length) as $column => [$at, $size]) {
                $raw[$column] = isset($new[$column])
                    ? $this->written($new[$column], substr($this->text, $at, $size), $number)
                    : substr($this->text, $at, $size);
            }
            foreach ($new as $column => $text) {
                // A short record may lack its last cells.
                while (count($raw) <= $column) {
                    $raw[] = '';
                }
                $raw[$column] =
                    $raw[$column] === '' && $text !== '' ? $this->written($text, '', $number) : $raw[$column];
            }
            $kept =
                $columns === null ? $raw : array_map(static fn (int $column): string => $raw[$column] ?? '', $columns);
            $parts[] = implode($this->separator, $kept).substr($this->text, $start + $length, $end);
        }
        $bytes = implode('', $parts);

        return $this->mark.
            ($this->isWide ? (string) mb_convert_encoding($bytes, strtoupper($this->encoding->name), 'UTF-8') : $bytes);
    }

    public function lacks(string $text): ?string
    {
        if ($this->isWide || $this->encoding->encode($text) !== null) {
            return null;
        }
        foreach (mb_str_split($text) as $sign) {
            if ($this->encoding->encode($sign) === null) {
                return $sign;
            }
        }

        return $text;
    }

    public function appended(array $records, array $only): string
    {
        $sample = '';
        $ending = "\n";
        foreach ($this->spans() as $number => [$start, $length, $end]) {
            $ending = $end > 0 ? substr($this->text, $start + $length, $end) : $ending;
            if ($number > 1 && $length > 0) {
                [$at, $size] = $this->cells($start, $length)[0];
                $sample = substr($this->text, $at, $size);
                break;
            }
        }
        $kept = $this->with([], $only);
        if ($this->isWide) {
            $kept = (string) mb_convert_encoding(
                substr($kept, strlen($this->mark)),
                'UTF-8',
                strtoupper($this->encoding->name),
            );
        } else {
            $kept = substr($kept, strlen($this->mark));
        }
        $text = $kept === '' || str_ends_with($kept, $ending) ? $kept : $kept.$ending;
        foreach ($records as $i => $record) {
            $text .=
                implode(
                    $this->separator,
                    array_map(fn (string $cell): string => $this->written($cell, $sample, $i + 1), $record),
                ).$ending;
        }

        return $this->mark.
            ($this->isWide ? (string) mb_convert_encoding($text, strtoupper($this->encoding->name), 'UTF-8') : $text);
    }

    /**
     * @return Generator<int, array{int, int, int}> start and length of each record in bytes, and bytes of its line end
     */
    private function spans(): Generator
    {
        $length = strlen($this->text);
        $at = 0;
        $number = 0;
        while ($at < $length) {
            $number++;
            $end = $this->recordEnd($at);
            $ending = match (true) {
                $end >= $length => 0,
                $this->text[$end] === "\r" && ($this->text[$end + 1] ?? '') === "\n" => 2,
                default => 1,
            };
            yield $number => [$at, $end - $at, $ending];
            $at = $end + $ending;
        }
    }

    /** Where the record that begins there ends: at the first line end that is not inside of quotation marks. */
    private function recordEnd(int $at): int
    {
        $length = strlen($this->text);
        $end = $at + strcspn($this->text, "\r\n", $at);
        $mark = strpos($this->text, '"', $at);
        if ($mark === false || $mark >= $end) {
            // Most lines of most files.
            return $end;
        }
        $isCellStart = true;
        while ($at < $length) {
            if ($isCellStart && $this->text[$at] === '"') {
                $at = $this->quoteEnd($at);
                $isCellStart = false;

                continue;
            }
            $step = strcspn($this->text, $this->separator."\r\n", $at);
            $at += $step;
            if ($at >= $length || $this->text[$at] !== $this->separator) {
                return min($at, $length);
            }
            $at++;
            $isCellStart = true;
        }

        return $length;
    }

    /**
     * Where a quoted cell that begins there ends: behind its closing mark; at the end of the file where it has none.
     */
    private function quoteEnd(int $at): int
    {
        $length = strlen($this->text);
        $at++;
        while (($mark = strpos($this->text, '"', $at)) !== false) {
            if (($this->text[$mark + 1] ?? '') !== '"') {
                return $mark + 1;
            }
            $at = $mark + 2;
        }

        return $length;
    }

    /** @return list<array{int, int}> start and length of each cell in bytes, quotation marks included */
    private function cells(int $start, int $length): array
    {
        $end = $start + $length;
        $cells = [];
        $record = substr($this->text, $start, $length);
        if (! str_contains($record, '"')) {
            foreach (explode($this->separator, $record) as $cell) {
                $cells[] = [$start, strlen($cell)];
                $start += strlen($cell) + 1;
            }

            return $cells;
        }
        $at = $start;
        while (true) {
            $begin = $at;
            if ($at < $end && $this->text[$at] === '"') {
                $at = min($end, $this->quoteEnd($at));
            }
            $next = strpos($this->text, $this->separator, $at);
            $stop = $next === false || $next >= $end ? $end : $next;
            $cells[] = [$begin, $stop - $begin];
            if ($stop === $end) {
                return $cells;
            }
            $at = $stop + 1;
        }
    }

    private function valueOf(int $start, int $length): string
    {
        $raw = substr($this->text, $start, $length);
        if (($raw[0] ?? '') !== '"') {
            return $raw;
        }
        $close = strrpos($raw, '"');

        return $close === 0
            ? substr($raw, 1)
            : str_replace('""', '"', substr($raw, 1, (int) $close - 1)).substr($raw, (int) $close + 1);
    }

    /** @throws InvalidArgumentException */
    private function written(string $value, string $before, int $number): string
    {
        $isQuoted =
            ($before[0] ?? '') === '"' ||
            strpbrk($value, "\"\r\n".$this->separator) !== false ||
            $value !== trim($value);
        $text = $isQuoted ? '"'.str_replace('"', '""', $value).'"' : $value;
        if ($this->isWide || $this->encoding->name === 'utf-8') {
            return $text;
        }

        return $this->encoding->encode($text) ??
            throw new InvalidArgumentException(
                "Row $number: the file is written in {$this->encoding->label()}, which has no sign for “{$this->lacks(
                    $value,
                )}”.",
            );
    }

    private function decoded(string $value): string
    {
        return $this->isWide || ($this->encoding->name === 'utf-8' && mb_check_encoding($value, 'UTF-8'))
            ? $value
            : $this->encoding->decode($value);
    }
}
