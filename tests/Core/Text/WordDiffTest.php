<?php

declare(strict_types=1);

use Orchard\Core\Text\WordDiff;

it('tells which words were taken out and put in, in their order', function (): void {
    expect(WordDiff::between('Brass lamp by Northwick', 'Brass table lamp, by Northwick'))
        ->toBe([
            ['Brass', WordDiff::SAME],
            ['lamp', WordDiff::OUT],
            ['table lamp,', WordDiff::IN],
            ['by Northwick', WordDiff::SAME],
        ])
        ->and(WordDiff::between('', 'New words'))
        ->toBe([['New words', WordDiff::IN]])
        ->and(WordDiff::between('Old words', ''))
        ->toBe([['Old words', WordDiff::OUT]])
        ->and(WordDiff::between('', ''))
        ->toBe([])
        ->and(WordDiff::between('a  b', 'a b'))
        ->toBe([['a b', WordDiff::SAME]]);
});

it('gives both texts back whole, and keeps as many words as can be kept', function (): void {
    mt_srand(7);
    for ($n = 0; $n < 200; $n++) {
        $make = static fn (): array => array_map(
            static fn (): string => chr(97 + mt_rand(0, 4)),
            array_fill(0, mt_rand(0, 9), 0),
        );
        [$a, $b] = [$make(), $make()];
        $pieces = WordDiff::between(implode(' ', $a), implode(' ', $b));
        $of = static fn (int ...$how): array => array_values(
            array_filter(
                explode(
                    ' ',
                    implode(
                        ' ',
                        array_map(
                            static fn (array $one): string => in_array($one[1], $how, true) ? $one[0] : '',
                            $pieces,
                        ),
                    ),
                ),
                static fn (string $word): bool => $word !== '',
            ),
        );
        // The longest common subsequence by trying all of them.
        $best = 0;
        for ($mask = 0; $mask < 1 << count($a); $mask++) {
            $left = $b;
            $kept = 0;
            foreach ($a as $nth => $word) {
                if ((($mask >> $nth) & 1) === 1) {
                    $at = array_search($word, $left, true);
                    if ($at === false) {
                        continue 2;
                    }
                    $left = array_slice($left, $at + 1);
                    $kept++;
                }
            }
            $best = max($best, $kept);
        }
        expect($of(WordDiff::SAME, WordDiff::OUT))
            ->toBe($a)
            ->and($of(WordDiff::SAME, WordDiff::IN))
            ->toBe($b)
            ->and(count($of(WordDiff::SAME)))
            ->toBe($best);
    }
});
