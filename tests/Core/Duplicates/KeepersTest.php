<?php

declare(strict_types=1);

use Orchard\Core\Duplicates\AddressForm;
use Orchard\Core\Duplicates\Keeper;
use Orchard\Core\Duplicates\KeeperEvidence;
use Orchard\Core\Duplicates\ParameterEffect;
use Orchard\Core\Duplicates\ParameterStudy;
use Orchard\Core\Reasons\Reason;

it('takes points off an address for each thing that is untidy', function (string $url, int $tidiness): void {
    expect(KeeperEvidence::tidinessOf(keptUrl($url), new AddressForm(['shop.example'], ['utm_*', 'ref'])))->toBe(
        $tidiness,
    );
})->with([
    ['/lamp/aurora', 10],
    ['/', 10],
    ['/lamp/aurora?a=1', 8],
    ['/lamp/aurora?a=1&b=2', 6],
    ['/lamp/aurora?a=1&b=2&c=3', 6],
    ['/lamp/aurora?ref=x', 5],
    ['/lamp/aurora?utm_source=x&utm_medium=y', 3],
    ['/lamp/aurora?PHPSESSID=1', 5],
    ['/Lamp/Aurora', 8],
    ['/lamp/aurora/', 9],
    ['/lamp//aurora', 8],
    ['/lamp/index.html', 8],
    ['/lamp/default.aspx', 8],
    ['/lamp/aurora-print', 8],
    ['/print/aurora', 8],
    ['/lamp/aurora-copy', 8],
    ['/lamp/aurora_old.html', 8],
    ['/lamp/aurora-2', 8],
    ['/lamp/aurora-20', 10],
    ['/lamp/printer', 10],
    ['http://shop.example/lamp', 9],
    ['https://www.shop.example/lamp', 8],
    ['http://www.shop.example/Lamp//Index.php?ref=1&a=2', 0],
]);

it('weighs each piece of evidence by its share of the largest in the tangle, and says the weightiest', function (
    array $has,
    float $points,
    ?string $reason,
): void {
    $page = new KeeperEvidence(1, keptUrl('/a'), true, ...$has + ['tidiness' => 0]);
    $most = new KeeperEvidence(
        2,
        keptUrl('/b'),
        false,
        declaredBy: 4,
        redirectedFrom: 4,
        linksIn: 100,
        clicks: 200,
        impressions: 1000,
        backlinks: 8,
        chosenBy: 2,
        depth: 3,
    );
    $choice = Keeper::choose([$page, $most]);
    expect(round(array_sum($choice->points[1]), 6))
        ->toBe($points)
        ->and(Reason::say($choice->reasons))
        ->toBe($reason ?? '')
        ->and($choice->lead)
        ->toBe(INF);
})->with([
    [[], 0.0, null],
    [['declaredBy' => 1], 1.0, 'one of the others names it as canonical'],
    [['declaredBy' => 4], 4.0, '4 of the others name it as canonical'],
    [['chosenBy' => 1], 1.25, 'the search engine kept it'],
    [['tidiness' => 8], 2.4, 'has the tidiest address'],
    [['tidiness' => 7], 2.1, null],
    [['linksIn' => 1], 0.02, null],
    [['linksIn' => 50], 1.0, '50 pages link to it'],
    [['inSitemap' => true], 2.0, 'stands in the sitemap'],
    [['redirectedFrom' => 4], 1.5, '4 addresses redirect to it'],
    [['redirectedFrom' => 1], 0.375, null],
    [['redirectedFrom' => 2], 0.75, '2 addresses redirect to it'],
    [['clicks' => 100], 0.6, '100 clicks'],
    [['clicks' => 0, 'impressions' => 1000], 0.3, null],
    [['clicks' => 200, 'impressions' => 1000], 1.5, '200 clicks'],
    [['backlinks' => 8], 1.5, '8 backlinks'],
    [['declaresItself' => true], 1.0, 'names itself'],
    [['depth' => 3], 0.5, 'the shortest way from the home page'],
    [['depth' => 4], 0.0, null],
]);

it('says one of what there is one of, and at most four reasons, the weightiest first', function (): void {
    $choice = Keeper::choose([
        new KeeperEvidence(
            1,
            keptUrl('/a'),
            true,
            declaredBy: 1,
            redirectedFrom: 1,
            linksIn: 1,
            inSitemap: true,
            backlinks: 1,
            declaresItself: true,
            tidiness: 10,
        ),
    ]);
    expect(Reason::say($choice->reasons, ', '))->toBe(
        'one of the others names it as canonical, has the tidiest address, one page links to it, stands in the sitemap',
    );
    $less = Keeper::choose([new KeeperEvidence(1, keptUrl('/a'), true, redirectedFrom: 1, backlinks: 1, tidiness: 0)]);
    expect(Reason::say($less->reasons))->toBe('an address redirects to it; one backlink');
});

it(
    'keeps the keeper of before within a margin of one point, and breaks ties by the shorter, then the earlier address',
    function (): void {
        $of = static fn (int $page, string $path, float $more): KeeperEvidence => new KeeperEvidence(
            $page,
            keptUrl($path),
            true,
            linksIn: (int) round(1000 * $more),
            tidiness: 0,
        );
        // Of links the most are worth two points: half as many are one point less.
        expect(Keeper::choose([$of(1, '/a', 1.0), $of(2, '/b', 0.5)], before: 2)->page)
            ->toBe(2)
            ->and(Keeper::choose([$of(1, '/a', 1.0), $of(2, '/b', 0.5)], before: 2)->reasons[0]->words())
            ->toBe('was the keeper before, and none is better by more than 1 points')
            ->and(Keeper::choose([$of(1, '/a', 1.0), $of(2, '/b', 0.499)], before: 2)->page)
            ->toBe(1)
            ->and(Reason::say(Keeper::choose([$of(1, '/a', 1.0), $of(2, '/b', 0.5)], before: 1)->reasons))
            ->toBe('1,000 pages link to it')
            ->and(Keeper::choose([$of(1, '/a', 1.0), $of(2, '/b', 0.5)], before: 99)->page)
            ->toBe(1)
            ->and(Keeper::choose([$of(1, '/abc', 1.0), $of(2, '/ab', 1.0)])->page)
            ->toBe(2)
            ->and(Keeper::choose([$of(1, '/ab', 1.0), $of(2, '/aa', 1.0)])->page)
            ->toBe(2)
            ->and(Keeper::choose([$of(1, '/ab', 1.0), $of(2, '/aa', 1.0)])->lead)
            ->toBe(0.0)
            ->and(Keeper::choose([$of(1, '/a', 1.0), $of(2, '/b', 0.25), $of(3, '/c', 0.5)])->lead)
            ->toBe(1.0)
            ->and(Reason::say(Keeper::choose([$of(1, '/a', 1.0), $of(2, '/b', 0.5)], decided: 2)->reasons))
            ->toBe('decided by a person');
    },
);

it('knows sessions, tracking and silent parameters, each in its part of the shop', function (): void {
    $form = new AddressForm(
        ['shop.example', 'www.alt.example'],
        ['utm_*', 'ref'],
        ['* view' => true, '/range/ order' => true],
    );
    foreach (
        [
            'PHPSESSID', 'jsessionid', 'sid', 'sessionid', 'session_id', 'CFID', 'cftoken', 'ASPSESSIONIDABC', 'zenid',
            'osCsid', 'utm_source', 'utm_', 'ref',
        ] as $name
    ) {
        expect($form->isTracking($name))->toBeTrue($name);
    }
    foreach (['side', 'size', 'utm', 'reference', 'order', 'xref'] as $name) {
        expect($form->isTracking($name))->toBeFalse($name);
    }
    expect($form->isSilent(keptUrl('/any?view=x'), 'view'))
        ->toBeTrue()
        ->and($form->isSilent(keptUrl('/range/oak'), 'order'))
        ->toBeTrue()
        ->and($form->isSilent(keptUrl('/lamp/oak'), 'order'))
        ->toBeFalse();
    foreach (
        [
            '/' => '/',
            '/lamp' => '/',
            '/lamp/a' => '/lamp/',
            '/lamp/a/b' => '/lamp/',
            '/shop.php' => '/shop.php',
            '/shop.PHP5' => '/shop.PHP5',
            '/do.aspx' => '/do.aspx',
            '/x.cgi' => '/x.cgi',
            '/lamp/' => '/',
        ] as $path => $scope
    ) {
        expect(AddressForm::scopeOf(keptUrl($path)))->toBe($scope, $path);
    }
    foreach (['/' => '/*', '/a' => '/*', '/a/b' => '/a/*', '/a/b/c' => '/a/*/*'] as $path => $shape) {
        expect(AddressForm::shape(keptUrl($path)))->toBe($shape, $path);
    }
    expect(AddressForm::parameters(keptUrl('/x?a=1&b&&c=d+e&%66=%31=2')))
        ->toBe([['a', '1'], ['b', ''], ['c', 'd e'], ['f', '1=2']])
        ->and(AddressForm::parameters(keptUrl('/x')))
        ->toBe([])
        ->and(AddressForm::without(keptUrl('/x?a=1&b=2&a=3'), 'a')?->text())
        ->toBe('https://shop.example/x?b=2')
        ->and(AddressForm::without(keptUrl('/x?a=1'), 'a')?->text())
        ->toBe('https://shop.example/x')
        ->and(AddressForm::without(keptUrl('/x?b=1'), 'a'))
        ->toBeNull()
        ->and(AddressForm::without(keptUrl('/x'), 'a'))
        ->toBeNull();
    foreach (
        [
            'https://alt.example/lamp' => '/lamp',
            'https://www.shop.example/Lamp/' => '/lamp',
            'http://shop.example//lamp//index.php' => '/lamp',
            '/lamp?b=2&a=1&c=&ref=x' => '/lamp?a=1&b=2',
            'https://other.example/lamp' => 'other.example/lamp',
            '/home.htm' => '/',
            '/range/x?order=up&view=1' => '/range/x',
            '/lamp/x?order=up' => '/lamp/x?order=up',
            '/index.cfm?a=1' => '/?a=1',
            '/indexes.html' => '/indexes.html',
        ] as $url => $wanted
    ) {
        expect($form->of(keptUrl($url)))->toBe($wanted, $url);
    }
});

it(
    'takes nothing for an effect that one odd page in twenty shows, and tracking only where nothing else was seen',
    function (): void {
        $study = new ParameterStudy('/', 'ref', tracks: true);
        expect($study->effect())->toBe(ParameterEffect::Tracks)->and($study->isSure())->toBeTrue();
        $study->see(ParameterEffect::Nothing, '/a', '/a?ref=1', '/a');
        expect($study->effect())->toBe(ParameterEffect::Tracks);
        $study->see(ParameterEffect::Narrows, '/a', '/b?ref=1', '/b');
        expect($study->effect())->toBe(ParameterEffect::Narrows)->and($study->isSure())->toBeFalse();
        $odd = new ParameterStudy('/', 'view');
        expect($odd->effect())
            ->toBeNull()
            ->and($odd->isSure())
            ->toBeFalse()
            ->and($odd->isLikely())
            ->toBeFalse()
            ->and($odd->counterExample())
            ->toBeNull()
            ->and($odd->certainty())
            ->toBe(0.0);
        for ($i = 0; $i < 39; $i++) {
            $odd->see(ParameterEffect::Nothing, "/p$i", "/p$i?view=1", "/p$i");
        }
        $odd->see(ParameterEffect::Reorders, '/q', '/q?view=1', '/q');
        expect($odd->effect())
            ->toBe(ParameterEffect::Nothing)
            ->and($odd->counts())
            ->toBe(['nothing' => 39, 'reorders' => 1])
            ->and($odd->bases())
            ->toBe(40)
            ->and($odd->pairs())
            ->toBe(40)
            ->and($odd->examples())
            ->toBe(['nothing' => ['/p0?view=1', '/p0'], 'reorders' => ['/q?view=1', '/q']]);
        $odd->see(ParameterEffect::Reorders, '/r', '/r?view=1', '/r');
        $odd->see(ParameterEffect::Reorders, '/s', '/s?view=1', '/s');
        // Three in forty-two: what changes nothing on most pages reorders on these; a list of one has one order.
        expect($odd->effect())->toBe(ParameterEffect::Reorders)->and($odd->isSure())->toBeTrue();
        $likely = new ParameterStudy('/', 'x');
        $likely->see(ParameterEffect::Narrows, '/a', '/a?x=1', '/a');
        $likely->see(ParameterEffect::Narrows, '/a', '/a?x=2', '/a');
        expect($likely->isLikely())->toBeFalse();
        $likely->see(ParameterEffect::Narrows, '/a', '/a?x=3', '/a');
        expect($likely->isLikely())->toBeFalse();
        $likely->see(ParameterEffect::Narrows, '/b', '/b?x=3', '/b');
        expect($likely->isLikely())->toBeTrue();
    },
);
