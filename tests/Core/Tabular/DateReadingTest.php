<?php

declare(strict_types=1);

use Orchard\Core\Tabular\DateOrder;
use Orchard\Core\Tabular\DateReading;

/** @return list<string> the days of a span, written in an order */
function datesFrom(string $first, int $count, string $format, string $step = '+1 day'): array
{
    $cells = [];
    for ($day = new DateTimeImmutable($first); count($cells) < $count; $day = $day->modify($step)) {
        $cells[] = $day->format($format);
    }

    return $cells;
}

it('reads the order of dates from all that speaks for one', function (
    array $cells,
    array $hints,
    ?DateOrder $order,
    bool $isSure,
): void {
    $reading = DateReading::of(array_values($cells), '2026-11-29', array_values($hints));
    expect($reading->order)->toBe($order)->and($reading->isSure)->toBe($isSure);
})->with([
    'a day over twelve' => [['01/07/2026', '13/07/2026'], [DateOrder::MonthFirst], DateOrder::DayFirst, true],
    'a month written first' => [['07/01/2026', '07/13/2026'], [DateOrder::DayFirst], DateOrder::MonthFirst, true],
    'both' => [['13/07/2026', '07/13/2026'], [], null, false],
    'eleven days of July, day first' => [datesFrom('2026-07-01', 11, 'd/m/Y'), [], DateOrder::DayFirst, true],
    'eleven days of July, month first' => [datesFrom('2026-07-01', 11, 'm/d/Y'), [], DateOrder::MonthFirst, true],
    'a German store with days one after another' => [
        datesFrom('2026-07-01', 11, 'd/m/Y'),
        [DateOrder::DayFirst],
        DateOrder::DayFirst,
        true,
    ],
    'the firsts of months in a German store look like days' => [
        datesFrom('2026-01-01', 11, 'd/m/Y', '+1 month'),
        [DateOrder::DayFirst],
        DateOrder::DayFirst,
        false,
    ],
    'dots' => [['01.07.2026', '02.07.2026'], [], DateOrder::DayFirst, true],
    'one reading lies in the future' => [['03/12/2026', '04/12/2026'], [], DateOrder::MonthFirst, true],
    'nothing speaks' => [['03/04/2026', '05/04/2026'], [], DateOrder::DayFirst, false],
    'the market speaks' => [['03/04/2026', '05/04/2026'], [DateOrder::MonthFirst], DateOrder::MonthFirst, true],
    'two hints that do not agree' => [
        ['03/04/2026', '05/04/2026'],
        [DateOrder::MonthFirst, DateOrder::DayFirst],
        DateOrder::MonthFirst,
        false,
    ],
    'the same either way' => [['05/05/2026'], [], DateOrder::DayFirst, true],
    'no such dates' => [['2026-07-01', 'x'], [], DateOrder::DayFirst, true],
]);

it('takes a time with its offset to the day of a zone', function (string $cell, string $zone, string $day): void {
    expect(DateOrder::DayFirst->parse($cell, new DateTimeZone($zone)))->toBe($day);
})->with([
    ['2026-07-01T14:30:00Z', 'Europe/Berlin', '2026-07-01'],
    ['2026-07-01T22:30:00Z', 'Europe/Berlin', '2026-07-02'],
    ['2026-07-01 22:30:00 +00:00', 'Asia/Tokyo', '2026-07-02'],
    ['2026-07-01T02:30:00.123+02:00', 'America/New_York', '2026-06-30'],
    ['01/07/2026 23:30 +0000', 'Europe/Berlin', '2026-07-02'],
    ['Wed, 01 Jul 2026 23:30:00 GMT', 'Europe/Berlin', '2026-07-02'],
    ['2026-03-28T23:30:00Z', 'Europe/Berlin', '2026-03-29'],
    ['2026-10-25T23:30:00Z', 'Europe/Berlin', '2026-10-26'],
    // A time that tells no offset is the store's own.
    ['2026-07-01T23:30:00', 'Asia/Tokyo', '2026-07-01'],
    ['2026-07-01', 'Asia/Tokyo', '2026-07-01'],
]);
