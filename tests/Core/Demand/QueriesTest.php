<?php

declare(strict_types=1);

use Orchard\Core\Demand\QueryClass;
use Orchard\Core\Demand\QueryClassifier;

function classOf(string $query): QueryClass
{
    return (new QueryClassifier(['Tindrel', 'Lux & Co', 'OK'], ['Pell & Quince', 'Alma', 'Bo']))->classOf($query);
}

it('knows the store’s own brand, together or apart, and with one slip of typing', function (string $query): void {
    expect(classOf($query))->toBe(QueryClass::OwnBrand);
})->with([
    'tindrel',
    'TINDREL lamps',
    'lamps by tindrel',
    'tin drel',
    'tindrels',
    'tindrellamp',
    'www.tindrel.example',
    'tindrl',
    'tindrell',
    'tindral',
    'itndrel',
    'tnidrel',
    'tinrdel',
    'tindrle',
    'timdrel lamp',
    'tin derl',
    'lux and co' => 'lux & co',
    'luxco',
    'is ok any good',
    'where is tindrel made?',
]);

it('takes nothing for the brand that is two slips away, or only holds a short one', function (string $query): void {
    expect(classOf($query))->not->toBe(QueryClass::OwnBrand);
})->with(['tandril', 'trindle', 'okra', 'book', 'kindred', 'spindrel', 'tinder', 'drel', 'lux', 'lucia']);

it('knows makers by their whole names, of up to four words', function (): void {
    expect(classOf('lamp by pell quince'))
        ->toBe(QueryClass::Maker)
        ->and(classOf('alma desk lamp'))
        ->toBe(QueryClass::Maker)
        ->and(classOf('pell lamps'))
        ->toBe(QueryClass::Generic)
        ->and(classOf('almanac of lamps'))
        ->toBe(QueryClass::Generic)
        // A name of two letters says too little.
        ->and(classOf('bo lamp'))
        ->toBe(QueryClass::Generic)
        ->and((new QueryClassifier([], ['the good old lamp works']))->classOf('the good old lamp works'))
        ->toBe(QueryClass::Generic)
        ->and((new QueryClassifier([], ['good old lamp works']))->classOf('the good old lamp works'))
        ->toBe(QueryClass::Maker);
});

it('knows questions by a mark, or by their first word in a sentence', function (string $word): void {
    expect(classOf("$word lamp hangs"))
        ->toBe(QueryClass::Question)
        ->and(classOf("$word lamp"))
        ->toBe(QueryClass::Generic)
        ->and(classOf("lamp $word hangs"))
        ->toBe(QueryClass::Generic);
})->with([
    'how', 'what', 'which', 'why', 'when', 'where', 'who', 'can', 'does', 'do', 'is', 'are', 'should', 'wie', 'was',
    'welche', 'welcher', 'welches', 'warum', 'wann', 'wo', 'wer', 'kann', 'comment', 'quel', 'quelle', 'pourquoi',
    'quand', 'où', 'cómo', 'como', 'qué', 'cuál', 'cuándo', 'come', 'quale', 'perché', 'quando', 'hoe', 'wat',
    'welke', 'waarom',
]);

it('takes a question mark for a question, and everything else for what it is', function (): void {
    expect(classOf('brass lamp?'))
        ->toBe(QueryClass::Question)
        ->and(classOf('brass lamp'))
        ->toBe(QueryClass::Generic)
        ->and(classOf(''))
        ->toBe(QueryClass::Generic)
        ->and(classOf(str_repeat('x', 400)))
        ->toBe(QueryClass::Generic);
});
