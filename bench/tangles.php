<?php

declare(strict_types=1);

/**
 * Tangles on forty shops with known truth (tests/Shops; twenty that the rules were written against, twenty kept back):
 * pairs, keepers, verdicts. Then near twins among 10,000 to 100,000 texts, beside every pair of a sample compared in
 * truth; time, memory, candidates a page.
 */

use Orchard\Core\Duplicates\MinHash;
use Orchard\Core\Duplicates\NearTwins;
use Orchard\Core\Duplicates\Shingles;
use Random\Engine\Mt19937;
use Random\Randomizer;
use Tests\Shops\TangledShop;
use Tests\Shops\Untangled;

foreach (['development' => TangledShop::DEVELOPMENT, 'kept back' => TangledShop::KEPT_BACK] as $which => $seeds) {
    $right = $wrong = $missed = $kept = $keepers = $agreed = $verdicts = 0;
    foreach ($seeds as $seed) {
        $shop = new TangledShop($seed);
        $found = new Untangled($shop);
        $of = $true = [];
        foreach ($found->tangles as $i => $tangle) {
            foreach ($tangle as $j => $a) {
                $of[$a] = $i;
                foreach (array_slice($tangle, $j + 1) as $b) {
                    ($shop->truth[$a] ?? $a) === ($shop->truth[$b] ?? $b) ? $right++ : $wrong++;
                }
            }
        }
        foreach (array_intersect_key($shop->truth, $shop->pages) as $url => $page) {
            $true[$page][] = $url;
        }
        foreach ($true as $page => $urls) {
            foreach ($urls as $j => $a) {
                foreach (array_slice($urls, $j + 1) as $b) {
                    $missed += isset($of[$a], $of[$b]) && $of[$a] === $of[$b] ? 0 : 1;
                }
            }
            if (count($urls) > 1 && isset($shop->keepers[$page])) {
                $keepers++;
                $kept += ($found->keepers[$shop->keepers[$page]] ?? '') === $shop->keepers[$page] ? 1 : 0;
            }
        }
        foreach (array_intersect_key($shop->verdicts, $found->verdicts) as $url => $verdict) {
            $verdicts++;
            $agreed += $found->verdicts[$url]->value === $verdict ? 1 : 0;
        }
    }
    $size = count($seeds)." shops, $which";
    result('pairs that are duplicates, of those found', $size, (100 * $right) / ($right + $wrong), '%', 100);
    result('pairs found, of those that are duplicates', $size, (100 * $right) / ($right + $missed), '%', 100);
    result('keepers as in truth', $size, (100 * $kept) / $keepers, '%', 100);
    result('verdicts as in truth', $size, (100 * $agreed) / $verdicts, '%', 100);
}

foreach ([10_000, 30_000, 100_000] as $count) {
    $chance = new Randomizer(new Mt19937(11));
    $make = static function () use ($chance, $count): Generator {
        // Families of up to fifty near twins among texts of their own.
        for ($made = 0, $family = []; $made < $count; $made++) {
            if ($family === [] || $chance->getInt(0, 3) === 0 || count($family) >= 50) {
                $family = [];
                $text = array_map(
                    static fn (): string => 'w'.$chance->getInt(0, 20_000),
                    range(1, $chance->getInt(80, 240)),
                );
            } else {
                $text = $family[array_rand($family)];
                for ($edits = $chance->getInt(0, 14); $edits > 0; $edits--) {
                    $text[$chance->getInt(0, count($text) - 1)] = 'e'.$chance->getInt(0, 5000);
                }
            }
            $family[] = $text;
            yield $text;
        }
    };
    $hash = new MinHash();
    $twins = new NearTwins();
    $memory = memory_get_usage();
    $hashing = $finding = 0.0;
    $runs = $sampled = [];
    foreach ($make() as $i => $text) {
        $set = Shingles::of(array_values($text));
        $start = microtime(true);
        $twins->add($i, $hash->signature($set));
        $hashing += microtime(true) - $start;
        $runs[] = pack('V*', ...array_keys($set));
        if ($i % (int) ($count / 250) === 0) {
            $sampled[$i] = $set;
        }
    }
    $used = memory_get_usage() - $memory - array_sum(array_map(strlen(...), $runs));
    $start = microtime(true);
    $found = [];
    $pairs = 0;
    foreach ($twins->pairs() as [$a, $b]) {
        $pairs++;
        $found["$a $b"] = true;
    }
    $finding = microtime(true) - $start;
    // The truth for the sample: every text that shares a run with one of it, counted exactly.
    $has = [];
    foreach ($sampled as $i => $set) {
        foreach ($set as $run => $_) {
            $has[$run][] = $i;
        }
    }
    $all = $got = 0;
    foreach ($runs as $j => $packed) {
        $shared = [];
        $own = array_values((array) unpack('V*', $packed));
        foreach ($own as $run) {
            foreach ($has[$run] ?? [] as $i) {
                $shared[$i] = ($shared[$i] ?? 0) + 1;
            }
        }
        foreach ($shared as $i => $n) {
            if ($i !== $j && $n / (count($own) + count($sampled[$i]) - $n) >= 0.8) {
                $all++;
                // Texts that are the same to the letter follow the first of them.
                $got +=
                    isset($found[min($i, $j).' '.max($i, $j)]) ||
                    $runs[$i] === $packed ||
                    twinOfSame($runs, $found, $i, $j)
                        ? 1
                        : 0;
            }
        }
    }
    $size = number_format($count).' texts';
    result('signatures', $size, $count / $hashing, 'texts/s', null);
    result('finding near twins', $size, $finding, 's', null);
    result('the same, a text', $size, (1e6 * $finding) / $count, 'µs', null);
    result('candidates a text', $size, $twins->candidates() / $count, 'pairs', null);
    result('memory', $size, $used / 1048576, 'MiB', null);
    result(
        'pairs at 0.8 and above that were found',
        $size.', 250 of them in truth',
        (100 * $got) / max(1, $all),
        '%',
        100,
    );
}

/**
 * Whether a pair was found by texts that are the same to the letter as these two.
 *
 * @param  list<string>  $runs
 * @param  array<string, true>  $found
 */
function twinOfSame(array $runs, array $found, int $i, int $j): bool
{
    static $first = [];
    foreach ([$i, $j] as $text) {
        $first[count($runs)][$text] ??= (int) array_search($runs[$text], $runs, true);
    }
    [$a, $b] = [$first[count($runs)][$i], $first[count($runs)][$j]];

    return isset($found[min($a, $b).' '.max($a, $b)]);
}
