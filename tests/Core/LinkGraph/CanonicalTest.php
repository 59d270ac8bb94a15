<?php

declare(strict_types=1);

use Orchard\Core\LinkGraph\CanonicalCase;
use Orchard\Core\LinkGraph\CanonicalTarget;
use Orchard\Core\LinkGraph\CanonicalVerdict as V;
use Orchard\Core\LinkGraph\Declarations;
use Orchard\Core\LinkGraph\FuturePage;
use Orchard\Core\LinkGraph\HreflangAudit;
use Orchard\Core\LinkGraph\HreflangFault;
use Orchard\Core\LinkGraph\HreflangPage;
use Orchard\Core\LinkGraph\PlanProof;
use Random\Engine\Mt19937;
use Random\Randomizer;

const P = 'https://shop.example/p';
const D = 'https://shop.example/d';

/** @param  array<string, mixed>  $with */
function declares(array $with = []): CanonicalCase
{
    $with += ['isMeant' => true, 'tags' => [D], 'header' => null, 'strays' => 0, 'isKeeper' => null, 'target' => new CanonicalTarget];

    return new CanonicalCase(P, $with['isMeant'], $with['tags'], $with['header'], $with['strays'], $with['isKeeper'], $with['target']);
}

it('decides what a declared canonical is worth', function (array $with, V $verdict): void {
    expect(declares($with)->verdict())->toBe($verdict);
})->with([
    'a page that redirects' => [['isMeant' => false], V::NotNeeded], 'nonsense' => [['tags' => ['http://:/'], 'target' => null], V::Unreadable], 'two that differ' => [['tags' => [D, P]], V::Several], 'two that are one' => [['tags' => [P, 'https://SHOP.example/p'], 'target' => null], V::Self],
    'in the body alone' => [['tags' => [], 'strays' => 1, 'target' => null], V::Stray], 'tag and header' => [['tags' => [P], 'header' => D, 'target' => null], V::TagAgainstHeader], 'the header alone' => [['tags' => [], 'header' => P, 'target' => null], V::Self],
    'barred' => [['target' => new CanonicalTarget(isBarred: true, status: 0)], V::Barred], 'an error' => [['target' => new CanonicalTarget(status: 404)], V::Unreachable], 'a redirect' => [['target' => new CanonicalTarget(status: 301)], V::Redirected], 'noindex' => [['target' => new CanonicalTarget(isClosed: true)], V::Closed],
    'a circle' => [['target' => new CanonicalTarget(leadsBack: true, namesAnother: true)], V::Loop], 'a chain' => [['target' => new CanonicalTarget(namesAnother: true)], V::Chain], 'another host' => [['target' => new CanonicalTarget(isOwnHost: false, isKnown: false, status: 0)], V::Foreign], 'the other scheme' => [['target' => new CanonicalTarget(isKnown: false, status: 0, isOtherForm: true)], V::OtherForm], 'www' => [['target' => new CanonicalTarget(isOwnHost: false, isKnown: false, status: 0, isOtherForm: true)], V::OtherForm],
    'the other scheme, which redirects' => [['target' => new CanonicalTarget(status: 301, isOtherForm: true)], V::Redirected],
    'never fetched' => [['target' => new CanonicalTarget(isKnown: false, status: 0)], V::Unseen], 'something else' => [['target' => new CanonicalTarget(isUnlike: true)], V::Unlike], 'the first part' => [['target' => new CanonicalTarget(isFirstPart: true, isUnlike: true)], V::Paging],
    'another language' => [['target' => new CanonicalTarget(isVersion: true)], V::Language], 'the keeper' => [['isKeeper' => false, 'target' => new CanonicalTarget(isInTangle: true, isKeeper: true)], V::ToKeeper], 'the wider list' => [['target' => new CanonicalTarget(isWider: true)], V::ToWider],
    'itself, not the keeper' => [['tags' => [P], 'isKeeper' => false, 'target' => null], V::MissedFoldBySelf], 'itself' => [['tags' => [P], 'isKeeper' => true, 'target' => null], V::Self], 'a member that is not the keeper' => [['isKeeper' => false, 'target' => new CanonicalTarget(isInTangle: true)], V::Odd],
    'somebody alike outside the tangle' => [['target' => new CanonicalTarget], V::Aside], 'none, alone' => [['tags' => [], 'target' => null], V::Weak], 'none, as keeper' => [['tags' => [], 'isKeeper' => true, 'target' => null], V::Weak], 'none, as duplicate' => [['tags' => [], 'isKeeper' => false, 'target' => null], V::MissedFold],
]);

it('lets what stands first in the table win over what stands later, and keeps the other as a note', function (): void {
    $conditions = ['barred' => ['isBarred' => true], 'unreachable' => ['status' => 404], 'redirected' => ['status' => 301], 'closed' => ['isClosed' => true], 'loop' => ['leadsBack' => true], 'chain' => ['namesAnother' => true], 'unlike' => ['isUnlike' => true], 'paging' => ['isFirstPart' => true], 'language' => ['isVersion' => true], 'to keeper' => ['isInTangle' => true, 'isKeeper' => true]];
    $order = array_map(static fn (V $v): string => $v->value, V::cases());
    foreach ($conditions as $first => $a) {
        foreach ($conditions as $second => $b) {
            if (array_search($first, $order, true) >= array_search($second, $order, true) || isset($a['status'], $b['status'])) {
                continue;
            }
            $case = declares(['isKeeper' => false, 'target' => new CanonicalTarget(...[...$a, ...$b])]);
            // What makes a chain a circle is no chain; a part, a version or a member of the tangle is not unlike.
            $expected = [$first, $second] === ['unlike', 'paging'] || [$first, $second] === ['unlike', 'language'] || [$first, $second] === ['unlike', 'to keeper'] || [$first, $second] === ['paging', 'to keeper'] ? $second : $first;
            expect($case->verdict()->value)->toBe($expected, "$first before $second");
            if ($expected === $first && [$first, $second] !== ['loop', 'chain']) {
                expect(array_map(static fn (V $v): string => $v->value, $case->notes()))->toContain($second);
            }
        }
    }
});

it('judges by another keeper as the table does', function (int $seed): void {
    $dice = new Randomizer(new Mt19937($seed));
    $coin = static fn (int $of = 2): bool => $dice->getInt(1, $of) === 1;
    for ($round = 0; $round < 2000; $round++) {
        // Of a tangle: the page, the page that it names, and a third; one of them is the keeper.
        $way = $dice->getInt(0, 2);
        $inTangle = $coin(3) === false;
        $flags = ['isBarred' => $coin(12), 'status' => [200, 200, 200, 301, 404][$dice->getInt(0, 4)], 'isClosed' => $coin(12), 'leadsBack' => $coin(12), 'namesAnother' => $coin(12), 'isUnlike' => $coin(6), 'isFirstPart' => $coin(12), 'isVersion' => $coin(12), 'isWider' => $coin(8)];
        $case = static fn (string $keeper): CanonicalCase => declares([
            'isMeant' => true, 'tags' => [[], [P], [D]][$way], 'isKeeper' => $keeper === 'page',
            'target' => $way === 2 ? new CanonicalTarget(...$flags, isInTangle: $inTangle, isKeeper: $inTangle && $keeper === 'named') : null,
        ]);
        $keepers = $way === 2 && $inTangle ? ['page', 'named', 'third'] : ['page', 'third'];
        foreach ($keepers as $before) {
            foreach ($keepers as $after) {
                expect($case($before)->verdict()->withKeeper($after === 'page', $way === 2 && $after === 'named'))->toBe($case($after)->verdict(), "way $way, $before to $after: ".json_encode($flags));
            }
        }
    }
})->with([1, 2, 3]);

it('says of every verdict what it means and what mends it', function (V $verdict): void {
    expect($verdict->words())->not->toBe('')->and($verdict->meaning())->not->toBe('')->and($verdict->repair())->not->toBe('')->and(V::fromKey($verdict->key()))->toBe($verdict);
})->with(V::cases());

it('follows what pages declare, round and round if need be', function (): void {
    $ways = new Declarations([1 => 2, 2 => 3, 3 => 3, 4 => 5, 5 => 4, 6 => 4]);
    expect($ways->leadsBack(1))->toBeFalse()->and($ways->leadsBack(4))->toBeTrue()->and($ways->leadsBack(6))->toBeTrue()->and($ways->namesAnother(2))->toBeTrue()->and($ways->namesAnother(3))->toBeFalse()->and($ways->namesAnother(9))->toBeFalse();
});

/**
 * @param  array<array-key, mixed>  $pages
 * @return list<string>
 */
function hreflangFaults(array $pages): array
{
    return array_map(static fn (array $f): string => parse_url($f['page'], PHP_URL_PATH).' '.$f['code'].' '.$f['fault']->value, iterator_to_array(HreflangAudit::faults(array_combine(array_map(static fn (HreflangPage $p): string => $p->url, $pages), $pages)), false));
}

it('finds nothing wrong with two markets that name each other, and the one link that is missing', function (): void {
    $both = [['code' => 'en-US', 'url' => 'https://s.example/us'], ['code' => 'en-GB', 'url' => 'https://s.example/gb']];
    expect(hreflangFaults([new HreflangPage('https://s.example/us', $both), new HreflangPage('https://s.example/gb', $both)]))->toBe([])
        ->and(hreflangFaults([new HreflangPage('https://s.example/us', $both), new HreflangPage('https://s.example/gb', [$both[1]])]))->toBe(['/us en-GB no return link']);
});

it('audits versions: codes, errors, redirects, folds, itself', function (): void {
    $v = static fn (string $code, string $path): array => ['code' => $code, 'url' => "https://s.example$path"];
    $page = new HreflangPage('https://s.example/a', [$v('en-UK', '/b'), $v('de', '/c'), $v('fr', '/d'), $v('it', '/e'), $v('es', '/f'), $v('es', '/g'), $v('x-default', '/a')]);
    $back = [$v('x-default', '/a'), $v('xx', '/b')];
    $faults = hreflangFaults([$page, new HreflangPage('https://s.example/b', [$v('en', '/a'), $v('de', '/b')]), new HreflangPage('https://s.example/c', $back, status: 301), new HreflangPage('https://s.example/d', $back, status: 404), new HreflangPage('https://s.example/e', $back, isClosed: true), new HreflangPage('https://s.example/f', $back, isFolded: true)]);
    expect($faults)->toBe(['/a en-UK wrong code', '/a de redirects', '/a fr answers with an error', '/a it is kept out of search', '/a es folds into another page', '/a es two pages for one code', '/a es was never fetched']);
    expect(hreflangFaults([new HreflangPage('https://s.example/a', [$v('en', '/b')]), new HreflangPage('https://s.example/b', [$v('en', '/a'), $v('de', '/b')])]))->toBe(['/a  itself is missing']);
    foreach (['en' => true, 'zh-Hant-TW' => true, 'pt-br' => true, 'x-default' => true, 'en_GB' => false, 'en-EU' => false, 'english' => false, 'us' => false, '' => false] as $code => $isRight) {
        expect(HreflangAudit::isCode((string) $code))->toBe($isRight, (string) $code);
    }
    foreach (HreflangFault::cases() as $fault) {
        expect($fault->repair())->toEndWith('.');
    }
});

it('proves a plan, and shows where it fails', function (): void {
    $keeper = new FuturePage(1, 200, true, null, 1, 7);
    $faults = static fn (FuturePage ...$pages): array => iterator_to_array(PlanProof::faults(array_column($pages, null, 'page')));
    expect($faults($keeper, new FuturePage(2, 200, true, null, 1, 7), new FuturePage(3, 301, false, 1, null, 7)))->toBe([])
        ->and($faults($keeper, new FuturePage(2, 301, false, 3, null, 7), new FuturePage(3, 301, false, 1, null, 7)))->toBe([2 => 'redirects to a page that redirects on'])
        ->and($faults(new FuturePage(1, 301, false, 2, null, 7), new FuturePage(2, 301, false, 1, null, 7)))->toHaveCount(2)
        ->and($faults($keeper, new FuturePage(2, 200, true, null, 1, 8, clicks: 5)))->toBe([2 => 'names a page that shows something else, with 5 clicks'])
        ->and($faults(new FuturePage(1, 404, false, null, null, 7), new FuturePage(2, 301, false, 1, null, 7)))->toBe([2 => 'redirects to a page that answers 404'])
        ->and($faults(new FuturePage(1, 404, false, null, null, 7, clicks: 4)))->toBe([1 => 'answers 404, though it has 4 clicks'])
        ->and($faults(new FuturePage(1, 200, false, null, null, 7), new FuturePage(2, 200, true, null, 1, 7)))->toBe([2 => 'names a page that is kept out of search'])
        ->and($faults(new FuturePage(2, 200, true, null, 9, 7)))->toBe([2 => 'names a page that is not known']);
});

it('lets no plan pass that does not end in one hop, on random graphs', function (int $seed): void {
    $chance = new Randomizer(new Mt19937($seed));
    $pages = [];
    for ($i = 0; $i < 60; $i++) {
        $goes = $chance->getInt(0, 3) === 0 ? $chance->getInt(0, 59) : null;
        $pages[$i] = new FuturePage($i, $goes === null ? ($chance->getInt(0, 9) === 0 ? 404 : 200) : 301, $chance->getInt(0, 9) > 0, $goes, $goes === null ? ($chance->getInt(0, 1) ? $i : $chance->getInt(0, 59)) : null, 1);
    }
    $faults = iterator_to_array(PlanProof::faults($pages));
    foreach ($pages as $page) {
        $next = $page->redirect ?? $page->canonical;
        $end = $next === null || $next === $page->page ? null : $pages[$next];
        $isFine = $end === null ? $page->redirect === null : ($end->status === 200 && $end->redirect === null && $end->isListed && ($end->canonical === null || $end->canonical === $end->page));
        expect(isset($faults[$page->page]))->toBe(! $isFine);
    }
})->with([1, 2, 3, 4, 5]);
