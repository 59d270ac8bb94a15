<?php

declare(strict_types=1);

use App\Platform\Tables\FormulaGuard;
use App\Platform\Tables\TableFile;
use App\Platform\Tables\TableReader;
use App\Platform\Tables\TableRows;
use App\Platform\Tables\TableWriter;
use Orchard\Core\Tabular\DateOrder;
use Orchard\Core\Tabular\Dialect;
use Orchard\Core\Tabular\NumberForm;

/**
 * @param  list<string>  $columns
 * @param  array<array-key, mixed>  $rows
 * @return array<array-key, mixed>
 */
function throughFile(string $format, array $columns, array $rows): array
{
    $path = (string) tempnam(sys_get_temp_dir(), 'table');
    $file = fopen($path, 'wb');
    TableWriter::write($format, new TableRows($columns, $rows), sure($file));
    fclose(sure($file));
    $read = array_values(iterator_to_array(TableReader::read($path)));
    unlink($path);

    return $read;
}

it('brings every text back unchanged, and lets no spreadsheet run one', function (string $format): void {
    $texts = [
        'plain', '=SUM(A1)', '+49 30', '-5', '@home', "\tindented", "'quoted", "'=kept", "''=twice",
        'with "quotes", commas', "two\nlines", 'Grüße – 灯 💡', ' spaces ', '0012', '',
    ];
    $read = throughFile($format, ['a', 'b'], array_map(static fn (string $text): array => [$text, 'x'], $texts));
    expect(array_column(array_slice($read, 1), 0))->toBe($texts);
})->with(['csv', 'xlsx']);

it('guards what a spreadsheet would run', function (string $text): void {
    expect(FormulaGuard::neutralise($text))
        ->toStartWith("'")
        ->and(FormulaGuard::restore(FormulaGuard::neutralise($text)))
        ->toBe($text);
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
    'no byte order mark' => [mb_convert_encoding("a\tb\nü\tx\n", 'UTF-16LE', 'UTF-8'), [['a', 'b'], ['ü', 'x']]],
    'marks in every place' => [
        "a,\"b\",c\n\"x, \"\"y\"\"\",5\" tall,\"\"\n\"line\r\nbreak\",,\"end\"\r\n,\n\"\",\"\"\n",
        [['a', 'b', 'c'], ['x, "y"', '5" tall', ''], ["line\r\nbreak", '', 'end'], ['', ''], ['', '']],
    ],
    'something behind a mark' => ["a,b\n\"x\"y,1\n", [['a', 'b'], ['xy', '1']]],
    'returns alone' => ["a,b\r1,2\r3,4", [['a', 'b'], ['1', '2'], ['3', '4']]],
    'no end of the last line' => ["a;b\n\"1\";2", [['a', 'b'], ['1', '2']]],
    'gzipped' => [(string) gzencode("a,b\n1,2\n"), [['a', 'b'], ['1', '2']]],
]);

it('refuses what is no table, and says why', function (string $bytes, string $why): void {
    $path = (string) tempnam(sys_get_temp_dir(), 'table');
    file_put_contents($path, $bytes);
    try {
        expect(fn () => iterator_to_array(TableReader::read($path)))->toThrow(InvalidArgumentException::class, $why);
    } finally {
        unlink($path);
    }
})->with([
    'nothing' => ['', 'empty'],
    'only a mark' => ["\xEF\xBB\xBF\r\n", 'empty'],
    'a PDF' => ["%PDF-1.7\n%âãÏÓ\n", 'PDF'],
    'an old workbook' => ["\xD0\xCF\x11\xE0\xA1\xB1\x1A\xE1".str_repeat("\0", 600), 'old kind'],
    'NUL bytes' => ["a,b\n1,\0\0\0\0x\n", 'NUL'],
    'a broken zip' => ["PK\x03\x04broken", 'cannot be opened'],
    'a row of 50 MB' => ["a,b\n".str_repeat('x', 50_000_000), 'longer than'],
    '10,000 columns' => [implode(',', range(1, 10000))."\n", '10,000 columns'],
]);

it('reads the one table in a zip, and no zip of two', function (): void {
    $path = tempnam(sys_get_temp_dir(), 'table').'.zip';
    $zip = new ZipArchive();
    $zip->open($path, ZipArchive::CREATE);
    $zip->addFromString('rows.csv', "a;b\n1;2\n");
    $zip->close();
    expect(array_values(iterator_to_array(TableReader::read($path))))->toBe([['a', 'b'], ['1', '2']]);
    $zip->open($path);
    $zip->addFromString('more.csv', 'x');
    $zip->close();
    expect(fn () => iterator_to_array(TableReader::read($path)))->toThrow(InvalidArgumentException::class, '2 files');
    unlink($path);
});

it('goes on from a place in the file as if it had never stopped', function (): void {
    $path = (string) tempnam(sys_get_temp_dir(), 'table');
    file_put_contents(
        $path,
        "a,b\n\"x\ny\",1\n\n".
            implode('', array_map(static fn (int $i): string => "row $i,\"q\"\"$i\"\n", range(1, 50))),
    );
    $file = TableFile::at($path);
    $dialect = $file->look(static fn (): int => 0);
    $whole = iterator_to_array($file->rows($dialect));
    $pieces = [];
    [$next, $offset] = [1, 0];
    while (count($pieces) < count($whole)) {
        $again = TableFile::at($path);
        $taken = 0;
        foreach ($again->rows($dialect, $next, $offset) as $number => $row) {
            $pieces[$number] = $row;
            if (++$taken === 7) {
                break;
            }
        }
        [$next, $offset] = [(int) array_key_last($pieces) + 1, $again->offset()];
    }
    expect($pieces)->toBe($whole);
    unlink($path);
});

it('says where a quotation mark is never closed', function (): void {
    $path = (string) tempnam(sys_get_temp_dir(), 'table');
    file_put_contents($path, "a,b\n\"open,1\n".str_repeat("more,lines\n", 120000));
    try {
        iterator_to_array(TableReader::read($path));
    } finally {
        unlink($path);
    }
})->throws(InvalidArgumentException::class, 'never closed');

it('reads every table that can be written as the language itself reads it', function (): void {
    mt_srand(3);
    $alphabet = ['a', '"', ',', "\n", ' ', 'é', "'", ';', '""', ',"', '",', "x\r\ny"];
    for ($round = 0; $round < 300; $round++) {
        $rows = [];
        $stream = fopen('php://memory', 'w+b') ?: throw new RuntimeException();
        for ($i = 0; $i < 4; $i++) {
            $row = ['z'];
            for ($k = 0; $k < 4; $k++) {
                $row[] = implode(
                    '',
                    array_map(static fn (): string => $alphabet[mt_rand(0, 11)], range(0, mt_rand(0, 6))),
                );
            }
            $row[] = 'z';
            $rows[] = $row;
            fputcsv($stream, $row, ',', '"', '');
        }
        rewind($stream);
        $path = (string) tempnam(sys_get_temp_dir(), 'table');
        file_put_contents($path, (string) stream_get_contents($stream));
        $file = TableFile::at($path);
        $read = array_values(
            iterator_to_array($file->rows(new Dialect(',', 'UTF-8', 1, new NumberForm(), DateOrder::DayFirst))),
        );
        expect($read)->toBe(
            array_map(static fn (array $row): array => array_map(FormulaGuard::restore(...), $row), $rows),
        );
        unlink($path);
    }
});

it(
    'says UTF-8 to spreadsheets, unless it is not wanted, and keeps the names of the columns in sight',
    function (): void {
        $write = static function (string $format, bool $mark): string {
            $to = fopen('php://memory', 'w+b') ?: throw new RuntimeException('No memory.');
            TableWriter::write($format, new TableRows(['a', 'ü'], [['1', 'ö']]), $to, $mark);
            rewind($to);

            return (string) stream_get_contents($to);
        };
        expect($write('csv', true))
            ->toBe("\xEF\xBB\xBFa,ü\r\n1,ö\r\n")
            ->and($write('csv', false))
            ->toBe("a,ü\r\n1,ö\r\n")
            ->and($write('json', true))
            ->toStartWith('[');
        file_put_contents($path = sys_get_temp_dir().'/frozen.xlsx', $write('xlsx', true));
        expect((string) file_get_contents("zip://$path#xl/worksheets/sheet1.xml"))
            ->toContain('state="frozen"')
            ->toContain('ySplit="1"');
        expect(array_values(iterator_to_array(TableReader::read($path))))->toBe([['a', 'ü'], ['1', 'ö']]);
        unlink($path);
    },
);
