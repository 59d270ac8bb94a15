<?php

declare(strict_types=1);

use Orchard\Core\Matching\Assignment;
use Orchard\Core\Matching\Candidates;

/** @param  list<array<int, int>>  $rows */
function candidates(array $rows): Candidates
{
    $candidates = new Candidates();
    foreach ($rows as $row) {
        $candidates->add($row);
    }

    return $candidates;
}

/**
 * @param  list<array<int, int>>  $rows  @param  array<int, true>  $used
 * @param  array<array-key, mixed>  $used
 */
function bestByTrying(array $rows, array $used = [], int $row = 0): int
{
    if ($row === count($rows)) {
        return 0;
    }
    $best = bestByTrying($rows, $used, $row + 1);
    foreach ($rows[$row] as $term => $worth) {
        if (! isset($used[$term])) {
            $best = max($best, $worth + bestByTrying($rows, $used + [$term => true], $row + 1));
        }
    }

    return $best;
}

it('gives away one term a row, for as much as trying every way finds', function (): void {
    mt_srand(20);
    for ($i = 0; $i < 2000; $i++) {
        $rows = [];
        for ($r = mt_rand(0, 6); $r > 0; $r--) {
            $row = [];
            for ($t = mt_rand(0, 6); $t > 0; $t--) {
                $row[mt_rand(0, 6)] = mt_rand(0, 12);
            }
            $rows[] = $row;
        }
        $made = Assignment::best(candidates($rows));
        $given = array_filter($made->terms, static fn (int $term): bool => $term >= 0);
        $sum = 0;
        foreach ($given as $row => $term) {
            $sum += $rows[$row][$term] ?? throw new LogicException('A pair that nobody offered.');
        }
        if ($made->total !== bestByTrying($rows) || $sum !== $made->total || $made->gap !== 0) {
            $this->fail('Not the best: '.json_encode([$rows, $made]));
        }
        if (count(array_unique($given)) !== count($given)) {
            $this->fail('A term twice: '.json_encode($made));
        }
    }
    expect($i)->toBe(2000);
});

it('finds as much as two solvers of R', function (): void {
    /** @var list<array{rows: int, terms: int, each: int, seed: int, lsap: int, lp: ?int}> $cases */
    $cases = json_decode((string) file_get_contents(__DIR__.'/fixtures/assignment.json'), true);
    foreach ($cases as $case) {
        $state = $case['seed'];
        $lehmer = static function () use (&$state): int {
            return $state = ($state * 48271) % 2147483647;
        };
        $candidates = new Candidates();
        for ($r = 0; $r < $case['rows']; $r++) {
            $row = [];
            for ($k = 0; $k < $case['each']; $k++) {
                $term = $lehmer() % $case['terms'];
                $row[$term] = ($lehmer() % 100000) + 1;
            }
            $candidates->add($row);
        }
        $made = Assignment::best($candidates);
        expect($made->total)
            ->toBe($case['lsap'])
            ->and($made->gap)
            ->toBe(0)
            ->and($case['lp'] ?? $made->total)
            ->toBe($made->total);
    }
    expect($cases)->toHaveCount(4);
});

it('keeps what people decided, and makes the best of the rest', function (): void {
    $rows = [[0 => 10, 1 => 9], [0 => 10, 1 => 2], [1 => 5, 2 => 1]];
    expect(Assignment::best(candidates($rows))->terms)
        ->toBe([1, 0, 2])
        ->and(Assignment::best(candidates($rows), [0 => 0])->terms)
        ->toBe([0, -1, 1])
        // Also a pair that nobody would offer.
        ->and(Assignment::best(candidates($rows), [2 => 0]))
        ->terms->toBe([1, -1, 0])
        ->total->toBe(9)
        ->gap->toBe(0);
    mt_srand(21);
    for ($i = 0; $i < 500; $i++) {
        $rows = [];
        for ($r = 0; $r < 5; $r++) {
            $rows[] = array_map(static fn (): int => mt_rand(0, 9), array_fill(0, 5, 0));
        }
        [$row, $term] = [mt_rand(0, 4), mt_rand(0, 4)];
        $made = Assignment::best(candidates($rows), [$row => $term]);
        $others = $rows;
        $others[$row] = [];
        $best = bestByTrying($others, [$term => true]) + $rows[$row][$term];
        if ($made->terms[$row] !== $term || $made->total !== $best || $made->gap !== 0) {
            $this->fail(sure(json_encode([$rows, $row, $term, $made])));
        }
    }
    expect(fn () => Assignment::best(candidates($rows), [0 => 1, 1 => 1]))->toThrow(InvalidArgumentException::class);
});

it('does not bid up step by step what many alike rows want', function (): void {
    mt_srand(11);
    $rows = $most = [];
    for ($r = 0; $r < 2000; $r++) {
        $most[] = $worth = 999_000_000 + mt_rand(0, 1_000_000);
        $rows[] = array_fill(0, 5, $worth);
    }
    rsort($most);
    $made = Assignment::best(candidates($rows));
    expect($made->total)
        ->toBe(array_sum(array_slice($most, 0, 5)))
        ->and($made->gap)
        ->toBe(0)
        ->and(count(array_filter($made->terms, static fn (int $term): bool => $term >= 0)))
        ->toBe(5);
});

it('tells how far it may be from the best where it had to stop', function (): void {
    mt_srand(22);
    for ($i = 0; $i < 300; $i++) {
        $rows = [];
        for ($r = 0; $r < 6; $r++) {
            $rows[] = array_map(static fn (): int => mt_rand(0, 50), array_fill(0, 6, 0));
        }
        $made = Assignment::best(candidates($rows), mostSteps: mt_rand(1, 60));
        $missed = bestByTrying($rows) - $made->total;
        if ($missed < 0 || $missed > $made->gap) {
            $this->fail("Missed $missed, told $made->gap");
        }
    }
    expect(Assignment::best(candidates([]))->terms)->toBe([]);
});

it('takes the best that is free where there is no time left, and nothing that is worth nothing', function (): void {
    $made = Assignment::best(candidates([[5, 9], [0, 7], [4, 8], [3, 2]]), mostSteps: 0);
    expect($made->terms)
        ->toBe([1, -1, 0, -1])
        ->and($made->total)
        ->toBe(13);
    $kept = Assignment::best(candidates([[5, 9], [0, 7], [4, 8]]), [1 => 1], 0);
    expect($kept->terms)
        ->toBe([0, 1, -1])
        ->and($kept->total)
        ->toBe(12);
});

it('takes no worth that could overflow, and no term below the first', function (array $row): void {
    expect(fn () => candidates([$row]))->toThrow(InvalidArgumentException::class);
})->with([[[0 => -1]], [[0 => Candidates::MOST_WORTH + 1]], [[-1 => 5]]]);
