<?php

declare(strict_types=1);

use App\Platform\Tables\WorkbookTable;
use Orchard\Core\Tabular\DelimitedTable;
use Orchard\Core\Tabular\RawTable;

/** A shop's file as other programs write it: 5,000 rows, cells with marks, separators and line ends in them. */
function shopSheet(string $charset, string $separator, string $ending, bool $allQuoted, bool $hasMark = false): string
{
    mt_srand(16);
    $letters = match ($charset) {
        'Shift_JIS' => ['照明', 'テーブル', 'ランプ', 'A'],
        'Windows-1252' => ['Lampe', 'Größe', 'café', '“ab”', '5 €'],
        default => ['Lampe', 'Größe', '灯', 'наш', '🌱'],
    };
    $text = '';
    for ($row = 0; $row <= 5000; $row++) {
        $cells =
            $row === 0
                ? ['No', 'URL', 'Name', 'Title', 'Text', 'Body', 'Price']
                : [
                    (string) (100_000 + $row),
                    "/p/$row",
                    "{$letters[$row % count($letters)]} $row",
                    $row % 7 === 0 ? '' : "{$letters[$row % 3]} \"$row\"",
                    "Text $row{$separator} and more",
                    "Line one of $row\r\nline two, said \"so\"\n\nlast",
                    number_format($row / 7, 2, ',', ''),
                ];
        $text .=
            implode(
                $separator,
                array_map(
                    static fn (string $cell): string => $allQuoted || strpbrk($cell, "\"\r\n$separator") !== false
                        ? '"'.str_replace('"', '""', $cell).'"'
                        : $cell,
                    $cells,
                ),
            ).$ending;
    }

    return ($hasMark ? ($charset === 'UTF-16LE' ? "\xFF\xFE" : "\xEF\xBB\xBF") : '').
        ($charset === 'UTF-8'
            ? $text
            : (string) iconv('UTF-8', $charset === 'Windows-1252' ? 'CP1252' : $charset, $text));
}

/** @return list<list<string>> by readers that are not ours */
function readElsewhere(string $bytes, string $charset = '', string $separator = ''): array
{
    $file = (string) tempnam(sys_get_temp_dir(), 'sheet');
    file_put_contents($file, $bytes);
    $arguments = $charset === '' ? [$file] : [$file, $charset, $separator];
    exec(
        'node '.
            escapeshellarg(dirname(__DIR__, 2).'/Web/read-table.mjs').
            ' '.
            implode(' ', array_map(escapeshellarg(...), $arguments)),
        $out,
        $code,
    );
    unlink($file);
    expect($code)->toBe(0);

    return array_values((array) json_decode(implode("\n", $out), true));
}

/**
 * @param  array<array-key, mixed>  $before
 * @param  array<array-key, mixed>  $after
 * @return array<string, array{string, string}> cells that differ, by place: before and after
 */
function cellsThatDiffer(array $before, array $after): array
{
    $differ = [];
    foreach ($before as $i => $row) {
        foreach ($row as $j => $cell) {
            if ($cell !== ($after[$i][$j] ?? null)) {
                $differ["$i $j"] = [$cell, (string) ($after[$i][$j] ?? '')];
            }
        }
    }

    return $differ;
}

/** @return array<int, array<int, string>> new titles for 400 records */
function fourHundred(RawTable $table, string $sign): array
{
    $numbers = array_keys(iterator_to_array($table->records()));
    mt_srand(4);
    $cells = [];
    while (count($cells) < 400) {
        $number = $numbers[mt_rand(1, count($numbers) - 1)];
        $cells[$number] = [3 => "New $sign; title, \"$number\""];
    }

    return $cells;
}

dataset('sheets', [
    'UTF-8, commas, all quoted, with a mark' => ['UTF-8', ',', "\r\n", true, true, '灯'],
    'Windows-1252, semicolons' => ['Windows-1252', ';', "\r\n", false, false, 'ü'],
    'UTF-16LE, tabs' => ['UTF-16LE', "\t", "\n", false, true, 'я'],
    'Shift_JIS, commas' => ['Shift_JIS', ',', "\n", false, false, '灯'],
    'UTF-8, tabs, all quoted' => ['UTF-8', "\t", "\n", true, false, 'ß'],
]);

it('gives back 5,000 rows to the byte, and with 400 new texts just these cells differ', function (
    string $charset,
    string $separator,
    string $ending,
    bool $allQuoted,
    bool $hasMark,
    string $sign,
): void {
    $bytes = shopSheet($charset, $separator, $ending, $allQuoted, $hasMark);
    $table = new DelimitedTable($bytes, $separator ?: throw new LogicException('A separator is needed.'), $charset);
    expect($table->with([]))
        ->toBe($bytes)
        ->and($table->with([], array_keys(iterator_to_array($table->records()))))
        ->toBe($bytes);
    $new = fourHundred($table, $sign);
    $before = readElsewhere($bytes, $charset, $separator);
    expect(array_values(iterator_to_array($table->records())))->toBe($before);
    $after = readElsewhere($table->with($new), $charset, $separator);
    $differ = cellsThatDiffer($before, $after);
    expect($differ)
        ->toHaveCount(400)
        ->and(array_unique(array_map(static fn (string $at): string => explode(' ', $at)[1], array_keys($differ))))
        ->toHaveCount(1);
    expect(array_column($differ, 1))->each->toContain("New $sign");

    // Only the changed rows, with the columns that an import needs, in the order of the file.
    $few = readElsewhere($table->with($new, [1, ...collectKeys($new)], [0, 3]), $charset, $separator);
    expect($few)
        ->toHaveCount(401)
        ->and($few[0])
        ->toBe(['No', 'Title'])
        ->and($few[1])
        ->toHaveCount(2);
})->with('sheets');

/**
 * @param  array<array-key, mixed>  $cells
 * @return list<int>
 */
function collectKeys(array $cells): array
{
    $keys = array_keys($cells);
    sort($keys);

    return $keys;
}

it(
    'quotes a new text only where its cell was quoted, or it has to be, and says which sign a charset lacks',
    function (): void {
        $table = new DelimitedTable("id,\"t\",u\r\n1,\"a\",b\r\n\r\n2,\"c \"\"d\"\"\",\r\n3\r\n", ',', 'UTF-8');
        expect($table->with([2 => [1 => 'x', 2 => 'y']]))->toBe(
            "id,\"t\",u\r\n1,\"x\",y\r\n\r\n2,\"c \"\"d\"\"\",\r\n3\r\n",
        );
        expect($table->with([4 => [1 => '', 2 => 'a,b'], 5 => [2 => 'z']]))->toBe(
            "id,\"t\",u\r\n1,\"a\",b\r\n\r\n2,\"\",\"a,b\"\r\n3,,z\r\n",
        );
        expect(
            fn () => (new DelimitedTable("id;t\n1;a\n", ';', 'Windows-1252'))->with([2 => [1 => 'Ω and 灯']]),
        )->toThrow(InvalidArgumentException::class, '“Ω”');
        // A mark that is never closed takes the rest of the file, and nothing is lost.
        expect((new DelimitedTable("a,b\n1,\"open\n2,x\n", ',', 'UTF-8'))->with([]))->toBe("a,b\n1,\"open\n2,x\n");
        expect((new DelimitedTable("from;to\n\"/a\";\"/b\"\n", ';', 'UTF-8'))->appended([['/c', '/d']], [1]))->toBe(
            "from;to\n\"/c\";\"/d\"\n",
        );
    },
);

it('gives back a workbook of another program to the byte, and changes just what is to be changed', function (): void {
    $file = (string) tempnam(sys_get_temp_dir(), 'book');
    unlink($file);
    $zip = new ZipArchive();
    $zip->open($file, ZipArchive::CREATE);
    $shared = ['No', 'Name', 'Title', 'Ähre &amp; Co', 'kept  as it is'];
    $zip->addFromString(
        '[Content_Types].xml',
        '<?xml version="1.0"?><Types xmlns="http://schemas.openxmlformats.org/package/2006/content-types"><Default Extension="rels" ContentType="application/vnd.openxmlformats-package.relationships+xml"/><Default Extension="xml" ContentType="application/xml"/><Override PartName="/xl/workbook.xml" ContentType="application/vnd.openxmlformats-officedocument.spreadsheetml.sheet.main+xml"/><Override PartName="/xl/worksheets/sheet1.xml" ContentType="application/vnd.openxmlformats-officedocument.spreadsheetml.worksheet+xml"/><Override PartName="/xl/sharedStrings.xml" ContentType="application/vnd.openxmlformats-officedocument.spreadsheetml.sharedStrings+xml"/></Types>',
    );
    $zip->addFromString(
        '_rels/.rels',
        '<?xml version="1.0"?><Relationships xmlns="http://schemas.openxmlformats.org/package/2006/relationships"><Relationship Id="rId1" Type="http://schemas.openxmlformats.org/officeDocument/2006/relationships/officeDocument" Target="xl/workbook.xml"/></Relationships>',
    );
    $zip->addFromString(
        'xl/workbook.xml',
        '<?xml version="1.0"?><workbook xmlns="http://schemas.openxmlformats.org/spreadsheetml/2006/main" xmlns:r="http://schemas.openxmlformats.org/officeDocument/2006/relationships"><sheets><sheet name="Goods" sheetId="1" r:id="rId1"/></sheets></workbook>',
    );
    $zip->addFromString(
        'xl/_rels/workbook.xml.rels',
        '<?xml version="1.0"?><Relationships xmlns="http://schemas.openxmlformats.org/package/2006/relationships"><Relationship Id="rId1" Type="http://schemas.openxmlformats.org/officeDocument/2006/relationships/worksheet" Target="worksheets/sheet1.xml"/><Relationship Id="rId2" Type="http://schemas.openxmlformats.org/officeDocument/2006/relationships/sharedStrings" Target="sharedStrings.xml"/></Relationships>',
    );
    $zip->addFromString(
        'xl/sharedStrings.xml',
        '<?xml version="1.0"?><sst xmlns="http://schemas.openxmlformats.org/spreadsheetml/2006/main">'.
            implode('', array_map(static fn (string $one): string => "<si><t>$one</t></si>", $shared)).
            '</sst>',
    );
    $rows =
        '<row r="1" spans="1:3"><c r="A1" t="s"><v>0</v></c><c r="B1" t="s"><v>1</v></c><c r="C1" t="s"><v>2</v></c></row>';
    for ($row = 2; $row <= 5001; $row++) {
        $rows .=
            "<row r=\"$row\" ht=\"15\"><c r=\"A$row\"><v>".
            (1000 + $row).
            "</v></c><c r=\"B$row\" t=\"s\"><v>3</v></c>".
            ($row % 3 === 0 ? '' : "<c r=\"C$row\" s=\"2\" t=\"s\"><v>4</v></c>").
            '</row>';
    }
    $zip->addFromString(
        'xl/worksheets/sheet1.xml',
        '<?xml version="1.0"?><worksheet xmlns="http://schemas.openxmlformats.org/spreadsheetml/2006/main"><dimension ref="A1:C5001"/><sheetData>'.
            $rows.
            '</sheetData></worksheet>',
    );
    $zip->close();
    $bytes = (string) file_get_contents($file);
    $book = new WorkbookTable($file);

    expect($book->with([]))->toBe($bytes);
    $new = [];
    for ($row = 2; count($new) < 400; $row += 12) {
        $new[$row] = [2 => " A new <title> & \"$row\" "];
    }
    $before = readElsewhere($bytes);
    $differ = cellsThatDiffer($before, $after = readElsewhere($book->with($new)));
    expect($differ)
        ->toHaveCount(400)
        ->and($differ['1 2'][1])
        ->toBe(' A new <title> & "2" ')
        ->and(count($after))
        ->toBe(5001);
    $few = readElsewhere($book->with($new, [1, ...array_keys($new)], [0, 2]));
    expect($few)
        ->toHaveCount(401)
        ->and($few[0])
        ->toBe(['No', 'Title'])
        ->and($few[400])
        ->toBe([(string) (1000 + array_key_last($new)), ' A new <title> & "'.array_key_last($new).'" ']);
    unlink($file);
});
