<?php

declare(strict_types=1);

use Orchard\Core\Markup\OpenElements;
use Orchard\Core\Markup\Region;

it('is whole again when all that was opened in a region is closed', function (): void {
    $open = new OpenElements('nav');
    expect([$open->isWhole('nav'), $open->isWhole('footer'), $open->isMain()])->toBe([true, false, false]);
    $open->beginParting('ul', '');
    expect($open->isWhole('nav'))->toBeFalse()->and($open->endParting('ul'))->toBeTrue();
    expect($open->isWhole('nav'))->toBeTrue()->and($open->endParting('ul'))->toBeFalse();
    $open->beginSection('article');
    expect($open->isWhole('nav'))->toBeFalse();
    $open->endSection('article');
    expect($open->isWhole('nav'))->toBeTrue();
    $open->beginSection('header');
    expect($open->isWhole('nav'))->toBeFalse();
    // One end more than there were beginnings takes nothing away that is open.
    $open->endSection('header');
    $open->endSection('article');
    expect($open->isWhole('nav'))->toBeTrue();
});

it('takes a header or a footer within the main part or an article for none of the page', function (
    string $section,
): void {
    $open = new OpenElements();
    $open->beginSection($section);
    expect([$open->isOfPage('header'), $open->isOfPage('footer'), $open->isOfPage('nav')])->toBe([false, false, true]);
    $open->beginSection('header');
    expect($open->region())->toBe(Region::Main);
    $open->beginSection('nav');
    expect($open->region())->toBe(Region::Navigation);
    $open->endSection('nav');
    $open->endSection('header');
    $open->endSection($section);
    $open->beginSection('header');
    expect($open->region())->toBe(Region::Header)->and($open->part())->toBe('header');
})->with(['main', 'article']);

it('stands in breadcrumbs until the element that is called so ends', function (): void {
    $open = new OpenElements();
    $open->beginParting('div', ' class="page"');
    $open->beginParting('div', ' class="BreadCrumb trail"');
    $open->beginParting('div', '');
    expect($open->part())->toBe('breadcrumbs');
    $open->endParting('div');
    expect($open->part())->toBe('breadcrumbs');
    $open->endParting('div');
    expect($open->part())->toBe('');
});

it('knows whether a table is open', function (): void {
    $open = new OpenElements();
    expect($open->isInTable())->toBeFalse();
    $open->beginParting('table', '');
    expect($open->isInTable())->toBeTrue();
    $open->endParting('table');
    expect($open->isInTable())->toBeFalse();
});
