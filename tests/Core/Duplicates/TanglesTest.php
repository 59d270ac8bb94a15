<?php

declare(strict_types=1);

use Orchard\Core\Duplicates\AddressForm;
use Orchard\Core\Duplicates\Keeper;
use Orchard\Core\Duplicates\KeeperEvidence;
use Orchard\Core\Duplicates\ParameterEffect;
use Orchard\Core\Duplicates\ParameterStudy;
use Orchard\Core\Duplicates\Tangles;
use Orchard\Core\Reasons\Reason;
use Orchard\Core\Url\PageUrl;
use Random\Engine\Mt19937;
use Random\Randomizer;

function shopUrl(string $path): PageUrl
{
    return PageUrl::parse(str_starts_with($path, 'http') ? $path : "https://shop.example$path") ??
        throw new LogicException($path);
}

/**
 * @param  array<array-key, bool>  $same  by "a b"
 * @param  array<array-key, mixed>  $acts
 * @param  array<array-key, mixed>  $order
 * @return array<array-key, mixed>
 */
function groupsOf(int $pages, array $same, array $acts = [], ?array $order = null): array
{
    $digests = [];
    for ($i = 0; $i < $pages; $i++) {
        $digests[$i] = md5("page $i", true);
    }
    $tangles = new Tangles(
        $digests,
        static fn (int $a, int $b): bool => $same[min($a, $b).' '.max($a, $b)] ?? false,
        static fn (int $page): string => '',
    );
    foreach ($order ?? array_keys($same) as $key) {
        [$a, $b] = array_map(intval(...), explode(' ', (string) $key));
        ($same[$key] ?? false) && $tangles->pair($a, $b, 0.9);
    }
    foreach ($acts as [$page, $other]) {
        $tangles->follow($page, $other);
    }

    return $tangles->groups();
}

it('groups pages of which each is the same as each other, and no chain of likenesses', function (): void {
    $chain = groupsOf(3, ['0 1' => true, '1 2' => true]);
    expect($chain)
        ->toHaveCount(1)
        ->and($chain[0])
        ->toHaveCount(2)
        ->and(groupsOf(3, ['0 1' => true, '1 2' => true, '0 2' => true])[0])
        ->toHaveCount(3);
});

it('lets a page that acts as another follow it without being judged', function (): void {
    $groups = groupsOf(4, ['0 1' => true], [[2, 0], [3, 2]]);
    expect($groups)->toHaveCount(1)->and($groups[0])->toHaveCount(4);
    // A circle of redirects is a tangle, too, and ends.
    expect(groupsOf(2, [], [[0, 1], [1, 0]])[0])->toHaveCount(2);
});

it('does not depend on the order of input', function (int $seed): void {
    $chance = new Randomizer(new Mt19937($seed));
    $same = [];
    for ($i = 0; $i < 30; $i++) {
        for ($j = $i + 1; $j < 30; $j++) {
            if ($chance->getInt(0, 6) === 0) {
                $same["$i $j"] = true;
            }
        }
    }
    $acts = array_map(static fn (int $n): array => [$n, $chance->getInt(0, 29)], range(20, 29));
    $first = groupsOf(30, $same, $acts);
    for ($i = 0; $i < 5; $i++) {
        expect(groupsOf(30, $same, $chance->shuffleArray($acts), $chance->shuffleArray(array_keys($same))))->toBe(
            $first,
        );
    }
})->with([1, 2, 3, 4]);

/** Type, parameter and scope of a cause, those that it has. */
function causeText(AddressForm $form, string $url, string $keeper): string
{
    $cause = $form->cause(shopUrl($url), shopUrl($keeper));

    return implode(' ', array_filter([$cause->type->value, $cause->parameter, $cause->scope]));
}

it('gives addresses that differ in their writing alone one form, and names the cause', function (
    string $url,
    string $keeper,
    string $cause,
): void {
    $form = new AddressForm(['shop.example'], ['utm_*', 'gclid'], ['/range/ order' => true]);
    expect($form->of(shopUrl($url)))
        ->toBe($form->of(shopUrl($keeper)))
        ->and(causeText($form, $url, $keeper))
        ->toBe($cause);
})->with([
    'slash' => ['/lamp/a/', '/lamp/a', 'slash'],
    'case' => ['/Lamp/A', '/lamp/a', 'case'],
    'index page' => ['/lamp/index.html', '/lamp/', 'index-file'],
    'scheme' => ['http://shop.example/lamp/a', '/lamp/a', 'scheme'],
    'www' => ['https://www.shop.example/lamp/a', '/lamp/a', 'www'],
    'encoding' => ['/lamp/caf%C3%A9%21', '/lamp/caf%C3%A9!', 'encoding'],
    'order of parameters' => ['/r?b=2&a=1', '/r?a=1&b=2', 'order'],
    'tracking' => ['/lamp/a?utm_source=x&gclid=1', '/lamp/a', 'tracking'],
    'what the store says' => ['/range/x?order=name', '/range/x', 'parameter order /range/'],
    'two slashes' => ['/lamp//a', '/lamp/a', 'slash'],
]);

it('keeps addresses apart that may be other pages', function (string $a, string $b): void {
    $form = new AddressForm(['shop.example'], ['utm_*']);
    expect($form->of(shopUrl($a)))->not->toBe($form->of(shopUrl($b)));
})->with([
    ['/lamp/a', '/lamp/b'],
    ['/lamp?id=1', '/lamp?id=2'],
    ['/lamp?id=1', '/lamp'],
    ['/range/x?order=name', '/range/x'],
    ['https://other.example/a', '/a'],
    ['/a/b', '/a-b'],
]);

it('finds its own form again: forms are idempotent', function (): void {
    $form = new AddressForm(['shop.example'], ['utm_*']);
    foreach (['/Lamp/A/', '/x/index.php?b=1&a=%20', '/', '//a//b', '/caf%C3%A9?utm_a=1'] as $path) {
        $once = $form->of(shopUrl($path));
        expect($form->of(shopUrl("https://shop.example$once")))->toBe($once);
    }
});

it('names causes by the habit of the shop', function (string $url, string $keeper, string $cause): void {
    expect(causeText(new AddressForm(['shop.example']), $url, $keeper))->toBe($cause);
})->with([
    ['/range/floor/aurora', '/lamp/aurora', 'path /lamp/* /range/*/*'],
    ['/lamp/aurora-copy', '/lamp/aurora', 'copies /lamp/*'],
    ['/lamp/aurora-2', '/lamp/aurora', 'copies /lamp/*'],
    ['/lamp/aurora-copy/', '/lamp/aurora/', 'copies /lamp/*'],
    ['/lamp/aurora_kopie-3.html', '/lamp/aurora.html', 'copies /lamp/*'],
    ['/lamp/aurora-200', '/lamp/aurora', 'text /lamp/*'],
    ['/borea', '/aurora', 'text /*'],
    ['/lamp/borea', '/lamp/aurora', 'text /lamp/*'],
    ['/print/aurora', '/lamp/aurora', 'print'],
    ['/lamp/aurora?finish=brass&size=m', '/lamp/aurora', 'parameter finish + size /lamp/'],
    ['/lamp/aurora?print=1', '/lamp/aurora', 'print'],
]);

it('chooses the keeper by the weight of evidence, in any order of members', function (): void {
    $clean = new KeeperEvidence(
        1,
        shopUrl('/lamp/a'),
        true,
        declaredBy: 2,
        declaresItself: true,
        linksIn: 20,
        inSitemap: true,
        clicks: 40,
    );
    $noisy = new KeeperEvidence(2, shopUrl('/lamp/a?ref=x'), true, clicks: 60, tidiness: 8);
    $closed = new KeeperEvidence(3, shopUrl('/a'), false, declaredBy: 9, linksIn: 900, inSitemap: true, clicks: 900);
    $choice = Keeper::choose([$noisy, $clean, $closed]);
    expect($choice->page)
        ->toBe(1)
        ->and(Keeper::choose([$closed, $clean, $noisy])->page)
        ->toBe(1)
        ->and(Reason::say($choice->reasons))
        ->toContain('2 of the others name it as canonical')
        ->and($choice->points)
        ->not->toHaveKey(3)
        ->and($choice->lead)
        ->toBeGreaterThan(Keeper::MARGIN);
    expect(Keeper::choose([$closed])->page)
        ->toBeNull()
        ->and(Reason::say(Keeper::choose([$clean, $noisy], decided: 2)->reasons))
        ->toBe('decided by a person');
    // Who was decided on and cannot stay does not stay.
    expect(Keeper::choose([$clean, $closed], decided: 3)->page)->toBe(1);
});

it('does not flip where evidence is close, and does where it is not', function (): void {
    $a = static fn (int $clicks): KeeperEvidence => new KeeperEvidence(1, shopUrl('/lamp/aa'), true, clicks: $clicks);
    $b = static fn (int $clicks): KeeperEvidence => new KeeperEvidence(2, shopUrl('/lamp/bb'), true, clicks: $clicks);
    expect(Keeper::choose([$a(10), $b(12)], before: 1)->page)
        ->toBe(1)
        ->and(Keeper::choose([$a(10), $b(12)])->page)
        ->toBe(2)
        ->and(Keeper::choose([$a(0), $b(50)], before: 1)->page)
        ->toBe(2)
        ->and(Keeper::choose([$a(5), $b(5)])->page)
        ->toBe(1);
});

it('is sure of a parameter after twenty pairs on three pages, and never against a counter-example', function (): void {
    $study = new ParameterStudy('/range/', 'order');
    for ($i = 0; $i < 19; $i++) {
        $study->see(
            $i % 4 === 0 ? ParameterEffect::Nothing : ParameterEffect::Reorders,
            '/range/'.$i % 5,
            "/a$i",
            '/a',
        );
    }
    expect($study->effect())
        ->toBe(ParameterEffect::Reorders)
        ->and($study->isSure())
        ->toBeFalse()
        ->and($study->isLikely())
        ->toBeTrue();
    $study->see(ParameterEffect::Reorders, '/range/9', '/z', '/y');
    expect($study->isSure())->toBeTrue()->and($study->certainty())->toBeGreaterThan(0.8);
    $study->see(ParameterEffect::Page, '/range/9', '/other', '/y');
    expect($study->isSure())
        ->toBeFalse()
        ->and($study->isLikely())
        ->toBeFalse()
        ->and($study->counterExample())
        ->toBe(['/other', '/y']);
    $one = new ParameterStudy('/range/', 'x');
    for ($i = 0; $i < 40; $i++) {
        $one->see(ParameterEffect::Nothing, '/range/only', "/a$i", '/a');
    }
    expect($one->isSure())->toBeFalse();
});
