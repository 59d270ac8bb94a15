<?php

declare(strict_types=1);

use Orchard\Core\Duplicates\MinHash;
use Orchard\Core\Duplicates\NearTwins;
use Orchard\Core\Duplicates\Shingles;
use Orchard\Core\Duplicates\Words;
use Random\Engine\Mt19937;
use Random\Randomizer;

/** @return list<list<string>> texts of a vocabulary, some of them edited copies of an earlier one */
function manyTexts(int $seed, int $count): array
{
    $chance = new Randomizer(new Mt19937($seed));
    $texts = [];
    for ($i = 0; $i < $count; $i++) {
        if ($i > 0 && $chance->getInt(0, 2) === 0) {
            $text = $texts[$chance->getInt(0, $i - 1)];
            for ($edits = $chance->getInt(0, 12); $edits > 0; $edits--) {
                $text[$chance->getInt(0, count($text) - 1)] = 'e'.$chance->getInt(0, 500);
            }
        } else {
            $text = array_map(
                static fn (): string => 'w'.$chance->getInt(0, 4000),
                range(1, $chance->getInt(80, 160)),
            );
        }
        $texts[] = $text;
    }

    return array_map(array_values(...), $texts);
}

it('splits texts into words the way people read them', function (): void {
    expect(Words::of('Élan E27, 2,5 m—don’t “tangle” a well-made cord. IP44!'))
        ->toBe(['élan', 'e27', '2,5', 'm', 'don’t', 'tangle', 'a', 'well-made', 'cord', 'ip44'])
        ->and(Words::apart(['a', 'b', 'b', 'c'], ['b', 'd']))
        ->toBe([['a', 'b', 'c'], ['d']])
        ->and(Words::of("\xff broken"))
        ->toBe(['broken']);
});

it('measures likeness as Jaccard does', function (): void {
    $runs = static fn (string $text): array => Shingles::of(explode(' ', $text));
    // Three runs each, two of them shared: 2 of 4.
    expect(Shingles::likeness($runs('a b c d e'), $runs('b c d e f')))
        ->toBe(0.5)
        ->and(Shingles::containment($runs('a b c d'), $runs('a b c d e f')))
        ->toBe(1.0)
        ->and(Shingles::likeness($runs('a b'), $runs('a b')))
        ->toBe(1.0)
        ->and(Shingles::likeness([], []))
        ->toBe(0.0);
});

it('estimates likeness within what 126 values allow', function (): void {
    $hash = new MinHash();
    $texts = manyTexts(5, 120);
    $far = 0;
    $pairs = 0;
    foreach ($texts as $i => $a) {
        foreach (array_slice($texts, $i + 1, 8) as $b) {
            $true = Shingles::likeness(Shingles::of($a), Shingles::of($b));
            $estimate = MinHash::likeness($hash->signature(Shingles::of($a)), $hash->signature(Shingles::of($b)));
            $pairs++;
            $far += abs($true - $estimate) > 2.6 * sqrt(max(0.01, $true * (1 - $true)) / MinHash::VALUES) ? 1 : 0;
        }
    }
    expect($far / $pairs)->toBeLessThan(0.03);
});

it('finds the pairs that comparing each with each finds', function (int $seed): void {
    $hash = new MinHash();
    $texts = manyTexts($seed, 300);
    $runs = array_map(Shingles::of(...), $texts);
    $twins = new NearTwins();
    foreach ($runs as $i => $set) {
        $twins->add($i, $hash->signature($set));
    }
    $found = [];
    foreach ($twins->pairs() as [$a, $b]) {
        $found["$a $b"] = true;
    }
    $missed = $all = 0;
    // Texts that are the same to the letter follow the first of them; what holds for that one holds for all.
    $first = [];
    foreach ($texts as $i => $text) {
        $first[$i] = array_search($text, $texts, true);
    }
    for ($i = 0; $i < 300; $i++) {
        for ($j = $i + 1; $j < 300; $j++) {
            if ($first[$i] === $i && $first[$j] === $j && Shingles::likeness($runs[$i], $runs[$j]) >= 0.8) {
                $all++;
                $missed += isset($found["$i $j"]) ? 0 : 1;
            }
        }
    }
    expect($all)
        ->toBeGreaterThan(20)
        ->and($missed / $all)
        ->toBeLessThanOrEqual(0.02);
})->with([1, 2, 3]);

it('does not look at each pair of a large crowd', function (): void {
    $hash = new MinHash();
    $twins = new NearTwins();
    for ($i = 0; $i < 1000; $i++) {
        $twins->add(
            $i,
            $hash->signature(
                Shingles::of([...explode(' ', str_repeat('the same words again and again for ever ', 12)), "end$i"]),
            ),
        );
    }
    $pairs = iterator_count($twins->pairs());
    expect($pairs)
        ->toBeGreaterThan(900)
        ->and($twins->candidates())
        ->toBeLessThan(1000 * 60);
});
