<?php

declare(strict_types=1);

use Orchard\Core\Terms\LeadChoice;

/** @param  list<array{int, int, int, int}>  $pairs */
function chosen(array $pairs): array
{
    $choice = new LeadChoice();
    foreach ($pairs as $pair) {
        $choice->add(...$pair);
    }

    return $choice->choose();
}

it('gives what is worth most first, each page one query and each query one page', function (): void {
    expect(chosen([[1, 10, 5, 100], [2, 10, 9, 100], [1, 11, 1, 900], [3, 12, 0, 0], [2, 11, 8, 0]]))->toBe([
        1 => 11,
        2 => 10,
    ]);
});

it('does not hang on the order of what it is told, and never lies far below the best', function (): void {
    mt_srand(3);
    for ($i = 0; $i < 200; $i++) {
        $pairs = [];
        for ($page = 1; $page <= 4; $page++) {
            for ($query = 1; $query <= 4; $query++) {
                mt_rand(0, 2) > 0 && ($pairs[] = [$page, $query, mt_rand(0, 5), mt_rand(0, 200)]);
            }
        }
        $chosen = chosen($pairs);
        $shuffled = $pairs;
        shuffle($shuffled);
        $again = chosen($shuffled);
        ksort($chosen);
        ksort($again);
        expect($again)->toBe($chosen)->and(array_unique($chosen))->toHaveCount(count($chosen));
        $worth = [];
        foreach ($pairs as [$page, $query, $clicks, $impressions]) {
            $worth[$page][$query] = 50 * $clicks + $impressions;
        }
        $sum = static fn (array $of): int => array_sum(
            array_map(static fn (int $page, int $query): int => $worth[$page][$query] ?? 0, array_keys($of), $of),
        );
        // The best of all ways, by trying them: greedy choice reaches half of it at least.
        $best = 0;
        $try = static function (int $page, array $taken, int $value) use (&$try, &$best, $worth): void {
            $best = max($best, $value);
            if ($page > 4) {
                return;
            }
            $try($page + 1, $taken, $value);
            foreach ($worth[$page] ?? [] as $query => $more) {
                isset($taken[$query]) || $try($page + 1, $taken + [$query => true], $value + $more);
            }
        };
        $try(1, [], 0);
        expect(2 * $sum($chosen))->toBeGreaterThanOrEqual($best);
    }
});
