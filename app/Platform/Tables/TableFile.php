<?php

declare(strict_types=1);

namespace App\Platform\Tables;

use DateTimeZone;
use Generator;
use InvalidArgumentException;
use Orchard\Core\Tabular\CharsetGuess;
use Orchard\Core\Tabular\CsvRecord;
use Orchard\Core\Tabular\Dialect;
use Orchard\Core\Tabular\Sniffer;
use Orchard\Core\Text\Encoding;
use ZipArchive;

/**
 * A file of rows as it lies on the disk: CSV or TSV in any usual charset, plain, gzipped or alone in a zip, an XLSX
 * workbook, or a file that can be read as if it were one (FeedRows).
 */
final class TableFile
{
    /** Bytes that are looked at to find out how the file is written. */
    private const SAMPLE = 65536;

    /** Bytes of one record; more is a broken file, such as one with a quote that never closes. */
    private const RECORD_BYTES = 1_000_000;

    private const MOST_COLUMNS = 500;

    private int $offset = 0;

    private ?bool $returns = null;

    /**
     * @param  string  $source  path or stream address that gives the plain bytes
     * @param  ?\Closure(): Generator<int, list<string>>  $read  gives the rows of a file that is no plain table
     * @param  list<string>  $languages  that its texts are probably in
     */
    private function __construct(
        private readonly string $path,
        private readonly string $source,
        private readonly ?\Closure $read,
        private readonly array $languages = [],
    ) {
    }

    /**
     * @param  list<string>  $languages  of the store, by which the charset of a file is recognised that does not name
     *     it
     * @param  ?DateTimeZone  $zone  of the store, whose days times in a log are told in
     *
     * @throws InvalidArgumentException where the file can be no table
     */
    public static function at(string $path, array $languages = [], ?DateTimeZone $zone = null): self
    {
        $start = (string) @file_get_contents($path, length: 8);
        $isZip = str_starts_with($start, "PK\x03\x04");
        $inner = $isZip ? self::innerName($path) : null;

        return match (true) {
            $start === '' => throw new InvalidArgumentException('The file is empty.'),
            str_starts_with($start, '%PDF') => throw new InvalidArgumentException(
                'This is a PDF, whatever its name says; a table is wanted: CSV, TSV or XLSX.',
            ),
            str_starts_with($start, "\xD0\xCF\x11\xE0") => throw new InvalidArgumentException(
                'This is a workbook of the old kind (XLS); save it as XLSX or CSV.',
            ),
            $isZip && $inner === null => new self($path, $path, static fn (): Generator => TableReader::workbook($path)),
            default => self::plain(
                $path,
                match (true) {
                    str_starts_with($start, "\x1F\x8B") => "compress.zlib://$path",
                    $isZip => "zip://$path#$inner",
                    default => $path,
                },
                $languages,
                $zone,
            ),
        };
    }

    /** @param  list<string>  $languages */
    private static function plain(string $path, string $source, array $languages, ?DateTimeZone $zone): self
    {
        return new self($path, $source, FeedRows::of($source, $zone), $languages);
    }

    /**
     * @param  callable(list<string>): int  $columnsKnown  how many cells of a row are names of columns
     *
     * @throws InvalidArgumentException
     */
    public function look(callable $columnsKnown): Dialect
    {
        if ($this->read !== null) {
            $rows = [];
            foreach (($this->read)() as $number => $row) {
                // A workbook leaves empty rows out; its rows keep their numbers.
                while (count($rows) < min(60, $number - 1)) {
                    $rows[] = [];
                }
                if (count($rows) >= 60) {
                    break;
                }
                $rows[] = $row;
            }

            return Sniffer::lookAt($rows, $columnsKnown);
        }
        $start = (string) file_get_contents($this->source, length: self::SAMPLE);
        $charset = Sniffer::charset($start, $this->languages);
        $text = (string) preg_replace(
            '/^\xEF\xBB\xBF/',
            '',
            $charset === 'UTF-8' ? $start : Encoding::labelled($charset)?->decode($start) ?? '',
        );
        if (trim($text) === '') {
            throw new InvalidArgumentException('The file is empty.');
        }

        $text = (string) preg_replace('/^\x{FEFF}/u', '', mb_scrub($text));

        return Sniffer::look(
            str_contains($text, "\n") ? $text : str_replace("\r", "\n", $text),
            $charset,
            $columnsKnown,
        );
    }

    /** Whether a charset that the file does not name was recognised without doubt. */
    public function isSureOfCharset(): bool
    {
        return CharsetGuess::of((string) file_get_contents($this->source, length: self::SAMPLE), $this->languages)
            ->isSure;
    }

    /**
     * Rows by their number from 1, names of columns included; the guard's apostrophes are taken off.
     *
     * @param  int  $fromRow  the first that is wanted
     * @param  int  $fromOffset  what offset() said before that row; 0 reads from the start
     * @return Generator<int, list<string>>
     *
     * @throws InvalidArgumentException with the place in the file
     */
    public function rows(Dialect $dialect, int $fromRow = 1, int $fromOffset = 0): Generator
    {
        if ($this->read !== null) {
            foreach (($this->read)() as $number => $row) {
                if ($number >= $fromRow) {
                    yield $number => $row;
                }
            }

            return;
        }
        $file = @fopen($this->source, 'rb') ?: throw new InvalidArgumentException('The file cannot be opened.');
        try {
            yield from $this->records($file, $dialect, $fromRow, $fromOffset);
        } finally {
            fclose($file);
        }
    }

    /** Where the row behind the last one begins, in bytes; 0 where the file can only be read from its start. */
    public function offset(): int
    {
        return $this->offset;
    }

    /** Bytes of the file, packed as it is. */
    public function bytes(): int
    {
        return (int) filesize($this->path);
    }

    /**
     * @param  resource  $file
     * @return Generator<int, list<string>>
     */
    private function records($file, Dialect $dialect, int $fromRow, int $fromOffset): Generator
    {
        $isPlain = $this->source === $this->path && ! str_starts_with($dialect->charset, 'UTF-16');
        if (str_starts_with($dialect->charset, 'UTF-16')) {
            stream_filter_append($file, 'convert.iconv.'.$dialect->charset.'/UTF-8', STREAM_FILTER_READ);
        }
        $number = 0;
        $at = 0;
        if ($isPlain && $fromOffset > 0) {
            fseek($file, $fromOffset);
            [$number, $at] = [$fromRow - 1, $fromOffset];
        }
        $encoding = $dialect->encoding();
        // Bytes of UTF-16 were brought to UTF-8 on the way in.
        $isUtf8 = $encoding->name === 'utf-8' || str_starts_with($encoding->name, 'utf-16');
        $separator = $dialect->separator === '' ? ',' : $dialect->separator;
        $ending = $this->endsLinesByReturns() ? "\r" : "\n";
        while (($line = self::line($file, $ending)) !== false) {
            $number++;
            // Nearly all lines have no quotation mark, and are read ten times as fast for it.
            $isQuoted = str_contains($line, '"');
            $isOpen = $isQuoted && CsvRecord::isOpen($line, $separator);
            while ($isOpen && strlen($line) <= self::RECORD_BYTES && ($more = self::line($file, $ending)) !== false) {
                $line .= $more;
                $isOpen = substr_count($more, '"') % 2 === 0;
            }
            if (strlen($line) > self::RECORD_BYTES) {
                throw new InvalidArgumentException(
                    "Row $number is longer than ".
                        number_format(self::RECORD_BYTES).
                        ' bytes; probably a quotation mark before it is never closed.',
                );
            }
            $at += strlen($line);
            $this->offset = $isPlain && ! $this->endsLinesByReturns() ? $at : 0;
            if ($number === 1) {
                $line = (string) preg_replace('/^\xEF\xBB\xBF/', '', $line);
            }
            if ($number < $fromRow || trim($line, "\r\n") === '') {
                continue;
            }
            if (! $isUtf8) {
                $line = $encoding->decode($line);
            } elseif (! mb_check_encoding($line, 'UTF-8')) {
                $line = $encoding->name === 'utf-8' ? $encoding->decode($line) : mb_scrub($line, 'UTF-8');
            }
            $row = CsvRecord::cells($line, $separator);
            if (count($row) > self::MOST_COLUMNS) {
                throw new InvalidArgumentException(
                    "Row $number has ".
                        number_format(count($row)).
                        ' columns; at most '.
                        self::MOST_COLUMNS.
                        ' are read.',
                );
            }
            if (str_contains($line, "'")) {
                $row = array_map(FormulaGuard::restore(...), $row);
            }
            yield $number => $row;
        }
    }

    /**
     * @param  resource  $file
     *
     * @phpstan-impure
     */
    private static function line($file, string $ending): string|false
    {
        return $ending === "\n"
            ? fgets($file, self::RECORD_BYTES + 2)
            : stream_get_line($file, self::RECORD_BYTES + 1, $ending);
    }

    private function endsLinesByReturns(): bool
    {
        if ($this->returns === null) {
            $start = (string) file_get_contents($this->source, length: self::SAMPLE);
            $this->returns = ! str_contains($start, "\n") && str_contains($start, "\r");
        }

        return $this->returns;
    }

    /** The only file in a zip that is no workbook; null for a workbook. */
    private static function innerName(string $path): ?string
    {
        $zip = new ZipArchive();
        if ($zip->open($path, ZipArchive::RDONLY) !== true) {
            throw new InvalidArgumentException('The file begins like a zip or XLSX file, but cannot be opened as one.');
        }
        if ($zip->getFromName('mimetype') !== false) {
            throw new InvalidArgumentException('This is an OpenDocument file (ODS); save it as XLSX or CSV.');
        }
        $names = [];
        for ($i = 0; $i < $zip->numFiles; $i++) {
            $name = (string) $zip->getNameIndex($i);
            if ($name === '[Content_Types].xml') {
                return null;
            }
            if (! str_ends_with($name, '/') && ! str_starts_with($name, '__MACOSX')) {
                $names[] = $name;
            }
        }
        if (count($names) !== 1) {
            throw new InvalidArgumentException(
                'The zip holds '.count($names).' files; put in one table at a time.',
            );
        }

        return $names[0];
    }
}
