<?php

declare(strict_types=1);

use Orchard\Core\Duplicates\MinHash;
use Orchard\Core\Duplicates\Shingles;

it('reckons likeness as the part of all runs of three words that both have', function (): void {
    $of = static fn (string $text): array => Shingles::of(explode(' ', $text));
    // Runs: abc bcd cde | bcd cde def: two of four are shared.
    expect(Shingles::likeness($of('a b c d e'), $of('b c d e f')))
        ->toBe(0.5)
        ->and(Shingles::containment($of('a b c d e'), $of('b c d e')))
        ->toBe(1.0)
        ->and(Shingles::containment($of('b c d e'), $of('a b c d e')))
        ->toBe(1.0)
        ->and(Shingles::likeness($of('a b c d e'), $of('b c d e')))
        ->toBe(2 / 3)
        ->and(Shingles::likeness([], $of('a b c')))
        ->toBe(0.0)
        ->and(Shingles::likeness($of('a b c'), []))
        ->toBe(0.0)
        ->and(Shingles::containment([], $of('a b c')))
        ->toBe(0.0)
        ->and(Shingles::of([]))
        ->toBe([])
        ->and(Shingles::of(['a', 'b']))
        ->toBe([crc32('a b') => true])
        ->and(Shingles::of(['a', 'b', 'c']))
        ->toBe([crc32('a b c') => true]);
});

it('estimates likeness by signatures within their standard error', function (int $shared): void {
    $hash = new MinHash();
    $error = 0.0;
    $true = $shared / (200 - $shared);
    for ($case = 0; $case < 20; $case++) {
        $run = static fn (int $n): int => crc32("$case run $n");
        $a = array_fill_keys(array_map($run, range(1, 100)), true);
        $b = array_fill_keys(array_map($run, range(101 - $shared, 200 - $shared)), true);
        $error += MinHash::likeness($hash->signature($a), $hash->signature($b)) - $true;
    }
    expect(abs($error / 20))->toBeLessThan(3 * sqrt(($true * (1 - $true)) / MinHash::VALUES / 20) + 1e-9);
})->with([0, 30, 60, 80, 95, 100]);

it('keeps signatures of one length, the same on any day', function (): void {
    $hash = new MinHash();
    $signature = $hash->signature([1 => true, 2 => true]);
    expect(strlen($signature))
        ->toBe(4 * 126)
        // Stored signatures are compared with new ones; this one was made on the first day.
        ->and(md5($signature))
        ->toBe(md5((new MinHash())->signature([2 => true, 1 => true])))
        ->and($hash->signature([]))
        ->toBe('')
        ->and(MinHash::likeness('', $signature))
        ->toBe(0.0)
        ->and(MinHash::likeness($signature, ''))
        ->toBe(0.0)
        ->and(MinHash::likeness($signature, $signature))
        ->toBe(1.0);
});
