<?php

declare(strict_types=1);

use Orchard\Core\Outcome\FalseDiscoveries;
use Orchard\Core\Outcome\Judge;
use Orchard\Core\Outcome\KeptShare;
use Orchard\Core\Outcome\OrderedPage;
use Orchard\Core\Outcome\OrdersJudge;
use Orchard\Core\Outcome\Outcome;
use Orchard\Core\Outcome\StudentLaw;
use Orchard\Core\Outcome\TrialGroups;
use Orchard\Core\Outcome\TrialPage;
use Orchard\Core\Outcome\WatchedPage;
use Tests\Core\Outcome\MadeUpMarket;

// What is told of made-up markets, kept to six figures as it was when it was looked at. How often it is right is what
// JudgeTest and OrdersTest hold, and what it reckons R has reckoned, too.

function outcomeLine(string $of, Outcome $outcome): string
{
    return $of.
        ' '.
        implode(
            ' ',
            array_map(static fn (float $one): string => sprintf('%.6g', $one), [
                $outcome->came,
                $outcome->expected,
                $outcome->error,
                $outcome->freedom,
                $outcome->gain(),
                $outcome->low(),
                $outcome->high(),
                $outcome->reach(),
                $outcome->chance(),
                $outcome->smallest(),
            ]),
        ).
        " $outcome->pages ".
        $outcome->verdict()->name;
}

it('keeps what is told of clicks', function (): void {
    $told = [];
    $markets = [
        'seed 3' => MadeUpMarket::of(3, effect: 0.3, pages: 400, changed: 60),
        'seed 4' => MadeUpMarket::of(4, effect: -0.4, chosen: 'drop', pages: 300, changed: 40, outage: true),
        'seed 5' => MadeUpMarket::of(5, chosen: 'big', pages: 200, changed: 35, median: 40.0, unlike: 0.3),
    ];
    foreach ($markets as $name => $market) {
        $judge = Judge::learn($market->alone, $market->changed);
        $told[] = outcomeLine($name, $judge->outcome($market->changed));
        $told[] = outcomeLine("$name, some", $judge->outcome(array_slice($market->changed, 5, 12)));
        $told[] =
            sprintf('%.6g', $judge->unsure($market->changed)).
            ' '.
            sprintf('%.6g %.6g %.6g', $judge->spread->counting, $judge->spread->drift, $judge->spread->shared);
        foreach (array_slice($market->changed, 0, 12) as $page) {
            $told[] =
                "$page->id ".
                sprintf('%.6g', $judge->forecast->of($page)).
                ' '.
                ($judge->forecast->knows($page) ? 'known' : 'strange').
                ' '.
                implode(
                    ' ',
                    array_map(static fn (float $one): string => sprintf('%.5g', $one), $judge->forecast->place($page)),
                );
        }
        $orders = static fn (WatchedPage $page): OrderedPage => new OrderedPage(
            $page->id,
            $page->stratum,
            $page->cluster,
            floor($page->past[0] / 3),
            max(1.0, array_sum($page->past)),
            max(0.5, $page->past[0]),
            floor($page->after / 3),
        );
        $alone = array_map($orders, $market->alone);
        $changed = array_map($orders, $market->changed);
        $judge = OrdersJudge::learn($alone, $changed);
        $told[] = outcomeLine('orders', $judge->outcome($changed, 0.1));
        $told[] = outcomeLine('orders, sure', $judge->outcome($changed, 0.0));
        foreach (array_slice($changed, 0, 12) as $page) {
            $told[] = "$page->id ".sprintf('%.6g', $judge->of($page) ?? -1);
        }
    }
    expect(implode("\n", $told))->toMatchSnapshot();
});

it('keeps how trials are parted, and what shares and chances are told', function (): void {
    $told = [];
    foreach ([[40, 2], [41, 3], [12, 5], [7, 2]] as [$count, $groups]) {
        $pages = array_map(
            static fn (int $id): TrialPage => new TrialPage(
                $id,
                $id % 3,
                (float) (($id * 37) % 101),
                (float) (($id * 53) % 97),
            ),
            range(1, $count),
        );
        $parted = TrialGroups::part($pages, $groups, 7);
        $of = $parted->groups;
        ksort($of);
        $told[] = json_encode([
            array_values($of),
            array_map(static fn (mixed $one): mixed => is_float($one) ? round($one, 6) : $one, $parted->imbalance()),
        ]);
    }
    $changes = [
        ['promised' => 100.0, 'gain' => 60.0, 'error' => 20.0],
        ['promised' => 50.0, 'gain' => -10.0, 'error' => 15.0],
        ['promised' => 400.0, 'gain' => 380.0, 'error' => 50.0],
        ['promised' => 0.0, 'gain' => 5.0, 'error' => 1.0],
        ['promised' => 5.0, 'gain' => 5.0, 'error' => 0.0],
    ];
    for ($many = 0; $many <= 5; $many++) {
        $kept = KeptShare::of(array_slice($changes, 0, $many), 0.5);
        $told[] = sprintf('%d %.6f %.6f %.6f', $kept->changes, $kept->share, $kept->low(), $kept->high());
    }
    foreach ([0.5, 1.0, 2.5, 7.0, 30.0, 400.0] as $freedom) {
        $law = new StudentLaw($freedom);
        $told[] =
            implode(
                ' ',
                array_map(static fn (float $at): string => sprintf('%.6g', $law->beyond($at)), [
                    -2.0,
                    0.0,
                    0.5,
                    1.0,
                    3.0,
                    12.0,
                ]),
            ).
            ' '.
            implode(
                ' ',
                array_map(static fn (float $at): string => sprintf('%.6g', $law->bound($at)), [
                    0.01,
                    0.05,
                    0.1,
                    0.5,
                    0.9,
                ]),
            );
    }
    foreach ([[], [0.5], [0.001, 0.02, 0.2, 0.9], [0.04, 0.04, 0.04], [1.0, 1.0]] as $chances) {
        $told[] =
            json_encode($chances).
            sprintf(' %.6f %.6f', FalseDiscoveries::among($chances), FalseDiscoveries::among($chances, 0.01));
    }
    expect(implode("\n", $told))->toMatchSnapshot();
});
