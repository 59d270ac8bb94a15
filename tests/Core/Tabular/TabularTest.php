<?php

declare(strict_types=1);

use Orchard\Core\Tabular\CellSort;
use Orchard\Core\Tabular\Columns;
use Orchard\Core\Tabular\Country;
use Orchard\Core\Tabular\DateOrder;
use Orchard\Core\Tabular\Dialect;
use Orchard\Core\Tabular\Field;
use Orchard\Core\Tabular\NumberForm;
use Orchard\Core\Tabular\Sniffer;

it('reads numbers in either form', function (string $decimal, string $cell, float|null|false $expected): void {
    expect((new NumberForm($decimal))->parse($cell))->toBe($expected);
})->with([
    ['.', '1234', 1234.0],
    ['.', '1,234', 1234.0],
    ['.', '1,234,567.89', 1234567.89],
    ['.', '0.5', 0.5],
    ['.', '-3', -3.0],
    ['.', '−3', -3.0],
    ['.', '12.5 %', 12.5],
    ['.', '3 000', 3000.0],
    ['.', "1'234.5", 1234.5],
    ['.', '$1,200', 1200.0],
    ['.', 'EUR 12.50', 12.5],
    ['.', '12.50 EUR', 12.5],
    ['.', '', null],
    ['.', ' – ', null],
    ['.', 'n/a', null],
    ['.', '1,23', false],
    ['.', '1.2.3', false],
    ['.', 'twelve', false],
    ['.', '1e5', false],
    ['.', '12,34,567', false],
    [',', '1.234,5', 1234.5],
    [',', '3,5', 3.5],
    [',', '1 234,50 €', 1234.5],
    [',', '1.234', 1234.0],
    [',', '1,234.5', false],
    ['.', '99999999999999999999', false],
]);

it('tells the form of numbers from those that can only be in one', function (array $cells, string $decimal): void {
    expect(NumberForm::guess($cells)->decimal)->toBe($decimal);
})->with([
    [['1,234', '5', '0.25'], '.'],
    [['1.234', '5', '3,5'], ','],
    [['1.234', '2.345'], '.'],
    [['12,5 %', '10,25 %'], ','],
    [['lamp 3,5 cm', 'shade'], '.'],
    [[], '.'],
    [['1.234.567'], ','],
    [['€ 1.234,50'], ','],
]);

it('reads days in many forms', function (DateOrder $order, string $cell, ?string $day): void {
    expect($order->parse($cell))->toBe($day);
})->with([
    [DateOrder::DayFirst, '2026-03-07', '2026-03-07'],
    [DateOrder::MonthFirst, '20260307', '2026-03-07'],
    [DateOrder::DayFirst, '2026-03-07T10:00:00Z', '2026-03-07'],
    [DateOrder::DayFirst, '2026/3/7', '2026-03-07'],
    [DateOrder::DayFirst, '7.3.2026', '2026-03-07'],
    [DateOrder::MonthFirst, '3/7/2026', '2026-03-07'],
    [DateOrder::DayFirst, '07/03/26', '2026-03-07'],
    [DateOrder::DayFirst, '7 March 2026', '2026-03-07'],
    [DateOrder::DayFirst, '46088', '2026-03-07'],
    [DateOrder::DayFirst, '46088.75', '2026-03-07'],
    [DateOrder::DayFirst, '44621', '2022-03-01'],
    [DateOrder::DayFirst, '12345', null],
    [DateOrder::DayFirst, '123456', null],
    [DateOrder::MonthFirst, 'Sat, Mar 7, 2026', '2026-03-07'],
    [DateOrder::DayFirst, '7. März 2026', '2026-03-07'],
    [DateOrder::DayFirst, '31.2.2026', null],
    [DateOrder::MonthFirst, '13/1/2026', null],
    [DateOrder::DayFirst, 'yesterday', null],
    [DateOrder::DayFirst, '', null],
    [DateOrder::DayFirst, '1926-03-07', null],
    [DateOrder::DayFirst, '7.3-2026', null],
]);

it('reads every day of ten years back from every form it is written in', function (): void {
    for (
        $day = new DateTimeImmutable('2019-01-01'), $end = new DateTimeImmutable('2029-01-01');
        $day < $end;
        $day = $day->modify('+13 days')
    ) {
        $iso = $day->format('Y-m-d');
        foreach (['Y-m-d', 'Ymd', 'd.m.Y', 'j/n/Y', 'j M Y', 'M j, Y', 'D, j F Y'] as $form) {
            expect(DateOrder::DayFirst->parse($day->format($form)))->toBe($iso);
        }
        expect(DateOrder::MonthFirst->parse($day->format('n/j/Y')))->toBe($iso);
    }
});

it('tells the order of dates, or that there are two', function (array $cells, ?DateOrder $order): void {
    expect(DateOrder::guess($cells))->toBe($order);
})->with([
    [['1/2/2026', '13/2/2026'], DateOrder::DayFirst],
    [['1/2/2026', '2/13/2026'], DateOrder::MonthFirst],
    [['13/2/2026', '2/13/2026'], null],
    [['1.2.2026'], DateOrder::DayFirst],
    [['1/2/2026'], DateOrder::DayFirst],
    [['2026-01-02', 'x'], DateOrder::DayFirst],
]);

it('knows countries by two letters, three letters and names', function (string $cell, ?string $code): void {
    expect((new Country())->code($cell))->toBe($code);
})->with([
    ['DE', 'DE'],
    ['deu', 'DE'],
    ['Germany', 'DE'],
    ['Deutschland', 'DE'],
    ['Allemagne', 'DE'],
    ['usa', 'US'],
    ['United Kingdom', 'GB'],
    ['Côte d’Ivoire', 'CI'],
    ['zz', null],
    ['Atlantis', null],
    ['', null],
    ['XXX', null],
]);

it('finds out how a file is written', function (string $text, array $expected): void {
    $known = static fn (array $row): int => count(
        array_intersect(array_map(strtolower(...), $row), ['page', 'clicks', 'seite', 'klicks', 'day']),
    );
    expect(array_intersect_key(Sniffer::look($text, 'UTF-8', $known)->toArray(), $expected))->toBe($expected);
})->with([
    'commas' => ["page,clicks\n/a,1\n/b,2\n", ['separator' => ',', 'header_row' => 1, 'decimal' => '.']],
    'semicolons, decimal commas and a title above' => [
        "Report of spring\n\nSeite;Klicks;Rate\n/a;1.200;3,5 %\n/b;2;1,25 %\n",
        ['separator' => ';', 'header_row' => 3, 'decimal' => ','],
    ],
    'tabs, texts with commas' => [
        "page\tclicks\none, two, three\t5\nfour, five\t6\n",
        ['separator' => "\t", 'header_row' => 1],
    ],
    'quoted line breaks' => ["page,clicks\n\"a\nb\",1\n\"c\nd\",2\n", ['separator' => ',', 'header_row' => 1]],
    'no names' => ["/a,1,2026-01-01\n/b,2,2026-01-02\n", ['separator' => ',', 'header_row' => 0]],
    'names that nobody knows' => ["foo,bar\n/a,1\n/b,2\n", ['header_row' => 1]],
    'dates in two orders' => ["day,clicks\n13/1/2026,1\n1/13/2026,2\n", ['dates' => 'mixed']],
    'one column' => ["page\n/a\n/b\n", ['header_row' => 1]],
]);

it('tells charsets apart, and what is no text', function (): void {
    expect(Sniffer::charset('plain'))
        ->toBe('UTF-8')
        ->and(Sniffer::charset("caf\xE9"))
        ->toBe('Windows-1252')
        ->and(Sniffer::charset("\xEF\xBB\xBFa"))
        ->toBe('UTF-8')
        ->and(Sniffer::charset("a\0b\0c\0"))
        ->toBe('UTF-16LE')
        ->and(Sniffer::charset("\0a\0b\0c"))
        ->toBe('UTF-16BE')
        ->and(Sniffer::charset(str_repeat('a', 65535)."\xC3"))
        ->toBe('UTF-8')
        ->and(fn () => Sniffer::charset("a,b\0\0\0c"))
        ->toThrow(InvalidArgumentException::class);
});

it('takes corrections by hand, and only sensible ones', function (): void {
    $dialect = new Dialect(',', 'UTF-8', 1, new NumberForm('.'), DateOrder::DayFirst);
    expect(
        $dialect
            ->with([
                'separator' => ';',
                'charset' => 'Windows-1252',
                'header_row' => '3',
                'decimal' => ',',
                'dates' => 'mdy',
            ])
            ->toArray(),
    )
        ->toBe(['separator' => ';', 'charset' => 'Windows-1252', 'header_row' => 3, 'decimal' => ',', 'dates' => 'mdy'])
        ->and(
            $dialect
                ->with([
                    'separator' => 'x',
                    'charset' => 'x-none',
                    'header_row' => '-1',
                    'decimal' => '',
                    'dates' => 'ydm',
                ])
                ->toArray(),
        )
        ->toBe($dialect->toArray());
});

it('matches columns to fields by their names, each field once, the surest first', function (): void {
    $fields = [
        new Field('page', 'Page', CellSort::Address, ['page', 'url', 'landing page', 'seite']),
        new Field('clicks', 'Clicks', CellSort::Count, ['clicks', 'klicks']),
        new Field('day', 'Day', CellSort::Day, ['date', 'day', 'tag']),
    ];
    expect(Columns::match(['Landing Page', 'Clicks', 'Date'], $fields))
        ->toBe([0 => 'page', 1 => 'clicks', 2 => 'day'])
        ->and(Columns::match(['URL Clicks', 'Clicks', 'Page URL'], $fields))
        ->toBe([1 => 'clicks', 2 => 'page'])
        ->and(Columns::match(['Klicks', 'TAG', 'Seite', 'Seite'], $fields))
        ->toBe([0 => 'clicks', 1 => 'day', 2 => 'page'])
        ->and(Columns::match(['', 'Colour'], $fields))
        ->toBe([]);
});

it('tells how surely a name means a field', function (string $name, int $sure): void {
    $field = new Field('page', 'Page', CellSort::Address, ['page', 'url', 'landing page']);
    expect($field->fits($name))->toBe($sure);
})->with([
    ['Page', 3],
    ['LANDING_PAGE', 3],
    ['Page address', 1],
    ['Best page', 1],
    ['Best pages', 0],
    // Three letters are part of many words.
    ['URL of it', 0],
    ['curl', 0],
    ['', 0],
    ['…', 0],
]);
