<?php

declare(strict_types=1);

use App\Store\Files\FormulaGuard;
use App\Store\Files\TableReader;
use App\Store\Files\TableWriter;

function throughFile(string $format, array $columns, array $rows): array
{
    $path = (string) tempnam(sys_get_temp_dir(), 'table');
    $file = fopen($path, 'wb');
    TableWriter::write($format, $columns, $rows, $file);
    fclose($file);
    $read = array_values(iterator_to_array(TableReader::read($path)));
    unlink($path);

    return $read;
}

it('brings every text back unchanged, and lets no spreadsheet run one', function (string $format): void {
    $texts = ['plain', '=SUM(A1)', '+49 30', '-5', '@home', "\tindented", "'quoted", "'=kept", "''=twice", 'with "quotes", commas', "two\nlines", 'Grüße – 灯 💡', ' spaces ', '0012', ''];
    $read = throughFile($format, ['a', 'b'], array_map(static fn (string $text): array => [$text, 'x'], $texts));
    expect(array_column(array_slice($read, 1), 0))->toBe($texts);
})->with(['csv', 'xlsx']);

it('guards what a spreadsheet would run', function (string $text): void {
    expect(FormulaGuard::neutralise($text))->toStartWith("'")->and(FormulaGuard::restore(FormulaGuard::neutralise($text)))->toBe($text);
})->with(['=1', '+1', '-1', '@x', "\tx", "\rx", "'=1", "''-x"]);

it('reads what spreadsheets write', function (string $bytes, array $expected): void {
    $path = (string) tempnam(sys_get_temp_dir(), 'table');
    file_put_contents($path, $bytes);
    expect(array_values(iterator_to_array(TableReader::read($path))))->toBe($expected);
    unlink($path);
})->with([
    'semicolons and a mark' => ["\xEF\xBB\xBFa;b\r\n1,5;\"x;y\"\r\n", [['a', 'b'], ['1,5', 'x;y']]],
    'tabs' => ["a\tb\nc\td\n", [['a', 'b'], ['c', 'd']]],
    'Latin-1' => ["a,b\ncaf\xE9,x\n", [['a', 'b'], ['café', 'x']]],
    'UTF-16' => ["\xFF\xFE".mb_convert_encoding("a\tb\nü\tx\n", 'UTF-16LE', 'UTF-8'), [['a', 'b'], ['ü', 'x']]],
    'empty lines' => ["a,b\n\n1,2\n", [['a', 'b'], ['1', '2']]],
    'nothing' => ['', []],
]);

it('says where a quotation mark is never closed', function (): void {
    $path = (string) tempnam(sys_get_temp_dir(), 'table');
    file_put_contents($path, "a,b\n\"open,1\n".str_repeat("more,lines\n", 120000));
    try {
        iterator_to_array(TableReader::read($path));
    } finally {
        unlink($path);
    }
})->throws(InvalidArgumentException::class, 'never closed');
