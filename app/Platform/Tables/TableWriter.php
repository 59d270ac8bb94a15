<?php

declare(strict_types=1);

namespace App\Platform\Tables;

use InvalidArgumentException;
use RuntimeException;
use XMLWriter;
use ZipArchive;

/** Writes rows as CSV (RFC 4180), JSON or XLSX, a row at a time. Numbers stay numbers; texts pass the formula guard. */
final class TableWriter
{
    public const FORMATS = [
        'csv' => 'text/csv; charset=utf-8',
        'json' => 'application/json',
        'xlsx' => 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet',
    ];

    /** Rows of a sheet, the header included (ECMA-376). */
    private const MOST_SHEET_ROWS = 1_048_576;

    /**
     * @param  resource  $to
     * @param  bool  $hasMark  whether a CSV file begins with a byte order mark, by which spreadsheets know that it is
     *     UTF-8
     *
     * @throws InvalidArgumentException where there is no such format
     */
    public static function write(string $format, TableRows $table, $to, bool $hasMark = true): void
    {
        match ($format) {
            'csv' => self::csv($table->columns, $table->rows, $to, $hasMark),
            'json' => self::json($table->columns, $table->rows, $to),
            'xlsx' => self::xlsx($table->columns, $table->rows, $to, $table->widths),
            default => throw new InvalidArgumentException(
                "There is no format \"$format\"; csv, json and xlsx there are.",
            ),
        };
    }

    /**
     * @param  list<string>  $columns
     * @param  iterable<list<string|int|float|Formula|null>>  $rows
     * @param  resource  $to
     */
    private static function csv(array $columns, iterable $rows, $to, bool $hasMark): void
    {
        $line = static fn (array $cells): string => implode(
            ',',
            array_map(static function (string|int|float|Formula|null $cell): string {
                $plain = $cell instanceof Formula ? $cell->value : $cell;
                $text = is_string($plain) ? FormulaGuard::neutralise($plain) : (string) $plain;

                return strpbrk($text, ",\"\r\n") === false ? $text : '"'.str_replace('"', '""', $text).'"';
            }, $cells),
        )."\r\n";
        fwrite($to, ($hasMark ? "\xEF\xBB\xBF" : '').$line($columns));
        foreach ($rows as $row) {
            fwrite($to, $line($row));
        }
    }

    /**
     * @param  list<string>  $columns
     * @param  iterable<list<string|int|float|Formula|null>>  $rows
     * @param  resource  $to
     */
    private static function json(array $columns, iterable $rows, $to): void
    {
        $separator = "[\n";
        foreach ($rows as $row) {
            fwrite(
                $to,
                $separator.
                    json_encode(
                        array_combine(
                            $columns,
                            array_map(
                                static fn (
                                    string|int|float|Formula|null $cell,
                                ): string|int|float|null => $cell instanceof Formula ? $cell->value : $cell,
                                $row,
                            ),
                        ),
                        JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES | JSON_THROW_ON_ERROR,
                    ),
            );
            $separator = ",\n";
        }
        fwrite($to, ($separator === "[\n" ? '[' : '')."\n]\n");
    }

    /**
     * @param  list<string>  $columns
     * @param  iterable<list<string|int|float|Formula|null>>  $rows
     * @param  resource  $to
     * @param  list<int>  $widths
     */
    private static function xlsx(array $columns, iterable $rows, $to, array $widths): void
    {
        $sheet = (string) tempnam(sys_get_temp_dir(), 'sheet');
        $file = (string) tempnam(sys_get_temp_dir(), 'xlsx');
        try {
            self::sheet($columns, $rows, $sheet, $widths);
            $zip = new ZipArchive();
            $zip->open($file, ZipArchive::OVERWRITE);
            $type = 'http://schemas.openxmlformats.org/package/2006';
            $office = 'http://schemas.openxmlformats.org/officeDocument/2006/relationships';
            $head = '<?xml version="1.0" encoding="UTF-8" standalone="yes"?>';
            $zip->addFromString(
                '[Content_Types].xml',
                "$head<Types xmlns=\"$type/content-types\"><Default Extension=\"rels\" ContentType=\"application/vnd.openxmlformats-package.relationships+xml\"/><Default Extension=\"xml\" ContentType=\"application/xml\"/><Override PartName=\"/xl/workbook.xml\" ContentType=\"application/vnd.openxmlformats-officedocument.spreadsheetml.sheet.main+xml\"/><Override PartName=\"/xl/worksheets/sheet1.xml\" ContentType=\"application/vnd.openxmlformats-officedocument.spreadsheetml.worksheet+xml\"/></Types>",
            );
            $zip->addFromString(
                '_rels/.rels',
                "$head<Relationships xmlns=\"$type/relationships\"><Relationship Id=\"rId1\" Type=\"$office/officeDocument\" Target=\"xl/workbook.xml\"/></Relationships>",
            );
            $zip->addFromString(
                'xl/workbook.xml',
                "$head<workbook xmlns=\"http://schemas.openxmlformats.org/spreadsheetml/2006/main\" xmlns:r=\"$office\"><sheets><sheet name=\"Texts\" sheetId=\"1\" r:id=\"rId1\"/></sheets></workbook>",
            );
            $zip->addFromString(
                'xl/_rels/workbook.xml.rels',
                "$head<Relationships xmlns=\"$type/relationships\"><Relationship Id=\"rId1\" Type=\"$office/worksheet\" Target=\"worksheets/sheet1.xml\"/></Relationships>",
            );
            $zip->addFile($sheet, 'xl/worksheets/sheet1.xml');
            if (! $zip->close()) {
                throw new RuntimeException('The XLSX file could not be put together.');
            }
            $made = fopen($file, 'rb') ?: throw new RuntimeException('The XLSX file could not be read back.');
            stream_copy_to_stream($made, $to);
            fclose($made);
        } finally {
            @unlink($sheet);
            @unlink($file);
        }
    }

    /**
     * @param  list<string>  $columns
     * @param  iterable<list<string|int|float|Formula|null>>  $rows
     * @param  list<int>  $widths
     */
    private static function sheet(array $columns, iterable $rows, string $file, array $widths): void
    {
        $xml = new XMLWriter();
        $xml->openUri($file);
        $xml->startDocument('1.0', 'UTF-8', 'yes');
        $xml->startElement('worksheet');
        $xml->writeAttribute('xmlns', 'http://schemas.openxmlformats.org/spreadsheetml/2006/main');
        // The names of the columns stay in sight.
        $xml->writeRaw(
            '<sheetViews><sheetView workbookViewId="0"><pane ySplit="1" topLeftCell="A2" activePane="bottomLeft" state="frozen"/></sheetView></sheetViews>',
        );
        $xml->writeRaw(
            '<cols>'.
                implode(
                    '',
                    array_map(
                        static fn (int $at, string $name): string => sprintf(
                            '<col min="%1$d" max="%1$d" width="%2$d" customWidth="1"/>',
                            $at + 1,
                            $widths[$at] ?? max(11, mb_strlen($name) + 3),
                        ),
                        array_keys($columns),
                        $columns,
                    ),
                ).
                '</cols>',
        );
        $xml->startElement('sheetData');
        $number = 0;
        $write = static function (array $cells) use ($xml, &$number): void {
            if (++$number > self::MOST_SHEET_ROWS) {
                throw new RuntimeException(
                    'A sheet holds '.
                        number_format(self::MOST_SHEET_ROWS).
                        ' rows at most. Export as CSV, or filter first.',
                );
            }
            $xml->startElement('row');
            foreach ($cells as $cell) {
                $xml->startElement('c');
                if ($cell instanceof Formula) {
                    is_string($cell->value) && $xml->writeAttribute('t', 'str');
                    $xml->writeElement('f', $cell->formula);
                    $xml->writeElement('v', (string) $cell->value);
                } elseif (is_int($cell) || is_float($cell)) {
                    $xml->writeElement('v', (string) $cell);
                } elseif ($cell !== null && $cell !== '') {
                    $xml->writeAttribute('t', 'inlineStr');
                    $xml->startElement('is');
                    $xml->startElement('t');
                    $xml->writeAttribute('xml:space', 'preserve');
                    $xml->text(
                        (string) preg_replace('/[\x00-\x08\x0b\x0c\x0e-\x1f]/', '', FormulaGuard::neutralise($cell)),
                    );
                    $xml->endElement();
                    $xml->endElement();
                }
                $xml->endElement();
            }
            $xml->endElement();
            if ($number % 1000 === 0) {
                $xml->flush();
            }
        };
        $write($columns);
        foreach ($rows as $row) {
            $write($row);
        }
        $xml->endElement();
        // Rows can be filtered by the names of the columns at once.
        $xml->writeRaw('<autoFilter ref="A1:'.self::letters(count($columns)).$number.'"/>');
        $xml->endElement();
        $xml->flush();
    }

    /** @param  int  $column  from 1 on. @return string A to XFD */
    private static function letters(int $column): string
    {
        return ($column > 26 ? self::letters(intdiv($column - 1, 26)) : '').chr(65 + (($column - 1) % 26));
    }
}
