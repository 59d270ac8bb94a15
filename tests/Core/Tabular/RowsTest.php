<?php

declare(strict_types=1);

use Orchard\Core\Tabular\CellProblem;
use Orchard\Core\Tabular\CellSort;
use Orchard\Core\Tabular\CsvRecord;
use Orchard\Core\Tabular\DateOrder;
use Orchard\Core\Tabular\Dialect;
use Orchard\Core\Tabular\Field;
use Orchard\Core\Tabular\NumberForm;
use Orchard\Core\Tabular\RowReader;

it('gives cells back as they were written', function (string $separator): void {
    mt_srand(11);
    $pieces = ['a', 'ü', '5"', '"', '""', ',', ';', "\t", '|', ' ', "\n", "\r\n", "'", '=1+1', '', 'long lamp'];
    for ($round = 0; $round < 500; $round++) {
        $cells = [];
        for ($i = mt_rand(1, 6); $i > 0; $i--) {
            $cells[] = implode(
                '',
                array_map(static fn (): string => $pieces[array_rand($pieces)], range(1, mt_rand(1, 4))),
            );
        }
        // RFC 4180, section 2: a cell with a quotation mark, a separator or a line break stands between quotation
        // marks.
        $record = implode(
            $separator,
            array_map(
                static fn (string $cell): string => strpbrk($cell, "\"\r\n$separator") === false
                    ? $cell
                    : '"'.str_replace('"', '""', $cell).'"',
                $cells,
            ),
        );
        expect(CsvRecord::cells($record."\r\n", $separator ?: ','))
            ->toBe($cells)
            ->and(CsvRecord::isOpen($record."\n", $separator))
            ->toBeFalse();
    }
})->with([',', ';', "\t", '|']);

it('sees that a cell goes on on the next line', function (string $line, bool $isOpen): void {
    expect(CsvRecord::isOpen($line, ','))->toBe($isOpen);
})->with([
    ["a,\"b\n", true],
    ["a,\"b\"\n", false],
    ["a,\"b\"\"\n", true],
    ["a,5\" tall\n", false],
    ["\"\n", true],
    ["a,b\n", false],
    ["\"a\",\"b\n", true],
]);

it('takes a quotation mark inside of a bare cell for itself', function (): void {
    expect(CsvRecord::cells("5\" lamp,7\n", ','))
        ->toBe(['5" lamp', '7'])
        ->and(CsvRecord::cells('a,,', ','))
        ->toBe(['a', '', ''])
        ->and(CsvRecord::cells('', ','))
        ->toBe(['']);
});

/** @param  array<int, array{string, CellSort}>  $columns */
function rowReader(array $columns, string $decimal = '.'): RowReader
{
    return new RowReader(
        array_map(static fn (array $one): Field => new Field($one[0], ucfirst($one[0]), $one[1], []), $columns),
        new Dialect(',', 'UTF-8', 1, new NumberForm($decimal), DateOrder::DayFirst),
    );
}

it('reads each cell by what its column holds', function (
    CellSort $sort,
    string $cell,
    string|int|float|null $value,
): void {
    expect(rowReader([['it', $sort]])->read([$cell]))->toBe(['it' => $value]);
})->with([
    [CellSort::Count, '12', 12],
    [CellSort::Count, '1,200', 1200],
    [CellSort::Count, '007', 7],
    [CellSort::Count, '', null],
    [CellSort::Count, '3999999999', 3_999_999_999],
    [CellSort::Number, '4.5', 4.5],
    [CellSort::Number, '12.5 %', 12.5],
    [CellSort::Address, ' /lamp ', '/lamp'],
    [CellSort::Address, ' ', null],
    [CellSort::Words, "Floor\u{A0} LAMP", 'floor lamp'],
    [CellSort::Text, " Brass\tlamp ", 'Brass lamp'],
    [CellSort::Truth, 'Yes', 1],
    [CellSort::Truth, 'nofollow', 0],
    [CellSort::Truth, '', null],
    [CellSort::Day, '7.3.2026', '2026-03-07'],
    [CellSort::Day, '', null],
    [CellSort::Country, 'deu', 'DE'],
    [CellSort::Country, 'zzz', ''],
    [CellSort::Country, '(not set)', ''],
    [CellSort::Device, 'Smartphone', 2],
    [CellSort::Device, '', 0],
    [CellSort::SearchType, 'Image', 1],
    [CellSort::SearchType, '', 0],
]);

it('says what is wrong with a cell, and shows it', function (CellSort $sort, string $cell, string $reason): void {
    $problem = rowReader([['it', $sort]])->read([$cell]);
    assert($problem instanceof CellProblem);
    expect($problem->column)->toBe('It')->and($problem->reason)->toBe($reason);
})->with([
    [CellSort::Count, '-4', '"-4" is below nought'],
    [CellSort::Count, '1.5', '"1.5" is no whole number'],
    [CellSort::Count, '99999999999', '"99999999999" is no whole number'],
    [CellSort::Number, 'many', '"many" is no number'],
    [CellSort::Truth, 'perhaps', '"perhaps" is neither yes nor no'],
    [CellSort::Day, '30.2.2026', '"30.2.2026" is no day'],
    [CellSort::Country, 'Atlantis', '"Atlantis" is no country that is known'],
    [CellSort::Device, 'fridge', '"fridge" is no device: desktop, phone or tablet'],
    [CellSort::SearchType, 'smell', '"smell" is no search type: web, image, video or news'],
]);

it('reads a row by the places of its columns, and a short one as far as it goes', function (): void {
    $reader = rowReader([2 => ['page', CellSort::Address], 0 => ['clicks', CellSort::Count]]);
    expect($reader->read(['5', 'ignored', '/a']))
        ->toBe(['page' => '/a', 'clicks' => 5])
        ->and($reader->read(['5']))
        ->toBe(['page' => null, 'clicks' => 5])
        ->and($reader->read(['x', '', '/a']))
        ->toBeInstanceOf(CellProblem::class);
});

it('says the same of a cell however often it comes', function (): void {
    $reader = rowReader([['day', CellSort::Day], ['n', CellSort::Number]], ',');
    for ($i = 0; $i < 3; $i++) {
        expect($reader->read(['1.2.2026', '1.234,5']))
            ->toBe(['day' => '2026-02-01', 'n' => 1234.5])
            ->and($reader->read(['nonsense', '1']))
            ->toBeInstanceOf(CellProblem::class);
    }
});
