<?php

declare(strict_types=1);

namespace App\Platform\Tables;

use Closure;
use Generator;
use InvalidArgumentException;
use Orchard\Core\Tabular\RawTable;
use ZipArchive;

/**
 * An XLSX workbook (ECMA-376) of which cells of the first sheet are changed: styles, other sheets, other cells and the
 * order stay as they are.
 * A new text is an inline one in the style of its cell; rows that are left out close up.
 */
final readonly class WorkbookTable implements RawTable
{
    private const ROW = '~<((?:\w+:)?)row\b([^>]*?)(/>|>(.*?)</\1row>)~s';

    private const CELL = '~<((?:\w+:)?)c\b([^>]*?)(?:/>|>.*?</\1c>)~s';

    public function __construct(private string $path)
    {
    }

    public function records(): Generator
    {
        yield from TableReader::workbook($this->path);
    }

    public function lacks(string $text): ?string
    {
        return null;
    }

    public function with(array $cells, ?array $only = null, ?array $columns = null): string
    {
        if ($cells === [] && $only === null && $columns === null) {
            return (string) file_get_contents($this->path);
        }

        return $this->changed(fn (string $xml): string => $this->sheet($xml, $cells, $only, $columns));
    }

    /** @param  Closure(string): string  $change  of the first sheet's XML */
    private function changed(Closure $change): string
    {
        $copy = (string) tempnam(sys_get_temp_dir(), 'book');
        try {
            copy($this->path, $copy);
            $zip = new ZipArchive();
            if ($zip->open($copy) !== true) {
                throw new InvalidArgumentException('The workbook cannot be opened.');
            }
            $name = TableReader::firstSheet($zip);
            $zip->addFromString($name, $change((string) $zip->getFromName($name)));
            $zip->close();

            return (string) file_get_contents($copy);
        } finally {
            @unlink($copy);
        }
    }

    /**
     * The file with rows added behind those that are kept.
     *
     * @param  list<list<string>>  $records
     * @param  list<int>  $only  rows that are kept
     */
    public function appended(array $records, array $only): string
    {
        $at = count($only);
        $rows = '';
        foreach ($records as $record) {
            $at++;
            $cells = array_map(
                static fn (int $column, string $cell): string => $cell === ''
                    ? ''
                    : self::text('', self::letters($column).$at, '', $cell),
                array_keys($record),
                $record,
            );
            $rows .= "<row r=\"$at\">".implode('', $cells).'</row>';
        }

        return $this->changed(
            fn (string $xml): string => (string) preg_replace(
                '~(?=</(?:\w+:)?sheetData>)~',
                addcslashes($rows, '\\$'),
                $this->sheet($xml, [], $only, null),
                1,
            ),
        );
    }

    /**
     * @param  array<int, array<int, string>>  $cells
     * @param  ?list<int>  $only
     * @param  ?list<int>  $columns
     */
    private function sheet(string $xml, array $cells, ?array $only, ?array $columns): string
    {
        $keep = $only === null ? null : array_fill_keys($only, true);
        $place = $columns === null ? null : array_flip($columns);
        $number = 0;
        $last = 0;
        $xml = (string) preg_replace_callback(
            self::ROW,
            function (array $row) use (&$number, &$last, $cells, $keep, $place): string {
                $number = preg_match('/\br="(\d+)"/', $row[2], $found) === 1 ? (int) $found[1] : $number + 1;
                if ($keep !== null && ! isset($keep[$number])) {
                    return '';
                }
                $last = $keep === null ? $number : $last + 1;
                $new = $cells[$number] ?? [];
                if ($new === [] && $last === $number && $place === null) {
                    return $row[0];
                }
                $attributes = (string) preg_replace(
                    ['/\br="\d+"/', '/\s+spans="[^"]*"/'],
                    ["r=\"$last\"", ''],
                    $row[2],
                );

                return "<{$row[1]}row$attributes>".
                    $this->row($row[1], $row[4] ?? '', new RowEdit($number, $last, $new, $place)).
                    "</{$row[1]}row>";
            },
            $xml,
        );

        return $keep === null && $place === null
            ? $xml
            : // What speaks of places that are no longer there.
            (string) preg_replace(
                [
                    '~<((?:\w+:)?)(dimension|autoFilter)\b[^>]*?(/>|>.*?</\1\2>)~s',
                    '~<((?:\w+:)?)(mergeCells|conditionalFormatting|dataValidations|hyperlinks)\b.*?</\1\2>~s',
                ],
                '',
                $xml,
            );
    }

    private function row(string $prefix, string $inner, RowEdit $edit): string
    {
        [$to, $new, $place] = [$edit->to, $edit->new, $edit->place];
        $found = [];
        $column = -1;
        preg_match_all(self::CELL, $inner, $matches, PREG_SET_ORDER);
        foreach ($matches as $cell) {
            $column = preg_match('/\br="([A-Z]+)\d+"/', $cell[2], $at) === 1 ? self::column($at[1]) : $column + 1;
            $found[$column] = $cell;
        }
        $out = [];
        foreach ($found as $at => $cell) {
            if ($place !== null && ! isset($place[$at])) {
                continue;
            }
            $target = $place === null ? $at : $place[$at];
            if (isset($new[$at])) {
                $style = preg_match('/\bs="\d+"/', $cell[2], $styled) === 1 ? ' '.$styled[0] : '';
                $out[$target] = self::text($prefix, self::letters($target).$to, $style, $new[$at]);
            } else {
                $out[$target] =
                    $edit->from === $to && $target === $at
                        ? $cell[0]
                        : (string) preg_replace(
                            '/\br="[A-Z]+\d+"/',
                            'r="'.self::letters($target).$to.'"',
                            $cell[0],
                            1,
                        );
            }
        }
        foreach ($new as $at => $text) {
            if (! isset($found[$at]) && $text !== '' && ($place === null || isset($place[$at]))) {
                $target = $place === null ? $at : $place[$at];
                $out[$target] = self::text($prefix, self::letters($target).$to, '', $text);
            }
        }
        ksort($out);

        return implode('', $out);
    }

    private static function text(string $prefix, string $at, string $style, string $text): string
    {
        $text = (string) preg_replace(
            '/[^\x{9}\x{A}\x{D}\x{20}-\x{D7FF}\x{E000}-\x{FFFD}\x{10000}-\x{10FFFF}]/u',
            '',
            $text,
        );

        return $text === ''
            ? "<{$prefix}c r=\"$at\"$style/>"
            : "<{$prefix}c r=\"$at\"$style t=\"inlineStr\"><{$prefix}is><{$prefix}t xml:space=\"preserve\">".
                    htmlspecialchars($text, ENT_XML1 | ENT_COMPAT, 'UTF-8').
                    "</{$prefix}t></{$prefix}is></{$prefix}c>";
    }

    private static function column(string $letters): int
    {
        $column = 0;
        foreach (str_split($letters) as $letter) {
            $column = $column * 26 + ord($letter) - 64;
        }

        return $column - 1;
    }

    private static function letters(int $column): string
    {
        $letters = '';
        for ($column++; $column > 0; $column = intdiv($column - 1, 26)) {
            $letters = chr(65 + (($column - 1) % 26)).$letters;
        }

        return $letters;
    }
}
