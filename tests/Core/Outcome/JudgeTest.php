<?php

declare(strict_types=1);

use Orchard\Core\Outcome\CountRegression;
use Orchard\Core\Outcome\FalseDiscoveries;
use Orchard\Core\Outcome\Judge;
use Orchard\Core\Outcome\KeptShare;
use Orchard\Core\Outcome\Outcome;
use Orchard\Core\Outcome\StudentLaw;
use Orchard\Core\Outcome\Verdict;
use Orchard\Core\Outcome\WatchedPage;
use Tests\Core\Outcome\MadeUpMarket;

/**
 * @return array{list<WatchedPage>, list<WatchedPage>} pages left alone and changed ones, of the file that R has read
 */
function pagesOfR(): array
{
    $file = fopen(__DIR__.'/fixtures/outcome.csv', 'r') ?: throw new RuntimeException('No file.');
    fgetcsv($file);
    $groups = [[], []];
    while (($row = fgetcsv($file)) !== false) {
        $n = array_map(floatval(...), $row);
        $groups[(int) $n[1]][] = new WatchedPage(
            (int) $n[0],
            (int) $n[2],
            (int) $n[3],
            [$n[4], $n[5], $n[6]],
            [$n[7], $n[8], $n[9]],
            [$n[10], $n[11], $n[12]],
            $n[13],
        );
    }

    return [$groups[0], $groups[1]];
}

it('tells what R tells of the same rows: slopes, spread, sum, error, range, chance and power', function (): void {
    $told = json_decode((string) file_get_contents(__DIR__.'/fixtures/outcome.json'), true, 8, JSON_THROW_ON_ERROR);
    [$alone, $changed] = pagesOfR();
    $judge = Judge::learn($alone, $changed);
    $outcome = $judge->outcome($changed);
    $ours = [
        'strength' => $judge->forecast->strength,
        'counting' => $judge->spread->counting,
        'drift' => $judge->spread->drift,
        'shared' => $judge->spread->shared,
        'expected' => $outcome->expected,
        'came' => $outcome->came,
        'error' => $outcome->error,
        'freedom' => $outcome->freedom,
        'low' => $outcome->low(),
        'high' => $outcome->high(),
        'chance' => $outcome->chance(),
        'smallest' => $outcome->smallest(),
    ];
    foreach ($ours as $name => $value) {
        expect($value)->toEqualWithDelta($told[$name], 1e-4 * abs($told[$name]) + 1e-7, $name);
    }
    foreach ($judge->forecast->after->slopes as $nth => $slope) {
        expect($slope)->toEqualWithDelta($told['slopes'][$nth], 1e-4);
    }
    // The file was made with a fifth more clicks; both say so.
    expect($outcome->verdict())->toBe(Verdict::Earned);
});

it('knows Student’s law as R does', function (float $freedom, float $value, float $beyond): void {
    expect((new StudentLaw($freedom))->beyond($value))
        ->toEqualWithDelta($beyond, 1e-9)
        ->and((new StudentLaw($freedom))->bound($beyond))
        ->toEqualWithDelta(abs($value), 1e-6);
})->with([
    // 2 * pt(-abs(value), freedom)
    [7.5, 1.3, 0.23212677881561],
    [2.5, 4.0, 0.039012975841318],
    [3.0, -3.182446305284263, 0.05],
    [1.0, 1.0, 0.5],
    [400.0, 1.6486718, 0.100000029014],
]);

it('fits counts so that each stratum adds up, and refuses a stratum without any', function (): void {
    $rows = [[0.0], [1.0], [2.0], [0.5], [1.5]];
    $fit = CountRegression::fit([1, 1, 1, 2, 2], $rows, [2.0, 5.0, 16.0, 1.0, 9.0]);
    $of = fn (int $stratum, array $some): float => array_sum(
        array_map(fn (int $i): float => $fit->of($stratum, $rows[$i]), $some),
    );
    expect($of(1, [0, 1, 2]))
        ->toEqualWithDelta(23.0, 1e-4)
        ->and($of(2, [3, 4]))
        ->toEqualWithDelta(10.0, 1e-4)
        ->and($fit->knows(3))
        ->toBeFalse()
        ->and(fn () => $fit->of(3, [1.0]))
        ->toThrow(LogicException::class)
        ->and(fn () => CountRegression::fit([1, 2], [[0.0], [1.0]], [3.0, 0.0]))
        ->toThrow(InvalidArgumentException::class);
});

it('holds the inverse of its weighted cross products', function (): void {
    $of = [1, 1, 1, 2, 2];
    $rows = [[0.0], [1.0], [2.0], [0.5], [1.5]];
    $fit = CountRegression::fit($of, $rows, [2.0, 5.0, 16.0, 1.0, 9.0]);
    // Two levels and a slope: means, times the row's place among them twice.
    $cross = array_fill(0, 3, array_fill(0, 3, 0.0));
    foreach ($rows as $i => $row) {
        $place = $fit->place($of[$i], $row);
        foreach ($place as $a => $x) {
            foreach ($place as $b => $y) {
                $cross[$a][$b] += $fit->of($of[$i], $row) * $x * $y;
            }
        }
    }
    for ($a = 0; $a < 3; $a++) {
        for ($b = 0; $b < 3; $b++) {
            $product = 0.0;
            for ($c = 0; $c < 3; $c++) {
                $product += $cross[$a][$c] * $fit->inverse[$c][$b];
            }
            expect($product)->toEqualWithDelta($a === $b ? 1.0 : 0.0, 1e-5);
        }
    }
});

/** @return array{held: float, told: float, error: float, plain: float} over some markets */
function overMarkets(int $runs, mixed ...$of): array
{
    $held = $told = $error = $plain = 0.0;
    for ($seed = 1; $seed <= $runs; $seed++) {
        $market = MadeUpMarket::of($seed, ...$of);
        $outcome = Judge::learn($market->alone, $market->changed)->outcome($market->changed);
        $held += ($outcome->low() <= $market->truth && $market->truth <= $outcome->high() ? 1 : 0) / $runs;
        $told += (in_array($outcome->verdict(), [Verdict::Earned, Verdict::Lost], true) ? 1 : 0) / $runs;
        $error += ($outcome->gain() - $market->truth) / $outcome->expected / $runs;
        $plain += ($market->plain() - $market->truth) / $outcome->expected / $runs;
    }

    return ['held' => $held, 'told' => $told, 'error' => $error, 'plain' => $plain];
}

it('is not taken in by pages that were chosen for low click rates: they rise by themselves', function (): void {
    $of = overMarkets(24, pages: 800, median: 4.0);
    expect($of['plain'])
        ->toBeGreaterThan(0.05)
        ->and(abs($of['error']))
        ->toBeLessThan(0.035)
        ->and($of['told'])
        ->toBeLessThanOrEqual(0.13)
        ->and($of['held'])
        ->toBeGreaterThanOrEqual(0.75);
});

it('is not taken in by pages that were chosen because they fell', function (): void {
    $of = overMarkets(40, chosen: 'drop', pages: 800);
    expect($of['plain'])
        ->toBeLessThan(-0.03)
        ->and(abs($of['error']))
        ->toBeLessThan(0.035)
        ->and($of['told'])
        ->toBeLessThanOrEqual(0.15);
});

it('finds three tenths more clicks on fifty pages, through an outage and a strong season', function (): void {
    $of = overMarkets(20, effect: 0.3, outage: true, season: 0.5);
    expect($of['told'])
        ->toBeGreaterThanOrEqual(0.65)
        ->and(abs($of['error']))
        ->toBeLessThan(0.06)
        ->and($of['held'])
        ->toBeGreaterThanOrEqual(0.75);
});

it('says the same whatever the order of the pages, and more surely of more pages', function (): void {
    $market = MadeUpMarket::of(3, effect: 0.3, pages: 900, changed: 120);
    $judge = Judge::learn($market->alone, $market->changed);
    $all = $judge->outcome($market->changed);
    $turned = Judge::learn(array_reverse($market->alone), array_reverse($market->changed))->outcome(
        array_reverse($market->changed),
    );
    $part = $judge->outcome(array_slice($market->changed, 0, 40));
    expect($turned->gain())
        ->toEqualWithDelta($all->gain(), 0.01)
        ->and($turned->error)
        ->toEqualWithDelta($all->error, 0.01)
        ->and($part->error / $part->expected)
        ->toBeGreaterThan($all->error / $all->expected)
        ->and($part->smallest())
        ->toBeGreaterThan($all->smallest());
});

it('speaks no verdict of few pages, and none without pages left alone', function (): void {
    $market = MadeUpMarket::of(4, effect: 1.0, pages: 500, changed: 29);
    $outcome = Judge::learn($market->alone, $market->changed)->outcome($market->changed);
    expect($outcome->chance())
        ->toBeLessThan(0.05)
        ->and($outcome->verdict())
        ->toBe(Verdict::Few)
        ->and(fn () => Judge::learn(array_slice($market->alone, 0, 19), $market->changed))
        ->toThrow(InvalidArgumentException::class);
});

it('leaves pages out of whose stratum none was left alone', function (): void {
    $market = MadeUpMarket::of(5, pages: 400, changed: 40);
    $judge = Judge::learn($market->alone, $market->changed);
    $strange = new WatchedPage(9999, 77, 0, [5.0, 9.0, 9.0], [50.0, 90.0, 90.0], [5.0, 5.0, 5.0], 900.0);
    $silent = new WatchedPage(9998, 78, 0, [0.0, 0.0, 0.0], [0.0, 0.0, 0.0], [1.0, 1.0, 1.0], 0.0);
    expect($judge->unsure([]))->toBe(0.0)->and($judge->unsure($market->changed))->toBeGreaterThan(0.0);
    $other = Judge::learn($market->alone, [...$market->changed, $strange, $silent]);
    expect($judge->outcome([...$market->changed, $strange]))
        ->toEqual($judge->outcome($market->changed))
        ->and($other->outcome([...$market->changed, $strange, $silent]))
        ->toEqual($judge->outcome($market->changed));
});

it('calls a gain what is more, and a loss what is less', function (float $came, Verdict $verdict): void {
    $outcome = new Outcome(50, $came, 1000.0, 50.0, 60.0);
    expect($outcome->verdict())
        ->toBe($verdict)
        ->and($outcome->low())
        ->toBeLessThan($outcome->gain())
        ->and($outcome->high() - $outcome->gain())
        ->toEqualWithDelta(50 * 1.67065, 0.01);
})->with([[1120.0, Verdict::Earned], [880.0, Verdict::Lost], [1080.0, Verdict::None], [920.0, Verdict::None]]);

it('says how many verdicts are luck', function (): void {
    // 180 changes without an effect have chances spread evenly, 20 have one: of 29 told, 9 are luck.
    $none = array_map(fn (int $i): float => $i / 180, range(1, 180));
    $some = array_fill(0, 20, 0.001);
    expect(FalseDiscoveries::among([...$none, ...$some]))
        ->toEqualWithDelta(9.0, 0.2)
        ->and(FalseDiscoveries::among([]))
        ->toBe(0.0)
        ->and(FalseDiscoveries::among([0.01]))
        ->toBeLessThanOrEqual(0.05);
});

it('learns which part of a promise comes true, and leans on what was assumed', function (): void {
    $sure = ['promised' => 1000.0, 'gain' => 600.0, 'error' => 20.0];
    $one = KeptShare::of([$sure], 1.0);
    expect(KeptShare::of([], 0.7)->share)
        ->toEqualWithDelta(0.7, 1e-9)
        ->and($one->share)
        // (1 / 0.35^2 + 2500 * 0.6) / (1 / 0.35^2 + 2500)
        ->toEqualWithDelta(0.601302, 1e-5)
        ->and($one->changes)
        ->toBe(1)
        ->and($one->low())
        ->toBeLessThan(0.6)
        ->and($one->high())
        ->toBeGreaterThan(0.6);
    // Three that differ by more than chance: by hand after DerSimonian and Laird, the variance between is 0.04.
    $three = KeptShare::of(
        array_map(static fn (float $gain): array => ['promised' => 100.0, 'gain' => $gain, 'error' => 1.0], [
            40.0,
            60.0,
            80.0,
        ]),
        0.6,
    );
    expect($three->share)
        ->toEqualWithDelta(0.6, 1e-9)
        ->and(($three->high() - $three->share) / 1.645)
        ->toEqualWithDelta(1 / sqrt(1 / 0.35 ** 2 + 3 / 0.04), 1e-4);
});
