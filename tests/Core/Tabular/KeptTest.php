<?php

declare(strict_types=1);

use Orchard\Core\Tabular\CellProblem;
use Orchard\Core\Tabular\CellSort;
use Orchard\Core\Tabular\CharsetGuess;
use Orchard\Core\Tabular\Columns;
use Orchard\Core\Tabular\CsvRecord;
use Orchard\Core\Tabular\DateOrder;
use Orchard\Core\Tabular\DateReading;
use Orchard\Core\Tabular\DelimitedTable;
use Orchard\Core\Tabular\Dialect;
use Orchard\Core\Tabular\Field;
use Orchard\Core\Tabular\NumberForm;
use Orchard\Core\Tabular\RowReader;
use Orchard\Core\Tabular\Sniffer;
use Orchard\Core\Text\Encoding;

// How tables are read and written, kept as it was when it was looked at. Whether it is right is what files of other
// programs say, by which other tests hold it.

function keptLine(mixed ...$told): string
{
    return json_encode(
        $told,
        JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES | JSON_INVALID_UTF8_SUBSTITUTE | JSON_THROW_ON_ERROR,
    );
}

it('keeps how files are read and given back', function (): void {
    $files = [
        "a,b,c\n1,2,3\n4,5,6\n", "a;b;c\r\n1,5;2,5;3\r\n", "a\tb\tc\n1\t\t3\n\n4\t5\t6", "a|b\n1|2\n",
        "\"a\",\"b \"\"x\"\"\",c\n\"1\n2\",3,\"4,5\"\n", "title line\n\nday;clicks\n01.02.2026;1.234,5\n13.02.2026;7\n",
        "day,clicks\n2026-02-01,5\n02/13/2026,6\n13/02/2026,7\n", "one\ntwo\nthree\n", "a,b\n1,\"open\n2,x\n",
        "a,b\r1,2\r3,4\r", '', "\n\n", "a,,\n,,\n1,2,3,4\n", " a ; b \n 1 ; 2 \n", "a,b\n\"x\"y,z\n",
        "'a','b'\n'1','2'\n", "sep=;\na;b\n1;2\n",
    ];
    $known = static fn (array $cells): int => count(
        array_intersect(array_map(trim(...), $cells), ['a', 'b', 'c', 'day', 'clicks', 'title']),
    );
    $told = [];
    foreach ($files as $file) {
        $dialect = Sniffer::look($file, 'UTF-8', $known);
        $told[] = keptLine($file, $dialect->toArray(), Sniffer::charset($file));
        foreach (['UTF-8', 'UTF-16LE', 'Windows-1252'] as $charset) {
            $bytes = $charset === 'UTF-16LE' ? "\xFF\xFE".mb_convert_encoding($file, 'UTF-16LE') : $file;
            try {
                $table = new DelimitedTable($bytes, $dialect->separator ?: ',', $charset);
                $told[] = keptLine(
                    Sniffer::charset($bytes),
                    iterator_to_array($table->records()),
                    $table->with([]) === $bytes,
                    mb_scrub(
                        str_replace("\0", '', $table->with([2 => [1 => 'new, "x"; é', 4 => 'far'], 3 => [0 => '']])),
                    ),
                    mb_scrub(str_replace("\0", '', $table->with([], [1, 3], [1, 0]))),
                    mb_scrub(str_replace("\0", '', $table->appended([['x', 'y;z,1'], ['', 'é']], [1]))),
                    [$table->lacks('é'), $table->lacks('灯x')],
                );
            } catch (InvalidArgumentException $refused) {
                $told[] = keptLine($charset, $refused->getMessage());
            }
        }
        foreach (explode("\n", $file) as $line) {
            foreach ([',', ';'] as $separator) {
                $told[] = keptLine(CsvRecord::isOpen($line, $separator), CsvRecord::cells($line, $separator));
            }
        }
    }
    $dialect = Sniffer::look("a;b\n1;2\n", 'UTF-8', $known);
    foreach (
        [
            ['separator' => '|', 'charset' => 'latin1', 'header_row' => '3', 'decimal' => ',', 'dates' => 'month'],
            ['separator' => 'x', 'charset' => 'none', 'header_row' => 51, 'decimal' => 5, 'dates' => 'no'],
            ['header_row' => -1],
            ['header_row' => 50],
            [],
        ] as $given
    ) {
        $told[] = keptLine($dialect->with($given)->toArray(), $dialect->withDates(null)->toArray());
    }
    expect(implode("\n", $told))->toMatchSnapshot();
});

it('keeps how cells are read', function (): void {
    $cells = [
        '',
        ' ',
        '-',
        '0',
        '7',
        '007',
        '1,234',
        '1.234',
        '1,234.5',
        '1.234,5',
        '1 234,5',
        "1\u{202F}234",
        '12.5 %',
        '-3',
        '(3)',
        '+4',
        '1e3',
        '£5',
        '5 €',
        'n/a',
        'NaN',
        '∞',
        '١٢',
        '99999999999',
        '1,2,3',
        '1.2.3',
        '2026-02-01',
        '2026-2-1',
        '1.2.2026',
        '01.02.26',
        '1/2/2026',
        '13/2/2026',
        '2/13/2026',
        '31.02.2026',
        '2026-02-01T23:30:00Z',
        '2026-02-01 23:30 +0200',
        '1 Feb 2026',
        'Feb 1, 2026',
        '1. März 2026',
        '20260201',
        'Feb 2026',
        '45000',
        'yesterday',
        '1-2-2026',
        "1/2'2026",
        '12/11/99',
        '00.00.0000',
        'https://shop.example/x',
        '/x?y=1',
        'shop.example/x',
        'x y',
        'deu',
        'DE',
        'Germany',
        'Deutschland',
        'gb',
        'UK',
        'zz',
        'United States',
        'USA',
        'Österreich',
        'desktop',
        'MOBILE',
        'Tablet',
        'phone',
        'web',
        'image',
        'yes',
        'no',
        'TRUE',
        'false',
        '1',
        'ja',
        'nein',
        'oui',
        'x',
        "tab\tin",
        "line\nin",
        '=1+1',
        "'=1+1",
        '@x',
        str_repeat('long ', 60),
        // Every word that a device, a yes or no, or a sort of search goes by, and some that are near to one.
        ...explode(
            ';',
            'computer;pc;mobile;smartphone;mobil;handy;tablet;Tablets;watch;si;sí;indexed;not indexed;listed;not listed;'.
                'follow;followed;dofollow;nofollow;in stock;out of stock;false;true;non;oui;excluded;ugc;sponsored;all;'.
                'image;images;video;videos;news;discover;Not Indexed; follow ;IMAGES',
        ),
    ];
    $told = [];
    $zone = new DateTimeZone('Asia/Tokyo');
    foreach (CellSort::cases() as $sort) {
        foreach (['.', ','] as $decimal) {
            foreach ([DateOrder::DayFirst, DateOrder::MonthFirst] as $order) {
                $reader = new RowReader(
                    [0 => new Field('f', 'Field', $sort, ['f'])],
                    new Dialect(',', 'UTF-8', 1, new NumberForm($decimal), $order),
                    $order === DateOrder::DayFirst ? null : $zone,
                );
                $told[] =
                    "{$sort->name} $decimal {$order->name} ".
                    keptLine(
                        ...array_map(static function (string $cell) use ($reader): mixed {
                            $read = $reader->read([$cell]);

                            return $read instanceof CellProblem ? "!$read->reason" : $read['f'];
                        }, $cells),
                    );
            }
        }
    }
    foreach ($cells as $nth => $cell) {
        $some = array_slice($cells, $nth, 4);
        $told[] = keptLine(
            $cell,
            DateOrder::DayFirst->parse($cell),
            DateOrder::MonthFirst->parse($cell),
            DateOrder::MonthFirst->parse($cell, $zone),
            DateReading::isOpen($cell),
            array_column(DateOrder::onlyOnes($some), 'value'),
            DateOrder::guess($some)?->value,
            NumberForm::guess($some)->decimal,
            get_object_vars(DateReading::of($some, '2026-06-30')),
            get_object_vars(DateReading::of($some, '2026-01-15', [DateOrder::MonthFirst])),
        );
    }
    $fields = [
        new Field('day', 'Day', CellSort::Day, ['date', 'day', 'tag']),
        new Field('clicks', 'Clicks', CellSort::Count, ['clicks', 'klicks']),
        new Field('page', 'Page', CellSort::Address, ['page', 'landing page', 'url']),
    ];
    foreach (
        [
            ['Date', 'Clicks', 'URL'],
            ['Landing Page', 'page', 'Klicks (all)'],
            ['Datum', 'Tag', 'clicks'],
            ['', '  ', 'PAGE '],
            ['pages', 'urls', 'dates'],
            ['landing-page', 'Total Clicks', 'Day'],
        ] as $names
    ) {
        $told[] = keptLine($names, Columns::match($names, $fields));
    }
    expect(implode("\n", $told))->toMatchSnapshot();
});

it('keeps which charset is guessed', function (): void {
    $texts = [
        'de' => 'Größe und Höhe, schöne Grüße für Mädchen',
        'fr' => 'Crème brûlée à l’été, où ça coûte déjà',
        'es' => '¿Cuántos años? El niño está aquí, ¡mañana!',
        'pl' => 'Zażółć gęślą jaźń, łódź świeci',
        'cs' => 'Příliš žluťoučký kůň úpěl ďábelské ódy',
        'hu' => 'Árvíztűrő tükörfúrógép őrült',
        'ru' => 'Съешь ещё этих мягких французских булок',
        'uk' => 'Жебракують філософи при ґанку церкви в Гадячі, ще й шатро їхнє п’яне',
        'el' => 'Ξεσκεπάζω την ψυχοφθόρα βδελυγμία',
        'tr' => 'Pijamalı hasta yağız şoföre çabucak güvendi',
        'he' => 'דג סקרן שט בים מאוכזב',
        'ar' => 'نص حكيم له سر قاطع',
        'lt' => 'Įlinkdama fechtuotojo špaga sublykčiojusi',
        'sv' => 'Flygande bäckasiner söka hwila på mjuka tuvor åäö',
        'da' => 'Høj bly gom vandt fræk sexquiz på wc',
        'th' => 'เป็นมนุษย์สุดประเสริฐเลิศคุณค่า',
        'ja' => 'いろはにほへとちりぬるを漢字カタカナ',
        'zh' => '我能吞下玻璃而不伤身体',
        'ko' => '다람쥐 헌 쳇바퀴에 타고파',
        'ro' => 'Gheorghe, obezul, a reuşit să obţină jucându-se',
        'hr' => 'Gojazni đačić s biciklom drži hmelj i finu vatu u džepu nošnje',
        'en' => 'Café – “naïve” £5 and 20°',
    ];
    $told = [];
    foreach ($texts as $language => $text) {
        foreach (
            [
                'windows-1250', 'windows-1251', 'windows-1252', 'windows-1253', 'windows-1254', 'windows-1255',
                'windows-1256', 'windows-1257', 'windows-874', 'iso-8859-2', 'koi8-r', 'macintosh', 'shift_jis', 'gbk',
                'big5', 'euc-kr',
            ] as $name
        ) {
            $encoding = Encoding::labelled($name);
            $bytes = $encoding?->encode($text);
            if ($bytes === null || mb_check_encoding($bytes, 'UTF-8')) {
                continue;
            }
            $guesses = array_map(
                static function (array $languages) use ($bytes): string {
                    $guess = CharsetGuess::of($bytes, $languages);

                    return $guess->encoding->label().($guess->isSure ? '!' : '');
                },
                [[], [$language], ['sk-SK', 'fa', 'bg']],
            );
            $told[] = "$language $name: ".implode(' ', $guesses);
        }
    }
    expect(implode("\n", $told))->toMatchSnapshot();
});
