<?php

declare(strict_types=1);

use Orchard\Core\Terms\AskedJudge;
use Orchard\Core\Terms\BuyerFit;
use Orchard\Core\Terms\PagePlaces;
use Orchard\Core\Terms\PageWordIndex;
use Orchard\Core\Terms\PairFacts;
use Orchard\Core\Terms\PairWorth;
use Orchard\Core\Terms\Placement;
use Orchard\Core\Terms\ProductWords;
use Orchard\Core\Terms\Reach;
use Orchard\Core\Terms\SoldProduct;
use Orchard\Core\Terms\TermEvidence;
use Orchard\Core\Terms\TermForm;
use Orchard\Core\Terms\TermGroups;
use Orchard\Core\Terms\TermKey;

it('writes each phrase in one way', function (string $phrase, string $normal): void {
    expect(TermForm::normal($phrase))->toBe($normal)->and(TermForm::normal($normal))->toBe($normal);
})->with([
    ['  Floor   LAMP ', 'floor lamp'],
    ['"floor lamp"', 'floor lamp'],
    ['+floor -lamp (large)', 'floor lamp large'],
    ['floor-lamp, black!', 'floor-lamp black'],
    ['women’s boots', "women's boots"],
    ['site:shop.example lamp', 'site shop example lamp'],
    ['1.5 l bottle', '1.5 l bottle'],
    ['40–60 cm', '40-60 cm'],
    ['ＬＥＤ　ランプ', 'led ランプ'],
    ['ﬁne lamp', 'fine lamp'],
    ['مصباح أرضي؟', 'مصباح أرضي'],
    ['lamp 💡', 'lamp 💡'],
    ['👩‍🚀 lamp', '👩‍🚀 lamp'],
    ["zero\u{200B}width", 'zerowidth'],
    ["tab\tand\nline", 'tab and line'],
    ['=SUM(A1)', 'sum a1'],
    ['???', ''],
    ['', ''],
]);

it('cuts what is too long, and takes bytes that are no text', function (): void {
    expect(mb_strlen(TermForm::normal(str_repeat('lamp ', 90))))
        ->toBeLessThanOrEqual(TermForm::LONGEST)
        ->and(TermForm::normal("lamp \xff\xfe"))
        ->not->toContain("\xff");
});

it('keeps the same key whatever random variant of case, spaces and quotes', function (): void {
    mt_srand(3);
    $key = new TermKey('en');
    $words = ['floor', 'lamps', 'black', 'for', 'bedroom', '60', 'w', 'glass', 'shade'];
    for ($i = 0; $i < 500; $i++) {
        $term = implode(' ', array_map(static fn () => $words[mt_rand(0, 8)], range(1, mt_rand(1, 5))));
        $other = mt_rand(0, 1) ? mb_strtoupper($term) : '"'.str_replace(' ', '   ', $term).'"';
        expect($key->of(TermForm::normal($other)))->toBe($key->of(TermForm::normal($term)), $term);
    }
});

it('puts narrower terms under their head, and lets no single word swallow the list', function (): void {
    $groups = new TermGroups('en');
    $terms = [
        'floor lamp' => 9000,
        'arched floor lamp' => 900,
        'small arched floor lamp' => 90,
        'floor lamp for reading' => 300,
        'table lamp' => 8000,
        'lamp' => 20000,
        'shade lamp' => 10,
        'lamp shade' => 5000,
        'lamp shade drum' => 100,
    ];
    foreach (array_keys($terms) as $nth => $term) {
        $groups->add($nth, $term, (float) $terms[$term]);
    }
    $names = array_keys($terms);
    $heads = array_map(static fn (int $head): string => $names[$head], $groups->heads());
    expect(array_combine($names, $heads))->toMatchArray([
        'arched floor lamp' => 'lamp',
        'lamp shade drum' => 'lamp shade',
        'lamp shade' => 'lamp shade',
    ]);
    // With more terms than one word may gather, each of them keeps the longer head.
    for ($i = 0; $i < 60; $i++) {
        $groups->add(100 + $i, "model$i lamp", 1.0);
    }
    $many = $groups->heads();
    expect($names[$many[1]] ?? '')
        ->toBe('floor lamp')
        ->and($many[100])
        ->toBe(100);
});

it('tells which share of a page’s products a searcher would buy', function (): void {
    $words = new ProductWords('en');
    foreach (
        [
            ['Kirra Lamp', ['brass', 'bedroom'], 40.0],
            ['Calder Lamp', ['brass', 'kitchen'], 90.0],
            ['Birk Lamp', ['oak', 'bedroom'], 150.0],
            ['Velda Lamp', ['oak', 'kitchen'], 300.0],
        ] as $nth => [$name, $facts, $price]
    ) {
        $words->add(new SoldProduct($nth, $name, $facts, 'Kiln Row', price: $price));
    }
    $words->add(new SoldProduct(4, 'Gone Lamp', ['brass'], 'Kiln Row', false, 20.0));
    $all = [0, 1, 2, 3, 4];
    $share = static fn (string $term): array => [$words->fit($term, $all)->fitting, $words->fit($term, $all)->stocked];
    expect($share('brass lamp'))
        ->toBe([2, 4])
        ->and($share('brass bedroom lamps'))
        ->toBe([1, 4])
        ->and($share('lamp under 100'))
        ->toBe([2, 4])
        ->and($share('oak lamp under £ 200'))
        ->toBe([1, 4])
        ->and($share('kiln row lamp'))
        ->toBe([4, 4])
        ->and($words->fit('rattan lamp', $all)->unknown)
        ->toBe(['rattan'])
        ->and($words->fit('brass bedroom lamp', [2, 3])->lacking)
        ->toBe(['brass'])
        ->and($words->fit('lamp', [4])->share())
        ->toBeNull()
        ->and((new BuyerFit(1, 10, [], []))->isLow())
        ->toBeTrue()
        ->and((new BuyerFit(2, 10, [], []))->isLow())
        ->toBeFalse()
        ->and((new BuyerFit(5, 10, [], []))->weight())
        ->toBe((new BuyerFit(10, 10, [], []))->weight());
});

it('finds pages by their words, the nearest first', function (): void {
    $index = new PageWordIndex('en');
    $index->add(1, [PageWordIndex::NAME => ['Floor Lamps'], PageWordIndex::SLUG => ['floor lamps']]);
    $index->add(2, [PageWordIndex::NAME => ['Calder Arched Floor Lamp']]);
    $index->add(3, [PageWordIndex::NAME => ['Table Lamps'], PageWordIndex::TEXT => ['not for the floor']]);
    $found = $index->candidates(PageWordIndex::forms('floor lamp', 'en'), 10);
    expect(array_keys($found))
        ->toBe([1, 2, 3])
        ->and($found[1])
        ->toEqualWithDelta(1.0, 1e-9)
        ->and($index->relevance(3, ['floor', 'lamp']))
        ->toBeLessThan($index->relevance(2, ['floor', 'lamp']))
        ->and($index->candidates(['zeppelin'], 10))
        ->toBe([])
        ->and($index->relevance(9, ['floor']))
        ->toBe(0.0);
});

it('learns how far a store reaches from where it ranks', function (): void {
    // Drawn from a known law: even at 30, odds change e times in 8 points.
    mt_srand(5);
    $told = [];
    for ($i = 0; $i < 4000; $i++) {
        $difficulty = mt_rand(0, 100);
        $told[] = [(float) $difficulty, mt_rand(1, 1_000_000) / 1e6 < 1 / (1 + exp(($difficulty - 30) / 8))];
    }
    $reach = Reach::learn($told);
    expect($reach->middle)
        ->toEqualWithDelta(30, 1.0)
        ->and($reach->spread)
        ->toEqualWithDelta(8, 0.8)
        ->and($reach->isLearned())
        ->toBeTrue()
        ->and($reach->chance($reach->middle))
        ->toEqualWithDelta(0.5, 1e-9)
        ->and($reach->chance(10))
        ->toBeGreaterThan($reach->chance(20));
    $few = Reach::learn(array_slice($told, 0, Reach::ENOUGH - 1));
    expect($few->isLearned())->toBeFalse()->and($few->middle)->toBe(Reach::ASSUMED)->and($few->chance(null))->toBe(0.5);
    // Everything ranks: the odds never fall with ease.
    $all = Reach::learn(array_map(static fn (array $row): array => [$row[0], true], array_slice($told, 0, 300)));
    expect($all->chance(10))->toBeGreaterThanOrEqual($all->chance(90));
});

it('adds a pair’s worth up from factors that people can read', function (): void {
    $pair = static fn (
        float $searches = 1000.0,
        float $difficulty = 40.0,
        float $relevance = 0.8,
        float $asked = 1.0,
        float $fit = 1.0,
        float $position = 12.0,
        float $share = 0.5,
        float $clickValue = 0.5,
    ): PairFacts => new PairFacts(
        searches: $searches,
        difficulty: $difficulty,
        relevance: $relevance,
        asked: $asked,
        fit: $fit,
        position: $position,
        others: null,
        share: $share,
        clickValue: $clickValue,
    );
    $worth = PairWorth::of($pair(), new Reach());
    expect(array_product(array_column($worth->factors, 1)))->toEqualWithDelta($worth->money, 1e-9);
    // Each of these can only help.
    foreach (
        [
            ['searches' => 2000.0],
            ['difficulty' => 20.0],
            ['relevance' => 0.9],
            ['position' => 6.0],
            ['share' => 0.9],
            ['clickValue' => 1.0],
        ] as $better
    ) {
        expect(PairWorth::of($pair(...$better), new Reach())->money)->toBeGreaterThan(
            $worth->money,
            (string) json_encode($better),
        );
    }
    foreach ([['asked' => 0.5], ['fit' => 0.2]] as $worse) {
        expect(PairWorth::of($pair(...$worse), new Reach())->money)->toBeLessThan(
            $worth->money,
            (string) json_encode($worse),
        );
    }
});

it('tells where a term stands on a page, its endings included', function (): void {
    $stands = Placement::of(
        'arched floor lamp',
        new PagePlaces(
            title: 'Buy our Calder lamps – arched lamps for the floor',
            heading: 'Arched Floor Lamps',
            description: 'A lamp.',
            slug: 'arched-floor-lamp',
            text: str_repeat('word ', 80).'arched floor lamp',
            images: [''],
            links: ['Arched floor lamps', 'more'],
        ),
    );
    expect($stands->places)
        ->toBe([
            'title' => true,
            'heading' => true,
            'description' => false,
            'beginning' => false,
            'text' => true,
            'slug' => true,
            'images' => null,
            'links' => true,
        ])
        ->and($stands->lacking())
        ->toBe(['description', 'beginning'])
        ->and($stands->isStuffed())
        ->toBeFalse();
    $on = static fn (string ...$links): Placement => Placement::of(
        'lamp',
        new PagePlaces('Lamp', 'Lamp', 'Lamp', 'lamp', 'Lamp lamp', ['lamp'], array_values($links)),
    );
    $everywhere = $on('lamp');
    expect($everywhere->isStuffed())->toBeTrue()->and($everywhere->isEarly)->toBeTrue();
    expect($on('more')->isStuffed())->toBeFalse();
});

it('moves what describes, and nothing else', function (): void {
    $key = new TermKey('en');
    $of = static fn (string $term): string => $key->of(TermForm::normal($term));
    expect($of('glass lamp shade'))
        ->toBe($of('lamp shade glass'))
        ->and($of('wall light grey'))
        ->not->toBe($of('light grey wall'))
        ->and($of('bed linen sheets'))
        ->not->toBe($of('linen bed sheets'));
});

it('takes no term for a product’s name that is not written as it is', function (): void {
    $words = new ProductWords('en');
    foreach (['Lochan Winter Sleeping Bag', 'Drift Sleeping Bag', 'Cairn Sleeping Bag'] as $nth => $name) {
        $words->add(new SoldProduct($nth, $name, ['Sleeping Bag']));
    }
    expect($words->evidence('winter sleeping bags', false)->named)
        ->toBe(0)
        ->and($words->evidence('lochan winter sleeping bag', false)->named)
        ->toBe(1)
        ->and($words->evidence('lochan sleeping bag', false)->named)
        ->toBe(1);
});

it('hears the plural as a wish to choose', function (): void {
    $judge = new AskedJudge('en');
    $share = static fn (string $term): float => $judge->of($term, new TermEvidence())->shares['collection'];
    expect($share('blue stoneware mugs'))->toBeGreaterThan($share('blue stoneware mug'));
});

it('puts no term under one that is searched less', function (): void {
    $groups = new TermGroups('en');
    $groups->add(1, 'oak shelf', 50.0);
    $groups->add(2, 'corner oak shelf', 500.0);
    $groups->add(3, 'tall oak shelf', 20.0);
    expect($groups->heads())->toBe([1 => 1, 2 => 2, 3 => 1]);
});

it('counts what a page earns where it stands, and calls seven places of eight not stuffed', function (): void {
    $at = static fn (float $position): float => PairWorth::of(
        new PairFacts(1000.0, 100.0, 1.0, 1.0, 1.0, $position, null, 1.0, 1.0),
        new Reach(0.0, 5.0),
    )->money;
    // Where nothing can be reached, what its place earns is left: 0.27 x 60 ** -1.05 of a thousand searches.
    expect($at(60.0))
        ->toBeGreaterThan(0.95 * 1000 * 0.27 * 60 ** -1.05)
        ->and($at(14.0))
        ->toBeGreaterThan($at(28.0));
    // Few pages have both words: those that have the rarer one are looked at, too.
    $index = new PageWordIndex('en');
    $index->add(1, [PageWordIndex::NAME => ['Arched Lamp']]);
    $index->add(2, [PageWordIndex::NAME => ['Arched Mirror']]);
    $index->add(3, [PageWordIndex::NAME => ['Table Lamp']]);
    $index->add(4, [PageWordIndex::NAME => ['Desk Lamp']]);
    expect(array_keys($index->candidates(['arched', 'lamp'], 5)))->toContain(1, 2);
});
