<?php

declare(strict_types=1);

use Bench\SimulatedMarket;
use Orchard\Core\Demand\Assumptions;
use Orchard\Core\Demand\Chance;
use Orchard\Core\Demand\ClickCurve;
use Orchard\Core\Demand\Evidence;
use Orchard\Core\Demand\ModelFit;
use Orchard\Core\Demand\PageScorer;
use Orchard\Core\Demand\Pair;
use Orchard\Core\Demand\QueryClass;
use Orchard\Core\Demand\QueryClassifier;
use Orchard\Core\Demand\RateShrinkage;
use Orchard\Core\Demand\StoreModel;

require_once dirname(__DIR__, 3).'/bench/markets/SimulatedMarket.php';

/** @param  list<Pair>  $pairs */
function evidence(
    int $page,
    array $pairs,
    float $clicks,
    float $orders,
    float $revenue,
    int $kind = 3,
    int $group = 0,
): Evidence {
    return new Evidence($page, $kind, $group, $pairs, $clicks, $orders, $revenue);
}

it('counts a click at 0.60 where 1,000 clicks brought 12 orders of 600 in all', function (): void {
    $pairs = [
        new Pair(1, QueryClass::Generic, 0, 620, 9000, 2.0, true),
        new Pair(0, QueryClass::Generic, 0, 380, 5000, 3.0, false),
    ];
    $page = evidence(1, $pairs, 1000, 12, 600);
    $model = ModelFit::learn(static fn (): Generator => (yield $page), 91);
    expect((new PageScorer($model, new Assumptions()))->score($page)->clickValue)->toEqualWithDelta(0.6, 1e-9);
});

it('tells queries apart', function (string $query, QueryClass $class): void {
    $classifier = new QueryClassifier(['Tindrel', 'Lux & Co'], ['Pell & Quince', 'Alma']);
    expect($classifier->classOf($query))->toBe($class);
})->with([
    ['tindrel', QueryClass::OwnBrand],
    ['tindrell lamps', QueryClass::OwnBrand],
    ['tin drel', QueryClass::OwnBrand],
    ['tidnrel', QueryClass::OwnBrand],
    ['www.tindrel.example', QueryClass::OwnBrand],
    ['lux co shop', QueryClass::OwnBrand],
    ['how good is tindrel', QueryClass::OwnBrand],
    ['tinder', QueryClass::Generic],
    ['pell & quince lamp', QueryClass::Maker],
    ['alma', QueryClass::Maker],
    ['almanac lamp', QueryClass::Generic],
    ['how to clean brass', QueryClass::Question],
    ['wie hoch hängt eine lampe', QueryClass::Question],
    ['is lamp', QueryClass::Generic],
    ['e27 or e14?', QueryClass::Question],
    ['floor lamp', QueryClass::Generic],
    ['', QueryClass::Generic],
]);

/** A model in which everything is known. */
function plainModel(): StoreModel
{
    $rates = array_map(
        static fn (int $bin): float => ClickCurve::assumed(ClickCurve::middle($bin)),
        range(0, ClickCurve::BINS - 1),
    );

    return new StoreModel(
        new ClickCurve([$rates, $rates, $rates, $rates], [], 1e6),
        [],
        new RateShrinkage(1.0, 10.0),
        0.02,
        [0 => new RateShrinkage(0.02, 5.0)],
        [0 => [50.0, 0.1, 0.3]],
        [7 => [1.5, 0.8, 0.1, 0.05]],
        1.0,
        28.0,
    );
}

it('gives parts that add up to the total, and more to whoever earns less than its positions', function (): void {
    $scorer = new PageScorer(plainModel(), new Assumptions());
    $pairs = static fn (int $clicks): array => [
        new Pair(1, QueryClass::Generic, 1, $clicks, 2000, 4.0, true, 20.0),
        new Pair(2, QueryClass::Question, 2, 1, 300, 9.0, false),
        new Pair(0, QueryClass::Generic, 0, 3, 200, 6.0, false),
        new Pair(3, QueryClass::OwnBrand, 0, 500, 900, 1.0, true),
    ];
    $previous = INF;
    foreach ([5, 40, 90, 140, 300] as $clicks) {
        $upside = $scorer->score(evidence(1, $pairs($clicks), $clicks + 504, 4, 200), 1.0, new Chance(1));
        expect(array_sum(array_column($upside->queries, 'wording')))
            ->toEqualWithDelta($upside->wording, 1e-9)
            ->and(array_sum(array_column($upside->queries, 'position')))
            ->toEqualWithDelta($upside->position, 1e-9)
            ->and($upside->queries)
            ->not->toHaveKey(3)
            ->and($upside->wordingClicks)
            ->toBeLessThan($previous)
            ->and($upside->range->low)
            ->toBeLessThanOrEqual($upside->total())
            ->and($upside->range->high)
            ->toBeGreaterThanOrEqual($upside->total())
            ->and($upside->wordingRange->low)
            ->toBeLessThanOrEqual($upside->wording)
            ->and($upside->positionRange->high)
            ->toBeGreaterThanOrEqual($upside->position)
            ->and($upside->valueRange->holds($upside->clickValue))
            ->toBeTrue();
        $previous = $upside->wordingClicks;
    }
    expect($scorer->score(evidence(1, $pairs(40), 544, 4, 200), 0.0)->total())->toBe(0.0);
});

it('counts a position only for the store’s best page, within reach, and less the harder it is', function (): void {
    $scorer = new PageScorer(plainModel(), new Assumptions());
    $gain = static fn (float $position, bool $isBest, ?float $difficulty): float => $scorer->score(
        evidence(1, [new Pair(1, QueryClass::Generic, 0, 10, 1000, $position, $isBest, $difficulty)], 10, 1, 50),
    )->position;
    expect($gain(8.0, true, 10.0))
        ->toBeGreaterThan($gain(8.0, true, 60.0))
        ->and($gain(8.0, false, 10.0))
        ->toBe(0.0)
        ->and($gain(25.0, true, 10.0))
        ->toBe(0.0)
        ->and($gain(1.0, true, 10.0))
        ->toBe(0.0)
        ->and($gain(2.9, true, null))
        ->toBe(0.0)
        ->and($gain(3.5, true, null))
        ->toBeGreaterThan(0.0)
        ->and($gain(3.5, true, null))
        ->toBeLessThan($gain(3.6, true, null));
    // From the target on the first place is a promise of its own, in no sum.
    $near = $scorer->score(evidence(1, [new Pair(1, QueryClass::Generic, 0, 150, 1000, 2.5, true, 10.0)], 150, 3, 150));
    expect($near->topClicks)
        ->toBeGreaterThan(0.0)
        ->and($near->position)
        ->toBe(0.0)
        ->and($near->queries[1]['target'])
        ->toBeNull();
});

it('counts what is withheld as searches of the queries that are told, up to three times these', function (): void {
    $position = static function (int $withheld): float {
        $pairs = [new Pair(1, QueryClass::Generic, 0, 40, 1000, 8.0, true, 20.0)];
        $withheld > 0 && ($pairs[] = new Pair(0, QueryClass::Generic, 0, 0, $withheld, 8.0, false));
        $upside = (new PageScorer(plainModel(), new Assumptions()))->score(evidence(1, $pairs, 40, 1, 50));

        // What the page earns against others at its places is another factor, which more impressions change.
        return $upside->position / min(1.5, $upside->ratio);
    };
    expect($position(1000) / $position(0))
        ->toEqualWithDelta(2.0, 1e-9)
        ->and($position(500) / $position(0))
        ->toEqualWithDelta(1.5, 1e-9)
        ->and($position(2000) / $position(0))
        ->toEqualWithDelta(3.0, 1e-9)
        ->and($position(9000) / $position(0))
        ->toEqualWithDelta(3.0, 1e-9);
});

it('promises a little more or less where anything is a little more or less', function (): void {
    $scorer = new PageScorer(plainModel(), new Assumptions());
    $of = static fn (float $position, int $impressions, float $orders, float $difficulty): float => $scorer
        ->score(
            evidence(
                1,
                [
                    new Pair(1, QueryClass::Generic, 0, 30, $impressions, $position, true, $difficulty),
                    new Pair(2, QueryClass::Generic, 0, 12, 900, 6.0, true, 30.0),
                ],
                42,
                $orders,
                50 * $orders,
            ),
        )
        ->total();
    $usual = $of(5.0, 1000, 2, 30.0);
    $last = ['position' => null, 'impressions' => null, 'orders' => null, 'difficulty' => null];
    for ($i = 0; $i <= 4000; $i++) {
        $at = $i / 4000;
        foreach (
            [
                'position' => $of(1 + 29 * $at, 1000, 2, 30.0),
                'impressions' => $of(5.0, 30 + $i, 2, 30.0),
                'orders' => $of(5.0, 1000, 12 * $at, 30.0),
                'difficulty' => $of(5.0, 1000, 2, 100 * $at),
            ] as $input => $upside
        ) {
            $last[$input] === null ||
                expect(abs($upside - $last[$input]))->toBeLessThan(0.02 * $usual + 0.02 * $upside, "$input at $at");
            $last[$input] = $upside;
        }
    }
    expect($usual)->toBeGreaterThan(5.0);
});

it('learns what words of addresses say of sales, and nothing from words that say nothing', function (): void {
    $make = static function (int $seed, bool $isShuffled): array {
        $chance = new Chance($seed);
        $pages = $truth = [];
        for ($p = 0; $p < 600; $p++) {
            $word = $p % 12;
            $rate = 0.02 * [0.4, 0.6, 0.8, 1.0, 1.0, 1.2, 1.5, 1.9, 0.5, 0.9, 1.1, 1.4][$word];
            $clicks = $chance->whole(20, 160);
            $orders = 0;
            for ($n = 0; $n < $clicks; $n++) {
                $orders += $chance->uniform() < $rate ? 1 : 0;
            }
            $pages[] = new Evidence(
                $p,
                3,
                0,
                [new Pair(1, QueryClass::Generic, 0, $clicks, 20 * $clicks, 5.0, true)],
                $clicks,
                $orders,
                50.0 * $orders,
                [-1 - ($isShuffled ? $chance->whole(0, 11) : $word), -100 - $chance->whole(0, 60)],
            );
            $truth[$p] = $rate;
        }

        return [$pages, $truth];
    };
    $error = static function (array $pages, array $truth): float {
        $model = ModelFit::learn(static fn (): Generator => (yield from $pages), 91);

        return sqrt(
            array_sum(
                array_map(
                    static fn (Evidence $page): float => log($model->ordersOf($page)->mean() / $truth[$page->page]) ** 2,
                    $pages,
                ),
            ) / count($pages),
        );
    };
    [$told, $shuffled, $without] = [[], [], []];
    foreach ([1, 2, 3] as $seed) {
        [$pages, $truth] = $make($seed, false);
        $told[] = $error($pages, $truth);
        [$mixed, $same] = $make($seed, true);
        $shuffled[] = $error($mixed, $same);
        $without[] = $error(
            array_map(
                static fn (Evidence $page): Evidence => new Evidence(
                    $page->page,
                    3,
                    0,
                    $page->pairs,
                    $page->clicks,
                    $page->orders,
                    $page->revenue,
                ),
                $mixed,
            ),
            $same,
        );
    }
    expect(array_sum($told))
        ->toBeLessThan(0.6 * array_sum($without))
        ->and(array_sum($shuffled))
        ->toBeLessThan(1.05 * array_sum($without));
});

it('misleads nobody with a page of three impressions and one click, or a store without orders', function (): void {
    $scorer = new PageScorer(plainModel(), new Assumptions());
    $tiny = $scorer->score(evidence(1, [new Pair(1, QueryClass::Generic, 0, 1, 3, 2.0, true)], 1, 0, 0));
    expect($tiny->ratio)
        ->toBeGreaterThan(0.9)
        ->toBeLessThan(1.2)
        ->and($tiny->total())
        ->toBeLessThan(2.0)
        ->and($tiny->ownPart)
        ->toBeLessThan(0.2);
    $page = evidence(1, [new Pair(1, QueryClass::Generic, 0, 5, 900, 6.0, true)], 5, 0, 0);
    $model = ModelFit::learn(static fn (): Generator => (yield $page), 91);
    // Without sales clicks are what is counted.
    $unsold = (new PageScorer($model, new Assumptions()))->score($page);
    expect($unsold->clickValue)
        ->toBe(1.0)
        ->and($unsold->total())
        ->toEqualWithDelta($unsold->wordingClicks + $unsold->positionClicks, 1e-9)
        ->toBeGreaterThan(0.0)
        ->and((new PageScorer(plainModel(), new Assumptions()))->score(evidence(1, [], 0, 2, 90))->total())
        ->toBe(0.0)
        ->and(
            (new PageScorer(plainModel(), new Assumptions()))
                ->score(evidence(1, [new Pair(1, QueryClass::OwnBrand, 0, 90, 100, 1.0, true)], 90, 2, 90))
                ->total(),
        )
        ->toBe(0.0);
});

it('leans a page on its collection, and that on its kind', function (): void {
    $chance = new Chance(9);
    $pages = [];
    // Collection 1 sells three times as often as collection 2; page 900 of each is new and has few clicks.
    foreach ([1 => 0.03, 2 => 0.01, 3 => 0.02, 4 => 0.02] as $group => $rate) {
        for ($p = 0; $p < 60; $p++) {
            $orders = 0;
            for ($n = 0; $n < 300; $n++) {
                $orders += $chance->uniform() < $rate ? 1 : 0;
            }
            $pages[] = evidence(
                100 * $group + $p,
                [new Pair(1, QueryClass::Generic, 0, 300, 6000, 5.0, true)],
                300,
                $orders,
                $orders * ($group === 3 ? 200.0 : 50.0),
                3,
                $group,
            );
        }
    }
    $model = ModelFit::learn(static fn (): Generator => (yield from $pages), 91);
    $new = static fn (int $group): Evidence => evidence(900, [], 5, 0, 0, 3, $group);
    expect($model->ordersOf($new(1))->mean())
        ->toEqualWithDelta(0.03, 0.006)
        ->and($model->ordersOf($new(2))->mean())
        ->toEqualWithDelta(0.01, 0.004)
        ->and($model->ordersOf($new(0))->mean())
        ->toEqualWithDelta(0.02, 0.003)
        ->and($model->orderValueOf($new(3))[0])
        ->toBeGreaterThan(2.5 * $model->orderValueOf($new(1))[0]);
});

it('keeps a model as it is written down and read again', function (): void {
    $model = plainModel();
    expect(StoreModel::fromArray((array) json_decode((string) json_encode($model->toArray()), true)))->toEqual($model);
});

it('finds most of what could be found on markets whose truth is known', function (int $seed): void {
    $market = new SimulatedMarket($seed, 800);
    $model = ModelFit::learn($market->evidence(...), 91);
    $scorer = new PageScorer($model, new Assumptions());
    $scores = $truth = $impressions = [];
    foreach ($market->evidence() as $page) {
        $scores[$page->page] = $scorer->score($page)->total();
        $truth[$page->page] = $market->pages[$page->page]['wording'] + $market->pages[$page->page]['lift'];
        $impressions[$page->page] = $market->pages[$page->page]['impressions'];
    }
    $held = SimulatedMarket::held($scores, $truth, 40);
    expect($held)->toBeGreaterThan(0.8)->and($held)->toBeGreaterThan(SimulatedMarket::held($impressions, $truth, 40));
})->with([101, 102, 103]);
