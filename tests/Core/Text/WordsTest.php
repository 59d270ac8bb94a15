<?php

declare(strict_types=1);

use Orchard\Core\Text\Words;

it('counts words as people of each script part them', function (string $text, int $words): void {
    expect(Words::count($text))->toBe($words);
})->with([
    ['', 0],
    [' – , . ', 0],
    ['A lamp of brass, 19.99 or less', 7],
    ["don't e-mail l’été", 3],
    ['Лампа из латуни', 3],
    // As ICU's dictionaries cut them.
    ['黄铜吊灯', 2],
    ['これはランプです', 4],
    ['โคมไฟแขวน', 3],
    ['황동 조명', 2],
    ['LED 灯 5 W', 4],
]);

it('counts a long Chinese text by far more than its sentences', function (): void {
    $text = str_repeat('我们的黄铜吊灯由手工制作，每一盏都经过仔细检查。', 20);
    expect(Words::count($text))->toBeGreaterThan(200)->toBeLessThan(400);
});
