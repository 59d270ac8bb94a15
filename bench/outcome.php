<?php

declare(strict_types=1);

/**
 * Judging changes in markets whose truth is known: of a hundred ranges 88 to 93 hold it; without an effect fewer than
 * eight in a hundred are told to have one; beside naive before-and-after and plain difference in differences by kind.
 */

use Orchard\Core\Outcome\Judge;
use Orchard\Core\Outcome\Verdict;
use Tests\Core\Outcome\MadeUpMarket;

$runs = 400;
$markets = [
    'lowest click rates, no effect' => [],
    'most lacking, no effect' => ['chosen' => 'upside'],
    'fell most, no effect' => ['chosen' => 'drop'],
    'by chance, no effect' => ['chosen' => 'random'],
    'largest, no effect' => ['chosen' => 'big'],
    '+30%' => ['effect' => 0.3],
    '+10%' => ['effect' => 0.1],
    '-15%' => ['effect' => -0.15],
    '+30%, unlike by page' => ['effect' => 0.3, 'unlike' => 0.3],
    'outage, +10%' => ['effect' => 0.1, 'outage' => true],
    'strong season, no effect' => ['season' => 0.6],
    'pages that wander, no effect' => ['walk' => 0.1],
    'pages that stand still, no effect' => ['walk' => 0.0],
    'thin pages, no effect' => ['median' => 2.0],
    '300 pages, +10%' => ['pages' => 300, 'effect' => 0.1],
    '300 of 4,000 pages changed, no effect' => ['pages' => 4000, 'changed' => 300],
];
foreach ($markets as $name => $of) {
    $held = $told = $naive = 0;
    $errors = $plain = [];
    $smallest = 0.0;
    for ($seed = 1; $seed <= $runs; $seed++) {
        $market = MadeUpMarket::of($seed, ...$of);
        $outcome = Judge::learn($market->alone, $market->changed)->outcome($market->changed);
        $held += $outcome->low() <= $market->truth && $market->truth <= $outcome->high() ? 1 : 0;
        $told += in_array($outcome->verdict(), [Verdict::Earned, Verdict::Lost], true) ? 1 : 0;
        $errors[] = ($outcome->gain() - $market->truth) / $outcome->expected;
        $plain[] = ($market->plain() - $market->truth) / $outcome->expected;
        $naive += abs($market->naive() - $market->truth) / $outcome->expected / $runs;
        $smallest += $outcome->smallest() / $runs;
    }
    $mean = static fn (array $of): float => array_sum($of) / count($of);
    $root = static fn (array $of): float => sqrt($mean(array_map(static fn (float $x): float => $x ** 2, $of)));
    result('outcome', "$name: ranges that hold the truth", $held / $runs, 'share', 0.9);
    result('outcome', "$name: told to have earned or lost", $told / $runs, 'share', 0.08);
    result('outcome', "$name: mean error", $mean($errors), 'of what was expected', $mean($plain));
    result('outcome', "$name: root mean square error", $root($errors), 'of what was expected', $root($plain));
    result('outcome', "$name: error of before and after", $naive, 'of what was expected', $root($errors));
    result('outcome', "$name: smallest effect told four times in five", $smallest, 'share', 1.0);
}
