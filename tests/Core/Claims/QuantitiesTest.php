<?php

declare(strict_types=1);

use Orchard\Core\Claims\QuantityReader;

/** @return list<array{string, float}> measures and low ends, as they are read */
function quantitiesIn(string $text): array
{
    return array_map(
        static fn (array $one): array => [$one['quantity']->of, round($one['quantity']->low, 6)],
        (new QuantityReader())->read($text),
    );
}

// What each unit is of its base unit: SI, the international yard and pound of 1959, imperial pints and gallons.
it('knows units as they are written', function (string $of, float $factor, array $written): void {
    foreach ($written as $unit) {
        foreach (["7 $unit", "7$unit", mb_strtoupper("7 $unit"), "it takes 7 $unit, then"] as $text) {
            expect(quantitiesIn($text))->toBe([[$of, round(7 * $factor, 6)]], $text);
        }
    }
})->with([
    ['length', 0.001, ['mm', 'millimetre', 'millimetres', 'millimeter', 'millimeters']],
    ['length', 0.01, ['cm', 'centimetre', 'centimeters', 'Zentimeter', 'Zentimetern']],
    ['length', 1.0, ['m', 'metre', 'metres', 'meter', 'meters', 'Metern']],
    ['length', 1000.0, ['km']],
    ['length', 0.0254, ['inch', 'inches', 'Zoll', '″', '"']],
    ['length', 0.3048, ['foot', 'feet', 'ft']],
    ['length', 0.9144, ['yard', 'yards']],
    ['area', 1.0, ['m²', 'm2', 'qm', 'square metre', 'square meters', 'Quadratmeter', 'Quadratmetern']],
    ['area', 0.0001, ['cm²']],
    ['weight', 0.001, ['mg']],
    ['weight', 1.0, ['g', 'gram', 'grams', 'gramme', 'grammes', 'Gramm']],
    ['weight', 1000.0, ['kg', 'kilo', 'kilos', 'kilogram', 'kilogramm', 'kilograms', 'kilogramme']],
    ['weight', 500.0, ['Pfund']],
    ['weight', 453.592, ['lb', 'lbs', 'pound', 'pounds']],
    ['weight', 28.3495, ['oz', 'ounce', 'ounces']],
    ['weave', 1.0, ['g/m²', 'g/m2', 'gsm']],
    ['volume', 0.001, ['ml', 'millilitre', 'milliliters']],
    ['volume', 0.01, ['cl']],
    ['volume', 0.1, ['dl']],
    ['volume', 1.0, ['l', 'litre', 'litres', 'liter', 'liters', 'Litern']],
    ['volume', 0.568, ['pint', 'pints']],
    ['volume', 4.546, ['gallon', 'gallons']],
    ['power', 1.0, ['w', 'watt', 'watts']],
    ['power', 1000.0, ['kW', 'kilowatt', 'kilowatts']],
    ['light', 1.0, ['lm', 'lumen', 'lumens']],
    ['colour temperature', 1.0, ['K', 'kelvin']],
    ['voltage', 1.0, ['V', 'volt', 'volts']],
    ['charge', 1.0, ['mAh']],
    ['charge', 1000.0, ['Ah']],
    ['frequency', 1.0, ['Hz', 'hertz']],
    ['frequency', 1000.0, ['kHz']],
    ['sound', 1.0, ['dB', 'decibel', 'decibels', 'Dezibel']],
    ['temperature', 1.0, ['°C', '° C', '° Celsius', 'Grad', 'Grad Celsius', 'degrees', 'degrees Celsius']],
    ['share', 1.0, ['%', 'per cent', 'percent', 'Prozent']],
    ['months', 1.0, ['month', 'months', 'Monat', 'Monate', 'Monaten']],
    ['months', 12.0, ['year', 'years', 'yrs', 'yr', 'Jahr', 'Jahre', 'Jahren']],
    ['months', 120.0, ['decade', 'decades', 'Jahrzehnt', 'Jahrzehnte', 'Jahrzehnten']],
    ['hours', 1.0, ['hour', 'hours', 'hr', 'hrs', 'h', 'Stunde', 'Stunden']],
    ['hours', 1 / 60, ['min', 'minute', 'minutes', 'Minuten']],
    ['hours', 1 / 3600, ['second', 'seconds', 'Sekunde', 'Sekunden']],
    ['days', 1.0, ['day', 'days', 'Tag', 'Tage', 'Tagen', 'Werktag', 'Werktage', 'Werktagen']],
    ['days', 7.0, ['week', 'weeks', 'Woche', 'Wochen']],
]);

it('reads German adjectives of time in all their endings', function (string $stem, string $of, float $factor): void {
    foreach (['', 'e', 'er', 'en', 'em', 'es'] as $end) {
        expect(quantitiesIn("10-$stem$end"))->toBe([[$of, 10 * $factor]], $stem.$end);
    }
})->with([
    ['jährig', 'months', 12.0],
    ['monatig', 'months', 1.0],
    ['stündig', 'hours', 1.0],
    ['tägig', 'days', 1.0],
    ['wöchig', 'days', 7.0],
]);

// ICU spells the numbers, so that their truth is not that of the code.
it('reads numbers to ninety-nine in words, as another program spells them', function (string $language): void {
    $speller = new NumberFormatter($language, NumberFormatter::SPELLOUT);
    for ($n = 1; $n < 100; $n++) {
        $word = str_replace("\u{ad}", '', (string) $speller->format($n));
        $word = $n === 1 && $language === 'de' ? 'ein' : $word;
        foreach (
            [$word, mb_strtoupper(mb_substr($word, 0, 1)).mb_substr($word, 1), str_replace('-', ' ', $word)] as $text
        ) {
            expect(quantitiesIn("$text kg"))->toBe([['weight', 1000.0 * $n]], "$text is $n");
        }
    }
    expect(quantitiesIn('dreissig kg'))
        ->toBe([['weight', 30_000.0]])
        ->and(quantitiesIn('fünfundsechzigste'))
        ->toBe([])
        ->and(quantitiesIn('einundzwanzigjährig'))
        ->toBe([['months', 252.0]]);
})->with(['en', 'de']);

it('reads dozens, halves and round numbers', function (float $value, array $written): void {
    foreach ($written as $words) {
        expect(quantitiesIn("$words kg"))->toBe([['weight', 1000 * $value]], $words);
    }
})->with([
    [0.25, ['a quarter of a']],
    [
        0.5,
        [
            'half a', 'half an', 'a half', 'einen halben', 'ein halber', 'einem halben', 'eine halbe', 'einer halben',
            'ein halbes',
        ],
    ],
    [1.0, ['one', 'a', 'an', 'ein', 'eine', 'einen', 'einem', 'einer']],
    [1.5, ['one and a half', 'eineinhalb', 'anderthalb']],
    [2.0, ['a pair of']],
    [2.5, ['two and a half', 'zweieinhalb']],
    [6.0, ['half a dozen', 'ein halbes Dutzend', 'halbes Dutzend']],
    [12.0, ['a dozen', 'one dozen', 'dozen', 'ein Dutzend', 'Dutzend']],
    [24.0, ['two dozen', 'zwei Dutzend']],
    [100.0, ['hundred', 'a hundred', 'one hundred', 'hundert']],
    [1000.0, ['a thousand', 'one thousand', 'tausend']],
]);

it('reads currencies before and behind their figure', function (string $code, array $before, array $behind): void {
    foreach (
        [
            ...array_map(static fn (string $sign): string => "$sign 49.90", $before),
            ...array_map(
                static fn (string $sign): string => "{$sign}49.90",
                array_filter($before, static fn (string $sign): bool => ! ctype_alpha($sign)),
            ),
            ...array_map(static fn (string $sign): string => "49,90 $sign", $behind),
        ] as $text
    ) {
        expect(quantitiesIn($text))->toBe([["price $code", 49.9]], $text);
    }
})->with([
    ['EUR', ['€', 'EUR'], ['€', 'EUR', 'Euro', 'euros']],
    ['GBP', ['£', 'GBP'], ['£', 'GBP']],
    ['USD', ['$', 'USD'], ['$', 'USD', 'dollar', 'dollars']],
    ['CHF', ['CHF'], ['CHF', 'Franken']],
]);

it('tells what is said of a figure: about, above, below, or that it is the end itself', function (
    string $bound,
    array $words,
): void {
    foreach ($words as $word) {
        $read = (new QuantityReader())->read("$word 54 cm");
        expect($read)->toHaveCount(1)->and($read[0]['quantity']->bound)->toBe($bound, $word);
    }
})->with([
    [
        'about',
        [
            'about', 'around', 'roughly', 'approx', 'approx.', 'approximately', 'circa', 'ca.', 'nearly', 'almost',
            'rund', 'etwa', 'ungefähr', 'fast', 'knapp', '~',
        ],
    ],
    ['above', ['over', 'more than', 'above', 'über', 'mehr als']],
    ['below', ['under', 'less than', 'below', 'unter', 'weniger als']],
    ['', ['at least', 'from', 'mindestens', 'ab', 'up to', 'bis zu', 'höchstens']],
]);

it('reads thousands and decimals by either sign, and how exact they are', function (
    string $written,
    float $value,
    float $step,
): void {
    $read = (new QuantityReader())->read("$written kg")[0]['quantity'];
    expect(round($read->low, 6))
        ->toBe(1000 * $value)
        ->and(round($read->step, 6))
        ->toBe(1000 * $step);
})->with([
    ['1,234', 1234.0, 1.0],
    ['1.234', 1234.0, 1.0],
    ['0.540', 0.54, 0.001],
    ['0,540', 0.54, 0.001],
    ['1.5', 1.5, 0.1],
    ['12,25', 12.25, 0.01],
    ['1.2345', 1.2345, 0.0001],
    ['1,234,567', 1_234_567.0, 1.0],
    ['1.234.567,89', 1_234_567.89, 0.01],
    ["1'234", 1234.0, 1.0],
    ["1\u{a0}234", 1234.0, 1.0],
    ["1\u{202f}234,5", 1234.5, 0.1],
    ['12', 12.0, 1.0],
    ['1234.567', 1234.567, 1.0],
]);

it('reads sizes of several sides, and ranges, with their units once or each', function (
    string $text,
    array $wanted,
): void {
    expect(
        array_map(
            static fn (array $one): array => [
                round($one['quantity']->low, 4),
                round($one['quantity']->high, 4),
                $one['text'],
            ],
            (new QuantityReader())->read($text),
        ),
    )->toBe($wanted);
})->with([
    ['60 × 40 cm', [[0.6, 0.6, '60 × 40 cm'], [0.4, 0.4, '60 × 40 cm']]],
    ['60 by 40 cm', [[0.6, 0.6, '60 by 40 cm'], [0.4, 0.4, '60 by 40 cm']]],
    ['60 mal 40 cm', [[0.6, 0.6, '60 mal 40 cm'], [0.4, 0.4, '60 mal 40 cm']]],
    ['60 cm x 40 cm', [[0.6, 0.6, '60 cm x 40 cm'], [0.4, 0.4, '60 cm x 40 cm']]],
    ['30 and 40 cm', [[0.3, 0.3, '30 and 40 cm'], [0.4, 0.4, '30 and 40 cm']]],
    ['30 und 40 cm', [[0.3, 0.3, '30 und 40 cm'], [0.4, 0.4, '30 und 40 cm']]],
    ['30 bis 40 cm', [[0.3, 0.4, '30 bis 40 cm']]],
    ['30-40 cm', [[0.3, 0.4, '30-40 cm']]],
    ['30 to 40 EUR', [[30.0, 40.0, '30 to 40 EUR']]],
    ['54 in, 60 in. wide and 70 in brass', [[1.3716, 1.3716, '54 in'], [1.524, 1.524, '60 in'], [70.0, 70.0, '70']]],
]);

it('takes a half behind a unit for a half of that unit', function (string $text, float $value): void {
    $first = (new QuantityReader())->read($text)[0];
    expect($first['quantity']->low)->toBe($value)->and($first['text'])->toBe($text);
})->with([['A kilo and a half', 1500.0], ['two metres and a half', 2.5]]);
