<?php

declare(strict_types=1);

use Orchard\Core\Duplicates\AddressForm;
use Orchard\Core\Duplicates\Identity;
use Orchard\Core\Duplicates\MinHash;
use Orchard\Core\Duplicates\PageMarks;
use Orchard\Core\Duplicates\Shingles;
use Orchard\Core\Duplicates\TangleFinder;
use Orchard\Core\Duplicates\Tangles;

it('judges large parts by what their pages are called, and asks of a dozen at most', function (): void {
    $digests = [];
    for ($i = 0; $i < 620; $i++) {
        $digests[$i] = md5("large $i", true);
    }
    $asked = 0;
    $tangles = new Tangles(
        $digests,
        static function () use (&$asked): bool {
            $asked++;

            return true;
        },
        static fn (int $page): string => $page < 400 ? 'lamp' : 'table',
    );
    for ($i = 1; $i < 620; $i++) {
        $tangles->pair($i - 1, $i, 0.9);
    }
    $sizes = array_map(count(...), $tangles->groups());
    sort($sizes);
    expect($sizes)
        ->toBe([220, 400])
        ->and($asked)
        ->toBeLessThan(620 * 2 * 12 * 12);
    // A part of five hundred is judged pair by pair, whatever its pages are called.
    $whole = new Tangles(
        array_slice($digests, 0, 500),
        static fn (): bool => true,
        static fn (int $page): string => (string) ($page % 2),
    );
    for ($i = 1; $i < 500; $i++) {
        $whole->pair($i, $i - 1, 0.9);
    }
    expect(array_map(count(...), $whole->groups()))->toBe([500]);
});

/**
 * Marks of a page with a text of its own.
 *
 * @param  list<int>  $items
 */
function marked(
    int $page,
    string $path,
    string $h1,
    string $text,
    string $number = '',
    array $items = [],
    int $market = 1,
): PageMarks {
    return PageMarks::of(
        new Identity($page, keptUrl($path), $market, 'en', $items === [], $h1, $h1, $number, '', [$text], $items),
        new MinHash(),
    );
}

it(
    'brings together what shares a number, a heading, a list, an address or a text, and nothing else',
    function (): void {
        $words = static fn (string $seed): string => implode(
            ' ',
            array_map(static fn (int $n): string => substr(md5("$seed $n"), 0, 6), range(1, 80)),
        );
        $finder = new TangleFinder(new AddressForm(['shop.example']));
        foreach (
            [
                marked(1, '/a', 'One', $words('a'), 'N1'),
                marked(2, '/b', 'Two', $words('b'), 'N1'),
                marked(3, '/c', 'Three', $words('c')),
                marked(4, '/d', 'Three', $words('d')),
                marked(5, '/e', 'Five', $words('e'), items: [1, 2, 3]),
                marked(6, '/f', 'Six', $words('f'), items: [3, 2, 1, 1]),
                marked(7, '/g/', 'Seven', $words('g')),
                marked(8, '/G', 'Eight', $words('h')),
                marked(9, '/i', 'Nine', $words('i')),
                marked(10, '/j', 'Ten', str_replace(substr(md5('i 3'), 0, 6), 'other', $words('i'))),
                marked(11, '/k', 'Eleven', $words('k'), 'N1', market: 2),
                marked(12, '/l', 'Same', $words('l')),
                marked(13, '/m', 'Same', $words('l')),
                marked(14, '/n', '', ''),
                marked(15, '/o', '', ''),
            ] as $marks
        ) {
            $finder->add($marks);
        }
        $finder->ask(14, 1, isDeclared: true);
        $finder->ask(13, 3);
        $finder->ask(99, 1);
        $stands = $finder->representatives();
        expect(count($stands))
            ->toBe(1)
            ->and(array_merge(array_keys($stands), array_values($stands)))
            ->toEqualCanonicalizing([12, 13]);
        $pairs = array_map(
            static fn (array $pair): string => implode(' ', $pair),
            iterator_to_array($finder->candidates(), false),
        );
        $first = array_values($stands)[0];
        expect($pairs)
            ->toEqualCanonicalizing(['1 2', '3 4', '5 6', '7 8', '9 10', '1 14', "3 $first"])
            ->and($finder->isDeclared(1, 14))
            ->toBeTrue()
            ->and($finder->isDeclared(14, 1))
            ->toBeTrue()
            ->and($finder->isDeclared(3, 13))
            ->toBeFalse()
            ->and($finder->knows(15))
            ->toBeTrue()
            ->and($finder->knows(99))
            ->toBeFalse();
        $finder->versions(12, 3);
        expect($finder->areVersions(3, 12))->toBeTrue()->and($finder->representatives())->toBe([]);
        expect(marked(5, '/e', 'Five', 'x', items: [1, 2, 3])->items)
            ->toBe(marked(6, '/f', 'Six', 'y', items: [3, 2, 1, 1])->items)
            ->and(marked(1, '/a', 'One', 'x')->items)
            ->toBe('')
            ->and(marked(1, '/a', '', 'x')->called)
            ->toBe('')
            ->and(marked(1, '/a', '', '')->identity)
            ->toBe('')
            ->and(marked(1, '/a', 'One', 'x y z')->signature)
            ->toBe((new MinHash())->signature(Shingles::of(['x', 'y', 'z'])));
    },
);
