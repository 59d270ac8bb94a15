<?php

declare(strict_types=1);

use Orchard\Core\Reasons\Reason;
use Orchard\Core\Redirects\QueryWritings;
use Orchard\Core\Redirects\Redirect;
use Orchard\Core\Redirects\RedirectBook;
use Orchard\Core\Redirects\RedirectFault;
use Orchard\Core\Redirects\RequestKey;
use Orchard\Core\Url\PageUrl;
use Orchard\Core\Url\Slug;
use Random\Engine\Mt19937;
use Random\Randomizer;

function line(string $from, ?string $to, int $status = 301): Redirect
{
    $url = static fn (string $path): PageUrl => PageUrl::parse("https://shop.example$path") ??
        throw new LogicException($path);

    return new Redirect($url($from), $to === null ? null : $url($to), $status);
}

/** @return array<string, ?string> */
function flat(RedirectBook $book): array
{
    $flat = [];
    foreach ($book->flat() as $line) {
        $flat[$line->from->target()] = $line->to?->target();
    }
    ksort($flat);

    return $flat;
}

it('matches requests by decoded path and sorted query', function (): void {
    $key = static fn (string $target): string => RequestKey::of(
        sure(PageUrl::parse("https://shop.example$target")),
    )->text();
    expect($key('/caf%C3%A9?b=2&a=1'))
        ->toBe('/café?a=1&b=2')
        ->and($key('/x?q=a+b'))
        ->toBe($key('/x?q=a%20b'))
        ->and($key('/a//b'))
        ->toBe('/a/b')
        ->and($key('/A'))
        ->not->toBe($key('/a'))
        ->and($key('/x?'))
        ->toBe('/x')
        ->and(RequestKey::of(sure(PageUrl::parse('https://shop.example/a%0Ab')))->isPlain())
        ->toBeFalse()
        ->and(RequestKey::of(sure(PageUrl::parse('https://shop.example/%FF')))->isPlain())
        ->toBeFalse();
    expect(QueryWritings::of(['a=1 2', 'b=é']))
        ->toContain('a=1%202&b=%C3%A9', 'b=%c3%a9&a=1+2')
        ->and(QueryWritings::of([]))
        ->toBe(['']);
});

it('flattens ways to one hop', function (): void {
    $book = new RedirectBook([
        line('/a', '/b'),
        line('/b', '/c'),
        line('/c', '/d'),
        line('/x', '/y', 302),
        line('/gone', null, 410),
        line('/z', '/gone'),
    ]);
    expect(flat($book))
        ->toBe(['/a' => '/d', '/b' => '/d', '/c' => '/d', '/gone' => null, '/x' => '/y', '/z' => null])
        ->and($book->refused())
        ->toBe([]);
});

it('refuses what goes round, with the path, whoever stands first', function (): void {
    $lines = [line('/a', '/b'), line('/b', '/a'), line('/x', '/a'), line('/self', '/self'), line('/fine', '/there')];
    foreach ([$lines, array_reverse($lines)] as $given) {
        $book = new RedirectBook($given);
        expect(flat($book))
            ->toBe(['/fine' => '/there'])
            ->and(array_map(static fn (array $one): string => $one[1]->words(), $book->refused()))
            ->toContain('goes round: /a → /b → /a', 'goes round: /self → /self')
            ->toHaveCount(4);
    }
});

it('tells of two lines for one address', function (): void {
    $book = new RedirectBook([line('/a?x=1&y=2', '/b'), line('/a?y=2&x=1', '/c'), line('/a?x=1&y=2', '/b')]);
    expect(flat($book))
        ->toBe(['/a?x=1&y=2' => '/b'])
        ->and($book->refused())
        ->toHaveCount(1)
        ->and($book->refused()[0][1]->words())
        ->toContain('/b');
});

it('tells the ends of a long way round', function (): void {
    $names = range('a', 'j');
    $lines = array_map(static fn (string $from, string $to): Redirect => line("/$from", "/$to"), $names, [
        ...array_slice($names, 1),
        'a',
    ]);
    [[, $why]] = (new RedirectBook($lines))->refused();
    expect($why->words())
        ->toBe('goes round: /a → /b → /c → /d → /e → … → /a')
        ->and(Reason::unpack(RedirectFault::class, Reason::pack([$why])))
        ->toEqual([$why]);
    // Six hops are told in full.
    $short = [
        line('/a', '/b'),
        line('/b', '/c'),
        line('/c', '/d'),
        line('/d', '/e'),
        line('/e', '/f'),
        line('/f', '/a'),
    ];
    expect((new RedirectBook($short))->refused()[0][1]->words())->toBe('goes round: /a → /b → /c → /d → /e → /f → /a');
});

it('says what is wrong with a line', function (RedirectFault $fault, array $of, string $words): void {
    expect((new Reason($fault, array_values($of)))->words())->toBe($words);
})->with([
    [RedirectFault::AnotherLine, ['https://shop.example/b'], 'another line sends it to https://shop.example/b'],
    [RedirectFault::AnotherLine, [''], 'another line sends it to nowhere (gone)'],
    [RedirectFault::GoesRound, ['/a', '/a'], 'goes round: /a → /a'],
    [
        RedirectFault::LivePage,
        [1234],
        'a live page stands there, with 1,234 clicks: send it only if that page is to go',
    ],
]);

it('ends every way that is left in one hop, and does nothing the second time', function (int $seed): void {
    $chance = new Randomizer(new Mt19937($seed));
    $lines = [];
    for ($i = 0; $i < 80; $i++) {
        $lines[] = line('/p'.$chance->getInt(0, 99), '/p'.$chance->getInt(0, 99));
    }
    $book = new RedirectBook($lines);
    $flat = flat($book);
    foreach ($flat as $from => $to) {
        expect($flat)->not->toHaveKey((string) $to)->and($to)->not->toBe($from);
    }
    $again = new RedirectBook($book->flat());
    expect(flat($again))->toBe($flat)->and($again->refused())->toBe([]);
})->with([1, 2, 3, 4, 5, 6]);

it('proposes short slugs of what a page is called, led by its term', function (
    string $name,
    string $lead,
    string $slug,
): void {
    expect(Slug::propose($name, $lead))->toBe($slug)->and(Slug::faults($slug))->toBe([]);
})->with([
    ['Aurora pendant lamp in brass', '', 'aurora-pendant-lamp-brass'],
    ['Größe Überwurf für das Bett', '', 'groesse-ueberwurf-bett'],
    ['Éclairage d’été', '', 'eclairage-dete'],
    ['Aurora', 'pendant lamp', 'pendant-lamp-aurora'],
    ['Pendant lamp Aurora', 'pendant lamp', 'pendant-lamp-aurora'],
    [
        'A very long name of a lamp that goes on and on beyond what anybody would want to read in an address',
        '',
        'very-long-name-lamp-that-goes-beyond-what-anybody-would-want',
    ],
    ['50 × 60 cm & more', '', '50-60-cm-more'],
]);

it('says what is wrong with a slug', function (string $slug, string $fault): void {
    expect(Slug::faults($slug))->toContain($fault);
})->with([
    ['Aurora', 'has capital letters'],
    ['a_b', 'has underscores where hyphens should be'],
    ['a--b', 'has hyphens in a row or at an end'],
    ['aurora-copy', 'is a copy’s'],
    ['1234', 'is only a number'],
    [str_repeat('lamp-', 20).'x', 'is 101 characters long'],
    ['lamp-lamp-lamp-x', 'says one word several times'],
    ['caf%C3%A9', 'has characters other than letters, digits and hyphens'],
]);

it('numbers a slug that is taken', function (): void {
    expect(Slug::free('aurora', static fn (string $slug): bool => in_array($slug, ['aurora', 'aurora-2'], true)))
        ->toBe('aurora-3')
        ->and(Slug::propose('!!!'))
        ->toBe('');
});

it(
    'takes the first of two lines for one address, tells the other with what the first says, and no line that says the same',
    function (): void {
        $book = new RedirectBook([
            line('/a', '/first'),
            line('/a', '/second'),
            line('/a?', '/first'),
            line('/b', null, 410),
            line('/b', '/c'),
        ]);
        expect(flat($book))->toBe(['/a' => '/first', '/b' => null]);
        $told = array_map(
            static fn (array $one): array => [$one[0]->from->target(), $one[0]->to?->target(), $one[1]->words()],
            $book->refused(),
        );
        expect($told)->toBe([
            ['/a', '/second', 'another line sends it to https://shop.example/first'],
            ['/b', '/c', 'another line sends it to nowhere (gone)'],
        ]);
        $turned = new RedirectBook([line('/a', '/second'), line('/a', '/first')]);
        expect(flat($turned))
            ->toBe(['/a' => '/second'])
            ->and($turned->refused()[0][0]->to?->target())
            ->toBe('/first');
    },
);
