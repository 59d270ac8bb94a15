<?php

declare(strict_types=1);

use Orchard\Core\Text\Edit;

it('finds what was changed between what stayed, in whole words', function (
    string $before,
    string $after,
    string $removed,
    string $added,
): void {
    $edit = Edit::between($before, $after);
    expect([$edit->removed, $edit->added])->toBe([$removed, $added]);
})->with([
    ['Blue Lamp – Tindrel', 'Blue Lamp | Tindrel', '–', '|'],
    ['Blue Lamp – Tindrel', 'Blue Lamp – Tindrel Lamps', '', 'Lamps'],
    ['Blue Lamp', 'Buy Blue Lamp', '', 'Buy'],
    ['Blue Lamp Shop', 'Blue Shop', 'Lamp', ''],
    ['one', 'two', 'one', 'two'],
    ['', 'two', '', 'two'],
    ['one', '', 'one', ''],
    ['same', 'same', '', ''],
    ['a a a', 'a a', 'a', ''],
    ['Lamps', 'Lampshades', 'Lamps', 'Lampshades'],
]);

it('gives the same signature for the same change to different texts, and another for another', function (): void {
    $of = static fn (string $before, string $after): string => Edit::between($before, $after)->signature();
    expect($of('Blue Lamp – Tindrel', 'Blue Lamp | Tindrel'))
        ->toBe($of('Oak Table – Tindrel', 'Oak Table | Tindrel'))
        ->and($of('Blue Lamp – Tindrel', 'Blue Lamp – Tindrel Lamps'))
        ->not->toBe($of('Blue Lamp – Tindrel', 'Lamps Blue Lamp – Tindrel'))
        ->and(Edit::between('one', 'two')->isWhole())
        ->toBeTrue()
        ->and(Edit::between('one two', 'one three')->isWhole())
        ->toBeFalse();
});

it('loses nothing: what stayed and what was put in make the new text', function (): void {
    mt_srand(5);
    for ($i = 0; $i < 2000; $i++) {
        $text = static fn (): string => implode(
            ' ',
            array_map(static fn (): string => ['a', 'b', 'c', 'dd'][mt_rand(0, 3)], range(1, mt_rand(1, 7))),
        );
        [$before, $after] = [$text(), $text()];
        $edit = Edit::between($before, $after);
        $count = static fn (string $one): int => $one === '' ? 0 : count(explode(' ', $one));
        $kept = $count($before) - $count($edit->removed);
        expect($kept)
            ->toBe($count($after) - $count($edit->added))
            ->and(str_contains(" $after ", $edit->added === '' ? ' ' : " $edit->added "))
            ->toBeTrue();
        expect($edit->keepsFront || $edit->keepsBack)->toBe($kept > 0);
    }
});
