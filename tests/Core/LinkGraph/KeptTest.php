<?php

declare(strict_types=1);

use Orchard\Core\LinkGraph\CanonicalVerdict;
use Orchard\Core\LinkGraph\HreflangAudit;
use Orchard\Core\LinkGraph\HreflangFault;
use Orchard\Core\LinkGraph\PagingStep;
use Orchard\Core\LinkGraph\RedirectPath;
use Orchard\Core\LinkGraph\TreeRings;
use Orchard\Core\Url\PageUrl;

// What is told and drawn of links, kept as it was when it was looked at.

it('keeps words for verdicts and faults', function (): void {
    $told = [];
    foreach (CanonicalVerdict::cases() as $one) {
        $told[] =
            "{$one->key()} ".
            ($one->isFault() ? '! ' : '').
            "{$one->words()} / {$one->meaning()} / {$one->repair()} / ".
            implode(
                ' ',
                array_map(static fn (array $of): string => $one->withKeeper(...$of)->key(), [
                    [true, true],
                    [true, false],
                    [false, true],
                    [false, false],
                ]),
            ).
            (CanonicalVerdict::fromKey($one->key()) === $one ? '' : ' OTHER');
    }
    foreach (HreflangFault::cases() as $one) {
        $told[] = "{$one->name} {$one->words()} / {$one->repair()}";
    }
    foreach (
        [
            'de', 'DE', 'de-AT', 'de_AT', 'x-default', 'X-Default', 'en-UK', 'en-GB', 'zh-Hant', 'zh-Hant-TW', 'xx',
            'deu', 'de-', '', 'en-EU', 'en-419', 'es-419', 'EN-us', 'de-AT-x', 'i-klingon', 'e', 'dex',
        ] as $code
    ) {
        $told[] = "$code ".(HreflangAudit::isCode($code) ? 'is' : 'is none');
    }
    $path = new RedirectPath(['a' => 'b', 'b' => 'c', 'x' => 'y', 'y' => 'x', 's' => 's']);
    $told[] = implode(' ', array_map($path->end(...), ['a', 'b', 'c', 'x', 'y', 's', 'none']));
    expect(implode("\n", $told))->toMatchSnapshot();
});

it('keeps which addresses are steps of one list', function (): void {
    $paths = [
        '/lamps', '/lamps/', '/lamps?page=1', '/lamps?page=2', '/lamps?page=3', '/lamps?page=x', '/lamps?sort=a&page=2',
        '/lamps?p=2', '/lamps/2', '/lamps/page/2', '/lamps/page/3', '/lamps/page-2', '/lamps-2', '/lamps?start=20',
        '/lamps?start=40', '/lamps?offset=20', '/lamps/p2', '/lamps/seite/2', '/chairs?page=2', '/2', '/', '/?page=2',
    ];
    $told = [];
    foreach ($paths as $from) {
        $one = PageUrl::parse("https://shop.example$from") ?? throw new LogicException($from);
        $steps = array_filter(
            $paths,
            static fn (string $to): bool => PagingStep::is(
                $one,
                PageUrl::parse("https://shop.example$to") ?? throw new LogicException($to),
            ),
        );
        $told[] = "$from ".(PagingStep::mayBePart($one) ? 'part' : '').' > '.implode(' ', $steps);
    }
    expect(implode("\n", $told))->toMatchSnapshot();
});

it('keeps where rings are drawn', function (): void {
    $told = [];
    foreach (
        [
            [[1 => 10, 2 => 300, 3 => 4000, 5 => 7], [1 => 9.0, 2 => 36.0, 3 => 0.0, 4 => 10000.0]],
            [[1 => 1], [7 => 1.0]],
            [[], []],
            [[2 => 50, 8 => 5000], [1 => 1.0, 2 => 1.0]],
        ] as [$pages, $sizes]
    ) {
        $tree = new TreeRings($pages, $sizes);
        $near = static fn (array $of): string => json_encode(
            array_map(
                static fn (mixed $one): mixed => is_float($one)
                    ? round($one, 2)
                    : (is_array($one)
                        ? array_map(static fn (mixed $two): mixed => is_float($two) ? round($two, 2) : $two, $one)
                        : $one),
                $of,
            ),
            JSON_THROW_ON_ERROR,
        );
        $told[] = $near($tree->rings());
        foreach (array_keys($sizes) as $sector) {
            $told[] = $tree->border($sector).' '.$near($tree->label($sector));
            foreach ($tree->rings() as $ring) {
                $told[] =
                    $near($tree->radii($ring)).
                    ' '.
                    $near($tree->middle($sector, $ring)).
                    ' '.
                    $tree->outline($sector, $ring).
                    ' '.
                    $near($tree->spots($sector, $ring, 5)).
                    ' '.
                    count($tree->spots($sector, $ring, 5000));
            }
        }
    }
    expect(implode("\n", $told))->toMatchSnapshot();
});
