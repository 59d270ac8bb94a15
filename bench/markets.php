<?php

declare(strict_types=1);

/**
 * The order by upside on simulated markets with known truth: what the first 50 and the first 5% hold of the best
 * possible choice, beside four plain orders; how often ranges that claim 80% hold the truth; the sum of the middles
 * beside the true sum. Seeds 1 to 20 were there while the scorer was made, 21 to 40 were not.
 */

use Bench\FileMarket;
use Bench\SimulatedMarket;
use Orchard\Core\Demand\Assumptions;
use Orchard\Core\Demand\Chance;
use Orchard\Core\Demand\ModelFit;
use Orchard\Core\Demand\PageScorer;

require_once __DIR__.'/markets/SimulatedMarket.php';
require_once __DIR__.'/markets/FileMarket.php';

$table = [];
foreach (range((int) (getenv('BENCH_FROM') ?: 1), (int) (getenv('BENCH_TO') ?: 40)) as $seed) {
    $market = new SimulatedMarket($seed);
    $assumptions = new Assumptions();
    $scorer = new PageScorer(ModelFit::learn($market->evidence(...), 91), $assumptions);
    $orders = ['upside' => [], 'impressions' => [], 'clicks' => [], 'revenue' => [], 'low rate' => []];
    $truth = [];
    $held = [0, 0, 0, 0];
    $asked = 0;
    $middles = 0.0;
    $rate =
        array_sum(array_column($market->pages, 'clicks')) /
        max(1, array_sum(array_column($market->pages, 'impressions')));
    foreach ($market->evidence() as $page) {
        $p = $page->page;
        $known = $market->pages[$p];
        $upside = $scorer->score($page, 1.0, new Chance($p + 1));
        $truth[$p] = $known['wording'] + $known['lift'];
        $orders['upside'][$p] = $upside->total();
        $orders['impressions'][$p] = $known['impressions'];
        $orders['clicks'][$p] = $known['clicks'];
        $orders['revenue'][$p] = $known['revenue'];
        $orders['low rate'][$p] =
            $known['impressions'] > 0 && $rate > $known['clicks'] / $known['impressions'] ? $known['impressions'] : 0;
        $middles += $upside->total();
        if ($known['impressions'] >= 100) {
            $asked++;
            foreach (
                [
                    [$upside->range, $truth[$p]],
                    [$upside->wordingRange, $known['wording']],
                    [$upside->positionRange, $known['lift']],
                    [$upside->valueRange, $known['value']],
                ] as $i => [$range, $true]
            ) {
                $held[$i] += $range->holds($true) ? 1 : 0;
            }
        }
    }
    $row = [
        'seed' => $seed,
        'within' => $held[0] / max(1, $asked),
        'wording within' => $held[1] / max(1, $asked),
        'position within' => $held[2] / max(1, $asked),
        'value within' => $held[3] / max(1, $asked),
        'sum' => $middles / array_sum($truth),
    ];
    foreach ([50, (int) ceil(0.05 * count($truth))] as $i => $count) {
        foreach ($orders as $name => $by) {
            $row[$name.($i === 0 ? ' 50' : ' 5%')] = SimulatedMarket::held($by, $truth, $count);
        }
    }
    $table[] = $row;
    told(
        implode(
            '  ',
            array_map(
                static fn (string $key, int|float $value): string => $key.
                    ' '.
                    (is_int($value) ? $value : number_format($value, 2)),
                array_keys($row),
                $row,
            ),
        ),
    );
}
$mean = static fn (string $key): float => array_sum(array_column($table, $key)) / count($table);
foreach (['upside', 'impressions', 'clicks', 'revenue', 'low rate'] as $name) {
    result("first 50 by $name", count($table).' markets', $mean("$name 50"), 'of the best', 1.0);
    result("first 5% by $name", count($table).' markets', $mean("$name 5%"), 'of the best', 1.0);
}
result(
    'first 50 by upside, the worst market',
    count($table).' markets',
    min([1.0, ...array_column($table, 'upside 50')]),
    'of the best',
    1.0,
);
result(
    'first 5% by upside, the worst market',
    count($table).' markets',
    min([1.0, ...array_column($table, 'upside 5%')]),
    'of the best',
    1.0,
);
foreach (
    [
        'within' => 'both sums',
        'wording within' => 'wording',
        'position within' => 'position',
        'value within' => 'value of a click',
    ] as $key => $name
) {
    result(
        "pages whose truth lies in the range that claims 80%: $name",
        count($table).' markets',
        $mean($key),
        'of pages',
        0.8,
    );
}
result('sum of the middles beside the true sum', count($table).' markets', $mean('sum'), 'of the truth', 1.0);

// Markets that share neither law nor target with the scorer, as a file import knows them and as a crawl does; the last
// seeds were looked at once.
foreach ([[300, 20], [3000, 20], [20000, 4]] as [$size, $seeds]) {
    foreach ([false, true] as $isCrawled) {
        foreach (['development' => 1, 'kept back' => 101] as $which => $from) {
            $rows = [];
            for ($seed = $from; $seed < $from + $seeds; $seed++) {
                $market = new FileMarket($seed, $size);
                $rows[] = FileMarket::judge(
                    $market,
                    new PageScorer(
                        ModelFit::learn(static fn (): Generator => $market->evidence($isCrawled), 91),
                        new Assumptions(),
                    ),
                    $isCrawled,
                );
            }
            $name =
                number_format($size).
                ' pages, '.
                ($isCrawled ? 'crawled' : 'files alone').
                ", $seeds markets $which";
            foreach (array_keys($rows[0]) as $key) {
                result($key, $name, array_sum(array_column($rows, $key)) / $seeds, '', 1.0);
            }
            told(
                "$name: behind a plain order on ".
                    count(
                        array_filter(
                            $rows,
                            static fn (array $row): bool => $row['first 50'] <
                                max($row['by revenue'], $row['by impressions'], $row['by clicks']),
                        ),
                    ),
            );
        }
    }
}
