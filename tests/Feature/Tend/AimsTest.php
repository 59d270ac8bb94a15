<?php

declare(strict_types=1);

use App\Tend\Adding\Anchors;
use App\Tend\Adding\Place;
use App\Tend\Reach\DepthAims;
use App\Tend\Reach\Role;

it('moves the depth for other pages to where the search engine really gets', function (
    array $index,
    int $other,
    bool $isMoved,
): void {
    $aims = (new DepthAims(index: $index))->moved();
    expect([$aims->other, $aims->isMoved])
        ->toBe([$other, $isMoved])
        ->and($aims->for(Role::MainCollection))
        ->toBe(2);
    expect(DepthAims::fromJson($aims->toJson()))->toEqual($aims);
})->with([
    'nothing is told' => [[], 5, false],
    'one depth tells nothing' => [[2 => [90, 100]], 5, false],
    'few pages tell nothing' => [[1 => [28, 29], 4 => [2, 29]], 5, false],
    'it gets to four' => [[1 => [98, 100], 2 => [95, 100], 3 => [90, 100], 4 => [80, 100], 5 => [40, 100]], 4, true],
    'it gets to seven' => [[1 => [98, 100], 3 => [95, 100], 5 => [90, 100], 7 => [85, 100]], 7, true],
    'never below those that sell' => [[1 => [98, 100], 2 => [10, 100], 3 => [5, 100]], 3, true],
    'as aimed for' => [[1 => [98, 100], 5 => [90, 100], 6 => [10, 100]], 5, false],
]);

it('gives no two pages of a market the same words', function (): void {
    $anchors = new Anchors();
    $anchors->take(1, 'Floor Lamps', 7);
    expect($anchors->for(1, 8, ['floor lamps', 'Brass floor lamps']))
        ->toBe('Brass floor lamps')
        ->and($anchors->for(1, 7, ['floor lamps']))
        ->toBe('floor lamps')
        ->and($anchors->for(1, 9, ['floor lamps', 'brass floor lamps']))
        ->toBeNull()
        ->and($anchors->for(2, 9, ['floor lamps']))
        ->toBe('floor lamps')
        ->and($anchors->for(1, 9, ['', '  ']))
        ->toBeNull();
});

it('finds the sentence in which a link fits', function (string $text, string $sentence): void {
    expect(Place::in($text, 'brass floor lamp', 'en'))->toBe($sentence);
})->with([
    'the words as they are' => [
        'A lamp is a lamp. Beside a chair a brass floor lamp reads best. Brass lamps are warm.',
        'Beside a chair a brass floor lamp reads best.',
    ],
    'most of the words' => [
        'Light matters to all of us. Floor lamps of brass stand in the corner of the room.',
        'Floor lamps of brass stand in the corner of the room.',
    ],
    'headings and crumbs are no sentences' => [
        "Home / Brass floor lamps\nFive brass floor lamps for a kitchen\nLight matters to all of us.",
        '',
    ],
    'too few of the words' => ['The lamp is sent within two days of the order.', ''],
    'nothing at all' => ['', ''],
]);
