<?php

declare(strict_types=1);

use Orchard\Core\Duplicates\Identity;
use Orchard\Core\Duplicates\Judge;
use Orchard\Core\Duplicates\Kinship;
use Orchard\Core\Duplicates\TellingWords;

it('says why, and how sure it is', function (
    array $a,
    array $b,
    Kinship $kinship,
    float $sureness,
    string $reason,
    bool $declared = false,
): void {
    foreach ([[identityOf($a), identityOf($b)], [identityOf($b), identityOf($a)]] as [$one, $other]) {
        $told = (new Judge(new TellingWords()))->judge($one, $other, isDeclared: $declared);
        expect($told->kinship)->toBe($kinship)->and($told->sureness)->toBe($sureness);
    }
    expect(
        (new Judge(new TellingWords()))->judge(identityOf($a), identityOf($b), isDeclared: $declared)->reason(),
    )->toBe($reason);
})->with([
    'two markets' => [[], ['market' => 2], Kinship::Language, 1.0, 'pages of two markets'],
    'two languages' => [
        ['language' => 'en-GB'],
        ['language' => 'de'],
        Kinship::Language,
        1.0,
        'in two languages: en and de',
    ],
    'one number' => [['number' => 'A1'], ['number' => 'A1'], Kinship::Same, 0.99, 'stock number A1 on both'],
    'one number, two colours' => [
        ['number' => 'A1', 'h1' => 'Aurora brass'],
        ['number' => 'A1', 'h1' => 'Aurora copper'],
        Kinship::Variant,
        0.95,
        'stock number A1 on both; “brass” against “copper”',
    ],
    'one number by mistake' => [
        ['number' => '0'],
        ['number' => '0', 'h1' => 'Garden hose', 'text' => 'Water comes out here when the tap is on'],
        Kinship::Distinct,
        0.6,
        'stock number 0 on both, but nothing else is alike',
    ],
    'two numbers, two colours' => [
        ['number' => 'A1', 'h1' => 'Aurora brass'],
        ['number' => 'A2', 'h1' => 'Aurora copper'],
        Kinship::Distinct,
        0.99,
        'two products: “brass” against “copper”',
    ],
    'two numbers, one text' => [
        ['number' => 'A1'],
        ['number' => 'A2'],
        Kinship::Clone,
        0.9,
        'stock numbers A1 and A2 with the same text',
    ],
    'two numbers' => [
        ['number' => 'A1'],
        ['number' => 'A2', 'text' => 'Something else is said of this lamp'],
        Kinship::Distinct,
        0.95,
        'stock numbers A1 and A2',
    ],
    'two numbers without a text' => [
        ['number' => 'A1', 'text' => ''],
        ['number' => 'A2', 'text' => ''],
        Kinship::Distinct,
        0.95,
        'stock numbers A1 and A2',
    ],
    'two numbers, nearly one text that is too short on one' => [
        ['number' => 'A1', 'text' => implode(' ', array_slice(explode(' ', PLAIN_TEXT), 0, 57))],
        ['number' => 'A2', 'text' => implode(' ', array_slice(explode(' ', PLAIN_TEXT), 0, 63))],
        Kinship::Distinct,
        0.95,
        'stock numbers A1 and A2',
    ],
    'two numbers, nearly one text' => [
        ['number' => 'A1', 'text' => implode(' ', array_slice(explode(' ', PLAIN_TEXT), 0, 70))],
        ['number' => 'A2'],
        Kinship::Clone,
        0.9,
        'stock numbers A1 and A2 with the same text',
    ],
    'a list and no list' => [
        ['product' => false, 'items' => [1, 2, 3]],
        ['product' => false],
        Kinship::Distinct,
        0.9,
        'one lists products and the other does not',
    ],
    'one list' => [
        ['product' => false, 'items' => [1, 2, 3]],
        ['product' => false, 'items' => [1, 2, 3]],
        Kinship::Same,
        0.95,
        'the same products under the same heading',
    ],
    'one list in another order' => [
        ['product' => false, 'items' => [1, 2, 3]],
        ['product' => false, 'items' => [3, 1, 2]],
        Kinship::Same,
        0.95,
        'the same products in another order',
    ],
    'one list, two headings' => [
        ['product' => false, 'items' => [1, 2, 3], 'h1' => 'Wall lamps'],
        ['product' => false, 'items' => [1, 2, 3], 'h1' => 'Hall lights'],
        Kinship::Distinct,
        0.6,
        'the same products under another heading',
    ],
    'one list, as the shop says' => [
        ['product' => false, 'items' => [1, 2, 3], 'h1' => 'Wall lamps'],
        ['product' => false, 'items' => [1, 2, 3], 'h1' => 'Hall lights'],
        Kinship::Same,
        0.9,
        'the same products, and the shop itself says that they are one',
        true,
    ],
    'a part of a list' => [
        ['product' => false, 'items' => [1, 2, 3, 4, 5]],
        ['product' => false, 'items' => [1, 2, 3]],
        Kinship::Narrower,
        0.8,
        '3 of 5 products',
    ],
    'another part of it' => [
        ['product' => false, 'items' => [1, 2, 3]],
        ['product' => false, 'items' => [4, 5, 6]],
        Kinship::Series,
        0.8,
        'the same heading, none of the same products',
    ],
    'lists that overlap' => [
        ['product' => false, 'items' => [1, 2, 3]],
        ['product' => false, 'items' => [3, 4, 5]],
        Kinship::Distinct,
        0.9,
        '1 products on both, others on one alone',
    ],
    'a known list of one product' => [
        ['product' => false, 'list' => true, 'items' => [1]],
        ['product' => false, 'list' => true, 'items' => [2]],
        Kinship::Series,
        0.8,
        'the same heading, none of the same products',
    ],
    'two products, and none' => [
        ['product' => false, 'items' => [1, 2]],
        ['product' => false],
        Kinship::Distinct,
        0.7,
        'one shows products and the other none',
    ],
    'one of two products' => [
        ['product' => false, 'items' => [1]],
        ['product' => false, 'items' => [1, 2]],
        Kinship::Narrower,
        0.7,
        '1 of 2 products',
    ],
    'another product' => [
        ['product' => false, 'items' => [1]],
        ['product' => false, 'items' => [2]],
        Kinship::Series,
        0.7,
        'the same heading, none of the same products',
    ],
    'two of three' => [
        ['product' => false, 'items' => [1, 2]],
        ['product' => false, 'items' => [2, 3]],
        Kinship::Distinct,
        0.9,
        '1 products on both, others on one alone',
    ],
    'few words beside other links' => [
        ['product' => false, 'text' => 'See them all', 'links' => [1, 2, 3]],
        ['product' => false, 'text' => 'See them all', 'links' => [7, 8, 9]],
        Kinship::Distinct,
        0.5,
        'the same few words beside other links say too little',
    ],
    'few words beside some of the same links, as the shop says' => [
        ['product' => false, 'text' => 'See them all', 'links' => [1, 2, 3]],
        ['product' => false, 'text' => 'See them all', 'links' => [3, 8, 9]],
        Kinship::Narrower,
        0.6,
        'the same words beside some of the same links',
        true,
    ],
    'few words beside too few of the same links, as the shop says' => [
        ['product' => false, 'text' => 'See them all', 'links' => [1, 2, 3, 4]],
        ['product' => false, 'text' => 'See them all', 'links' => [4, 7, 8, 9]],
        Kinship::Same,
        0.98,
        'the same text',
        true,
    ],
    'few words beside links and beside none, as the shop says' => [
        ['product' => false, 'text' => 'See them all', 'links' => [1, 2]],
        ['product' => false, 'text' => 'See them all'],
        Kinship::Same,
        0.98,
        'the same text',
        true,
    ],
    'enough words beside other links' => [
        ['product' => false, 'links' => [1, 2, 3]],
        ['product' => false, 'links' => [7, 8, 9]],
        Kinship::Same,
        0.98,
        'the same text',
    ],
    'one number, and none' => [['number' => 'A1'], [], Kinship::Same, 0.98, 'the same text'],
    'other products without a heading' => [
        ['product' => false, 'items' => [1], 'h1' => ''],
        ['product' => false, 'items' => [2], 'h1' => ''],
        Kinship::Distinct,
        0.9,
        '0 products on both, others on one alone',
    ],
    'the same text, by titles under another heading' => [
        ['h1' => '', 'title' => 'How to hang it'],
        ['h1' => 'Ceilings explained'],
        Kinship::Clone,
        0.7,
        'the same text under another heading',
    ],
    'the same text, without a heading and a title' => [
        ['h1' => ''],
        ['h1' => ''],
        Kinship::Same,
        0.98,
        'the same text',
    ],
    'the same text, with a heading and without' => [
        ['h1' => '', 'title' => ''],
        ['h1' => 'Ceilings explained'],
        Kinship::Clone,
        0.7,
        'the same text under another heading',
    ],
    'the same list, by titles where one has no heading' => [
        ['product' => false, 'items' => [1, 2, 3], 'h1' => '', 'title' => 'Wall lamps'],
        ['product' => false, 'items' => [1, 2, 3], 'h1' => 'Wall lamps', 'title' => 'Hall lights'],
        Kinship::Distinct,
        0.6,
        'the same products under another heading',
    ],
    'the same list, by headings whatever titles say' => [
        ['product' => false, 'items' => [1, 2, 3], 'h1' => 'Lamps', 'title' => 'Lamps that we hang'],
        ['product' => false, 'items' => [1, 2, 3], 'h1' => 'Lamps', 'title' => 'Come in and see'],
        Kinship::Same,
        0.95,
        'the same products under the same heading',
    ],
    'a word that the other says in its text' => [
        ['h1' => 'Aurora brass'],
        ['text' => PLAIN_TEXT."\nBrass"],
        Kinship::Same,
        0.98,
        'nearly the same text, 99 of 100 runs of words',
    ],
    'a number that the other has nowhere' => [
        ['h1' => 'Aurora 200'],
        [],
        Kinship::Distinct,
        0.95,
        'told apart by “200” on this one alone',
    ],
    'a text that holds a shorter one, under the same name' => [
        [],
        ['text' => implode(' ', array_slice(explode(' ', PLAIN_TEXT), 0, 50))],
        Kinship::Same,
        0.8,
        'title and H1 are the same, and 100 of 100 runs of words of the shorter text',
    ],
    'the same, told apart by a place in the title' => [
        ['product' => false, 'title' => 'Workshop in Marfield', 'text' => 'Marfield. '.PLAIN_TEXT],
        ['product' => false, 'title' => 'Workshop in Ostwick', 'text' => 'Ostwick. '.PLAIN_TEXT],
        Kinship::Distinct,
        0.95,
        'told apart by “marfield” against “ostwick”',
    ],
    'the same, told apart by a place in the name' => [
        ['name' => 'Workshop in Marfield', 'text' => 'Marfield. '.PLAIN_TEXT],
        ['name' => 'Workshop in Ostwick', 'text' => 'Ostwick. '.PLAIN_TEXT],
        Kinship::Distinct,
        0.95,
        'told apart by “marfield” against “ostwick”',
    ],
    'nothing at all' => [['text' => ''], ['text' => ''], Kinship::Distinct, 0.3, 'too little text to tell'],
    'told apart by a word' => [
        ['h1' => 'Aurora brass'],
        ['h1' => 'Aurora copper'],
        Kinship::Distinct,
        0.95,
        'told apart by “brass” against “copper”',
    ],
    'a colour at one path' => [
        ['path' => '/lamp?c=1', 'text' => PLAIN_TEXT."\nBrass"],
        ['path' => '/lamp?c=2', 'text' => PLAIN_TEXT."\nCopper"],
        Kinship::Variant,
        0.85,
        'one name at one path; “brass” against “copper”',
    ],
    'the same text' => [[], [], Kinship::Same, 0.98, 'the same text'],
    'the same text under another heading' => [
        ['h1' => 'How to hang it'],
        ['h1' => 'Ceilings explained'],
        Kinship::Clone,
        0.7,
        'the same text under another heading',
    ],
    'other texts' => [
        ['h1' => 'One'],
        ['h1' => 'Other', 'text' => 'A bench that stands in the garden.'],
        Kinship::Distinct,
        0.9,
        'unlike: 0 of 100 runs of words',
    ],
]);

it('takes a text that was edited for the same as long as most of it stands, and says how much', function (
    int $changed,
    Kinship $kinship,
    string $words,
): void {
    $text = explode(' ', PLAIN_TEXT);
    $runs = count($text) - 2;
    for ($i = 0; $i < $changed; $i++) {
        $text[count($text) - 1 - $i] = "other$i";
    }
    // Each word at the end that was changed is in one run more that is not shared.
    $likeness = round((100 * ($runs - $changed)) / ($runs + $changed));
    $contained = round((100 * ($runs - $changed)) / $runs);
    $told = (new Judge(new TellingWords()))->judge(identityOf([]), identityOf(['text' => implode(' ', $text)]));
    expect($told->kinship)->toBe($kinship)->and($told->reason())->toBe(sprintf($words, $likeness, $contained));
})->with([
    [2, Kinship::Same, 'nearly the same text, %1$s of 100 runs of words'],
    [6, Kinship::Same, 'nearly the same text, %1$s of 100 runs of words'],
    [20, Kinship::Same, 'title and H1 are the same, and %2$s of 100 runs of words of the shorter text'],
    [60, Kinship::Distinct, 'unlike: %1$s of 100 runs of words'],
]);

it('tells what part of the links two pages of few words share', function (): void {
    $page = static fn (array $links): Identity => identityOf([
        'product' => false,
        'text' => 'See them all',
        'links' => $links,
    ]);
    $judge = new Judge(new TellingWords());
    expect($judge->judge($page([1]), $page([1, 2]), isDeclared: true)->likeness)
        ->toBe(1.0)
        ->and($judge->judge($page([1, 2, 3, 4]), $page([1, 2, 7]), isDeclared: true)->likeness)
        ->toBe(2 / 3);
});
