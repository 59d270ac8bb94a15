<?php

declare(strict_types=1);

use Orchard\Core\Duplicates\AddressForm;
use Orchard\Core\Duplicates\PageMarks;
use Orchard\Core\Duplicates\TangleFinder;
use Orchard\Core\Url\PageUrl;

/**
 * Pages that share one mark and nothing else: no text, and each an address and an identity of its own.
 *
 * @return list<string> candidates, "a b"
 */
function candidatesOfCrowd(int $pages, string $mark): array
{
    $finder = new TangleFinder(new AddressForm(['shop.example']));
    for ($page = 1; $page <= $pages; $page++) {
        $url = PageUrl::parse("https://shop.example/p$page") ?? throw new LogicException();
        $finder->add(
            new PageMarks(
                $page,
                $url,
                $url->digest(),
                md5("page $page", true),
                $mark === 'called' ? 'One name' : '',
                $mark === 'number' ? '1 N1' : '',
                $mark === 'items' ? 'One list' : '',
                '',
            ),
        );
    }

    return array_map(
        static fn (array $pair): string => implode(' ', $pair),
        iterator_to_array($finder->candidates(), false),
    );
}

it('compares each with each of up to forty, and of more each with the next eight', function (string $mark): void {
    expect(candidatesOfCrowd(1, $mark))
        ->toBe([])
        ->and(candidatesOfCrowd(2, $mark))
        ->toBe(['1 2']);
    $all = candidatesOfCrowd(40, $mark);
    expect(array_unique($all))
        ->toHaveCount((40 * 39) / 2)
        ->and($all)
        ->toHaveCount((40 * 39) / 2);
    // In the order of what stands for their addresses, whatever their numbers.
    $order = range(1, 41);
    usort(
        $order,
        static fn (int $a, int $b): int => strcmp(
            (string) PageUrl::parse("https://shop.example/p$a")?->digest(),
            (string) PageUrl::parse("https://shop.example/p$b")?->digest(),
        ),
    );
    $chain = [];
    foreach ($order as $nth => $page) {
        foreach (array_slice($order, $nth + 1, 8) as $next) {
            $chain[] = min($page, $next).' '.max($page, $next);
        }
    }
    expect(candidatesOfCrowd(41, $mark))->toEqualCanonicalizing($chain);
})->with(['called', 'number', 'items']);

it('takes a heading that more than sixty pages share for a banner, and no number and no list', function (): void {
    expect(candidatesOfCrowd(60, 'called'))
        ->not->toBe([])
        ->and(candidatesOfCrowd(61, 'called'))
        ->toBe([])
        ->and(candidatesOfCrowd(61, 'number'))
        ->not->toBe([])
        ->and(candidatesOfCrowd(61, 'items'))
        ->not->toBe([]);
});
