<?php

declare(strict_types=1);

use Orchard\Core\Duplicates\Difference;
use Orchard\Core\Duplicates\Identity;
use Orchard\Core\Duplicates\Judge;
use Orchard\Core\Duplicates\Kinship;
use Orchard\Core\Duplicates\PairReason;
use Orchard\Core\Duplicates\Reading;
use Orchard\Core\Duplicates\TellingWords;
use Orchard\Core\Url\PageUrl;

/**
 * A page with a text of its own; what is given replaces it.
 *
 * @param  list<int>  $items
 */
function seenPage(
    string $path,
    string $h1 = 'Aurora lamp',
    string $text = '',
    string $number = '',
    string $title = '',
    bool $isProduct = true,
    array $items = [],
    int $market = 1,
    string $language = 'en',
): Identity {
    static $next = 0;
    $text =
        $text !== ''
            ? $text
            : 'A lamp that hangs above the table and gives a warm light all evening long. Its shade is spun from one sheet in a workshop by the river and the cord is woven by hand so that it never tangles when you hang it. Each one is tested for a day before it leaves us and comes with a spare cord a hook and a small bag of screws that fit every ceiling we have ever met in our long lives as lamp makers.';

    return new Identity(
        ++$next,
        PageUrl::parse('https://shop.example'.$path) ?? throw new LogicException($path),
        $market,
        $language,
        $isProduct,
        $title !== '' ? $title : $h1,
        $h1,
        $number,
        $number === '' ? '' : $h1,
        explode("\n", $text),
        $items,
    );
}

function townText(string $town): string
{
    return "$town. ".implode(' ', seenPage('/x')->lines)." See you in $town.";
}

/** A page whose product alone has a name of its own. */
function named(string $path, string $name, string $text): Identity
{
    $page = seenPage($path, 'Lamps', $text, title: 'Lamps');

    return new Identity(
        $page->page,
        $page->url,
        $page->market,
        $page->language,
        true,
        $page->title,
        $page->h1,
        $page->number,
        $name,
        $page->lines,
        $page->items,
    );
}

function kinship(Identity $a, Identity $b, ?TellingWords $telling = null): Kinship
{
    return (new Judge($telling ?? new TellingWords()))->judge($a, $b)->kinship;
}

it('takes one stock number for one product, though a word in seven was changed', function (): void {
    $a = seenPage('/lamp/aurora', number: 'A-1');
    $words = explode(' ', implode(' ', $a->lines));
    foreach ($words as $i => $word) {
        $words[$i] = $i % 7 === 3 ? "other$i" : $word;
    }
    $b = seenPage('/sale/aurora', number: 'A-1', text: implode(' ', $words));
    $judge = new Judge(new TellingWords());
    expect($judge->judge($a, $b)->kinship)->toBe(Kinship::Same)->and($judge->likeness($a, $b))->toBeLessThan(0.8);
});

it('keeps products apart that share all words but one figure, and shows the figure', function (
    string $ours,
    string $theirs,
    string $class,
): void {
    $a = seenPage('/lamp/a', "Aurora $ours");
    $b = seenPage('/lamp/b', "Aurora $theirs");
    $judge = new Judge(new TellingWords(['Halden', 'Mirre']));
    $kin = $judge->judge($a, $b);
    expect($kin->kinship)
        ->toBe(Kinship::Distinct)
        ->and($judge->likeness($a, $b))
        ->toBe(1.0)
        ->and($kin->difference)
        ->toMatchObject([
            'class' => $class,
            'ours' => mb_strtolower(str_replace([' ', '×'], ['', 'x'], $ours)),
            'theirs' => mb_strtolower(str_replace([' ', '×'], ['', 'x'], $theirs)),
        ])
        ->and($judge->judge($b, $a)->kinship)
        ->toBe(Kinship::Distinct);
})->with([
    'a socket' => ['E27', 'E14', 'code'],
    'a length' => ['30 cm', '40 cm', 'figure cm'],
    'a length without a space' => ['120cm', '150cm', 'figure cm'],
    'a pair of lengths' => ['40×60 cm', '50×60 cm', 'figure cm'],
    'a colour' => ['brass', 'copper', 'colour'],
    'a German colour' => ['schwarz', 'weiß', 'colour'],
    'a material' => ['oak', 'walnut', 'material'],
    'a size' => ['XL', 'XXL', 'size'],
    'a number' => ['200', '300', 'number'],
    'a maker' => ['Halden', 'Mirre', 'attribute'],
    'a French colour' => ['noir', 'blanc', 'colour'],
]);

it('finds the difference in a line of the text where the names are the same', function (): void {
    $text = implode("\n", seenPage('/x')->lines);
    expect(kinship(seenPage('/lamp/a', text: "$text\nSocket\nE27"), seenPage('/lamp/b', text: "$text\nSocket\nE14")))
        ->toBe(Kinship::Distinct)
        ->and(
            kinship(
                seenPage('/lamp/a', text: "$text\nLength: 30 cm"),
                seenPage('/lamp/b', text: "$text\nLength: 45 cm"),
            ),
        )
        ->toBe(Kinship::Distinct)
        ->and(kinship(seenPage('/lamp/a', text: "$text\nSocket\nE27"), seenPage('/print/a', text: $text)))
        ->toBe(Kinship::Same);
});

it('leaves out what changes from day to day: prices, dates, ratings', function (): void {
    $text = implode("\n", seenPage('/x')->lines);
    expect(
        kinship(
            seenPage('/a', text: "$text\nNow € 49.90 since 2026-03-01, 4.5 of 5"),
            seenPage('/b', text: "$text\nNow € 39.90 since 2026-05-01, 4.7 of 5"),
        ),
    )->toBe(Kinship::Same);
});

it('keeps pages of one template apart that differ in a place alone', function (): void {
    $page = static fn (string $town): Identity => seenPage(
        "/shops/$town",
        "Our workshop in $town",
        "$town. ".implode(' ', seenPage('/x')->lines)." See you in $town.",
        isProduct: false,
    );
    expect(kinship($page('Marfield'), $page('Ostwick')))
        ->toBe(Kinship::Distinct)
        ->and(
            Difference::bySubstitution($page('Marfield'), $page('Ostwick'), new TellingWords())
                ?->reason(PairReason::ToldApart)
                ->words(),
        )
        ->toBe('told apart by “marfield” against “ostwick”');
});

it('finds the word that tells two pages apart in heading, title or name', function (
    callable $make,
    bool $isFound,
): void {
    $difference = Difference::bySubstitution($make('Marfield'), $make('Ostwick'), new TellingWords());
    expect([$difference?->ours, $difference?->theirs])->toBe($isFound ? ['marfield', 'ostwick'] : [null, null]);
})->with([
    'heading' => [
        static fn (string $town): Identity => seenPage("/$town", "Workshop $town", townText($town), title: 'Workshops'),
        true,
    ],
    'title' => [
        static fn (string $town): Identity => seenPage("/$town", 'Workshop', townText($town), title: "Workshop $town"),
        true,
    ],
    'name' => [static fn (string $town): Identity => named("/$town", "Lamp $town", townText($town)), true],
    'none of them' => [static fn (string $town): Identity => seenPage("/$town", 'Workshop', townText($town)), false],
    'the text says neither' => [
        static fn (string $town): Identity => seenPage("/$town", "Workshop $town", townText('the town')),
        false,
    ],
    'the text differs besides' => [
        static fn (string $town): Identity => seenPage(
            "/$town",
            "Workshop $town",
            townText($town).
                ($town === 'Ostwick' ? ' It keeps a ferry, and seven mills where barley and rye are ground.' : ''),
        ),
        false,
    ],
    'four words differ' => [
        static fn (string $town): Identity => seenPage(
            "/$town",
            "Workshop $town north$town south$town east$town",
            townText("$town north$town south$town east$town"),
        ),
        false,
    ],
]);

it('tells what stands around a word: its line without it, or the line before where it stands alone', function (): void {
    $page = seenPage('/a', text: "A warm light\nHeight\n54 cm\nShade of brass and linen\n1.5 × 2 m");
    $reading = new Reading($page, new TellingWords());
    expect($reading->contexts('brass'))
        ->toBe(['shade of and linen'])
        ->and($reading->contexts('54 cm'))
        ->toBe(['height|'])
        ->and($reading->contexts('54cm'))
        ->toBe(['height|'])
        ->and($reading->contexts('1.5x2m'))
        ->toBe(['shade of brass and linen|'])
        ->and($reading->contexts('copper'))
        ->toBe([]);
});

it('takes nearly the same text under the same heading for one page, under another for a clone', function (): void {
    $text = implode(' ', seenPage('/x')->lines);
    $edited = str_replace('warm light', 'soft light', $text);
    expect(
        kinship(
            seenPage('/journal/a', 'How to hang it', $text, isProduct: false),
            seenPage('/archive/a', 'How to hang it', $edited, isProduct: false),
        ),
    )
        ->toBe(Kinship::Same)
        ->and(
            kinship(
                seenPage('/journal/a', 'Hanging lamps well', $text, isProduct: false),
                seenPage('/archive/a', 'Ceilings explained', $edited, isProduct: false),
            ),
        )
        ->toBe(Kinship::Clone)
        ->and(
            kinship(
                seenPage('/lamp/a', 'Aurora lamp', number: 'A-1'),
                seenPage('/lamp/a-copy', 'Aurora lamp (copy)', number: 'A-2'),
            ),
        )
        ->toBe(Kinship::Clone)
        ->and(kinship(seenPage('/lamp/a', 'Aurora lamp'), seenPage('/lamp/a-copy', 'Aurora lamp (copy)')))
        ->toBe(Kinship::Clone);
});

it('judges a short text by what it is called, not by likeness', function (): void {
    expect(
        kinship(
            seenPage('/a', 'Terms', 'Pay within a month please', isProduct: false),
            seenPage('/b', 'Payment', 'Pay within a month please', isProduct: false),
        ),
    )
        ->not->toBe(Kinship::Same)
        ->and(
            kinship(
                seenPage('/a', 'Terms', 'Pay within a month please', isProduct: false),
                seenPage('/a/', 'Terms', 'Pay within a month please', isProduct: false),
            ),
        )
        ->toBe(Kinship::Same);
});

it('never takes markets or languages for one page, whatever they share', function (): void {
    expect(kinship(seenPage('/us/a', market: 1, number: 'A'), seenPage('/gb/a', market: 2, number: 'A')))
        ->toBe(Kinship::Language)
        ->and(kinship(seenPage('/a', language: 'en'), seenPage('/b', language: 'de')))
        ->toBe(Kinship::Language)
        ->and(kinship(seenPage('/a', language: 'en-GB'), seenPage('/b', language: 'en')))
        ->toBe(Kinship::Same)
        ->and((new Judge(new TellingWords()))->judge($a = seenPage('/a'), seenPage('/b'), areVersions: true)->kinship)
        ->toBe(Kinship::Language);
});

it('tells lists by their products: another order, fewer of them, another part', function (): void {
    $list = static fn (array $items, string $h1 = 'All lamps'): Identity => seenPage(
        '/range',
        $h1,
        'See them all',
        isProduct: false,
        items: array_values($items),
    );
    expect(kinship($list([1, 2, 3, 4]), $list([4, 3, 2, 1])))
        ->toBe(Kinship::Same)
        ->and(kinship($list([1, 2, 3, 4]), $list([1, 2, 3])))
        ->toBe(Kinship::Narrower)
        ->and(kinship($list([1, 2, 3, 4]), $list([5, 6, 7, 8])))
        ->toBe(Kinship::Series)
        ->and(kinship($list([1, 2, 3, 4]), $list([1, 2, 3, 4], 'All lamps for halls')))
        ->toBe(Kinship::Same)
        ->and(kinship($list([1, 2, 3, 4], 'Wall lamps'), $list([1, 2, 3, 4], 'Floor lamps')))
        ->toBe(Kinship::Distinct);
});

it(
    'says of two numbers that are alike in nothing but a mistaken stock number that they are not one',
    function (): void {
        expect(
            kinship(
                seenPage('/a', 'Aurora lamp', number: '0'),
                seenPage(
                    '/b',
                    'Garden hose',
                    'Water comes out of this end when somebody turns the tap on at the other end and holds it up high',
                    number: '0',
                ),
            ),
        )->toBe(Kinship::Distinct);
    },
);

it('judges both ways the same', function (): void {
    $pages = [
        seenPage('/a', 'Aurora E27'),
        seenPage('/b', 'Aurora E14'),
        seenPage('/c', 'Aurora E27', number: 'N1'),
        seenPage('/d', 'Borea', number: 'N1'),
        seenPage('/e', 'All', items: [1, 2, 3], isProduct: false),
        seenPage('/f', 'All', items: [1, 2, 3, 4], isProduct: false),
        seenPage('/g', 'x', "\n"),
    ];
    $judge = new Judge(new TellingWords());
    foreach ($pages as $a) {
        foreach ($pages as $b) {
            expect($judge->judge($a, $b)->kinship)->toBe($judge->judge($b, $a)->kinship);
        }
    }
});

it('takes pages that show a product or two for one only if they show the same', function (
    array $ours,
    array $theirs,
    string $otherH1,
    Kinship $kinship,
): void {
    $a = seenPage('/things/jugs/2', 'Jugs', isProduct: false, items: array_values($ours));
    $b = seenPage('/things/jugs/tone-ash', $otherH1, isProduct: false, items: array_values($theirs));
    expect(kinship($a, $b))->toBe($kinship)->and(kinship($b, $a))->toBe($kinship);
})->with([
    'one and another' => [[7], [9], 'Jugs', Kinship::Series],
    'one and another under another heading' => [[7], [9], 'Bowls', Kinship::Distinct],
    'the same one' => [[7], [7], 'Jugs', Kinship::Same],
    'the same two in another order' => [[7, 9], [9, 7], 'Jugs', Kinship::Same],
    'one and none' => [[7], [], 'Jugs', Kinship::Distinct],
    'one of two' => [[7], [7, 9], 'Jugs', Kinship::Narrower],
    'one of many' => [[7], [7, 9, 11, 13], 'Jugs', Kinship::Narrower],
]);

it(
    'believes the shop that two lists of the same products are one, and a filter that names its list',
    function (): void {
        [$a, $b] = [
            seenPage('/range/oak', 'Oak', isProduct: false, items: [1, 2, 3, 4]),
            seenPage('/range/gifts', 'Gifts for walkers', isProduct: false, items: [4, 3, 2, 1]),
        ];
        $judge = new Judge(new TellingWords());
        expect($judge->judge($a, $b)->kinship)
            ->toBe(Kinship::Distinct)
            ->and($judge->judge($a, $b, isDeclared: true)->kinship)
            ->toBe(Kinship::Same);
        [$list, $filter] = [
            seenPage('/things/jugs', 'Jugs', isProduct: false, items: [1, 2, 3, 4]),
            seenPage('/things/jugs/tone-ash', 'Jugs', isProduct: false, items: [2, 8, 9]),
        ];
        expect($judge->judge($list, $filter)->kinship)
            ->toBe(Kinship::Distinct)
            ->and($judge->judge($list, $filter, isDeclared: true)->kinship)
            ->toBe(Kinship::Narrower);
    },
);

it('does not fold a collection into a home page that says something else', function (
    string $homeH1,
    string $homeTitle,
    string $homeText,
    Kinship $kinship,
): void {
    $home = seenPage('/', $homeH1, text: $homeText, title: $homeTitle, isProduct: false, items: [1, 2, 3, 4]);
    $list = seenPage('/all', 'Oak & Ash', title: 'Oak & Ash', isProduct: false, items: [1, 2, 3, 4]);
    expect(kinship($home, $list))->toBe($kinship)->and(kinship($list, $home))->toBe($kinship);
})->with([
    'no heading and another text' => [
        '',
        'Oak & Ash – our workshop by the river',
        'We welcome you to our workshop by the river where we have built furniture for three generations.',
        Kinship::Distinct,
    ],
    'another heading' => ['Welcome', 'Welcome', '', Kinship::Distinct],
    'the same in all' => ['Oak & Ash', 'Oak & Ash', '', Kinship::Same],
]);
