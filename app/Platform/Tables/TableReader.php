<?php

declare(strict_types=1);

namespace App\Platform\Tables;

use Generator;
use InvalidArgumentException;
use XMLReader;
use ZipArchive;

/** Reads the rows of a CSV, TSV or XLSX file, one at a time; the guard's apostrophes are taken off. */
final class TableReader
{
    /** Bytes that a part of a zipped file may unpack to. */
    private const MOST_UNPACKED = 500_000_000;

    /**
     * @return Generator<int, list<string>> by line or row number from 1, the header row included
     *
     * @throws InvalidArgumentException with the place in the file
     */
    public static function read(string $path): Generator
    {
        $file = TableFile::at($path);

        return $file->rows($file->look(static fn (): int => 0));
    }

    /**
     * The rows of a workbook's first sheet.
     *
     * @return Generator<int, list<string>> by row number
     *
     * @throws InvalidArgumentException
     */
    public static function workbook(string $path): Generator
    {
        $zip = new ZipArchive();
        if ($zip->open($path, ZipArchive::RDONLY) !== true) {
            throw new InvalidArgumentException('The file begins like an XLSX file, but cannot be opened as one.');
        }
        $sheet = self::firstSheet($zip);
        foreach ([$sheet, 'xl/sharedStrings.xml'] as $part) {
            if (($zip->statName($part)['size'] ?? 0) > self::MOST_UNPACKED) {
                throw new InvalidArgumentException(
                    'The workbook unpacks to more than '.number_format(self::MOST_UNPACKED).' bytes.',
                );
            }
        }
        $shared = $zip->locateName('xl/sharedStrings.xml') === false ? [] : self::sharedTexts($path);
        $xml = new XMLReader();
        if (! @$xml->open("zip://$path#$sheet", null, LIBXML_NONET | LIBXML_COMPACT)) {
            throw new InvalidArgumentException('The workbook has no sheet that can be read.');
        }
        $number = 0;
        while (@$xml->read()) {
            if ($xml->nodeType !== XMLReader::ELEMENT || $xml->localName !== 'row') {
                continue;
            }
            $number = (int) $xml->getAttribute('r') ?: $number + 1;
            $cells = self::cells($xml, $shared);
            if ($cells !== []) {
                yield $number => $cells;
            }
        }
        $xml->close();
        $zip->close();
    }

    /** @throws InvalidArgumentException where the file is no workbook */
    public static function firstSheet(ZipArchive $zip): string
    {
        foreach (['xl/worksheets/sheet1.xml', 'xl/worksheets/sheet.xml'] as $usual) {
            if ($zip->locateName($usual) !== false) {
                return $usual;
            }
        }
        for ($i = 0; $i < $zip->numFiles; $i++) {
            $name = (string) $zip->getNameIndex($i);
            if (preg_match('~^xl/worksheets/[^/]+\.xml$~', $name) === 1) {
                return $name;
            }
        }
        throw new InvalidArgumentException('The workbook has no sheet.');
    }

    /** @return list<string> */
    private static function sharedTexts(string $path): array
    {
        $texts = [];
        $xml = new XMLReader();
        @$xml->open("zip://$path#xl/sharedStrings.xml", null, LIBXML_NONET | LIBXML_COMPACT);
        while (@$xml->read()) {
            if ($xml->nodeType === XMLReader::ELEMENT && $xml->localName === 'si') {
                $texts[] = self::textOf($xml->readOuterXml());
            }
        }
        $xml->close();

        return $texts;
    }

    /**
     * @param  list<string>  $shared
     * @return list<string>
     */
    private static function cells(XMLReader $xml, array $shared): array
    {
        $row = simplexml_load_string($xml->readOuterXml(), options: LIBXML_NONET);
        $cells = [];
        foreach ($row === false ? [] : $row->c ?? [] as $cell) {
            $at =
                preg_match('/^([A-Z]+)/', (string) $cell['r'], $found) === 1 ? self::column($found[1]) : count($cells);
            $text = match ((string) $cell['t']) {
                's' => $shared[(int) $cell->v] ?? '',
                'inlineStr' => self::textOf((string) $cell->is->asXML()),
                default => (string) $cell->v,
            };
            if ($at < 200) {
                $cells[$at] = FormulaGuard::restore($text);
            }
        }
        if ($cells === []) {
            return [];
        }
        $whole = array_fill(0, max(array_keys($cells)) + 1, '');

        return array_values(array_replace($whole, $cells));
    }

    private static function textOf(string $xml): string
    {
        preg_match_all(
            '~<(?:\w+:)?t(?:\s[^>]*)?>(.*?)</(?:\w+:)?t>~s',
            (string) preg_replace('~<(?:\w+:)?rPh.*?</(?:\w+:)?rPh>~s', '', $xml),
            $found,
        );

        return html_entity_decode(implode('', $found[1]), ENT_QUOTES | ENT_XML1, 'UTF-8');
    }

    private static function column(string $letters): int
    {
        $number = 0;
        foreach (str_split(substr($letters, 0, 3)) as $letter) {
            $number = $number * 26 + ord($letter) - 64;
        }

        return $number - 1;
    }
}
