<?php

declare(strict_types=1);

use Tests\Shops\LaidOutShop;

it('is right on shops that were laid out by somebody else', function (string $layout): void {
    $found = judged(new LaidOutShop($layout, 1));
    [$right, $false, $missed] = $found['pairs'];
    $said = implode("\n", array_slice($found['wrong'], 0, 12));
    expect($right / max(1, $right + $false))
        ->toBeGreaterThanOrEqual(0.98, $said)
        ->and($right / max(1, $right + $missed))
        ->toBeGreaterThanOrEqual(0.95, $said);
    foreach ($found['keepers'] as [$kept, $all]) {
        expect($kept)->toBeGreaterThanOrEqual((int) ceil(0.95 * $all), $said);
    }
    expect($found['verdicts'][0] / max(1, $found['verdicts'][1]))
        ->toBeGreaterThanOrEqual(0.98, $said)
        ->and($found['unsafe'])
        ->toBe([]);
})->with(array_values(array_diff(array_keys(LaidOutShop::LAYOUTS), [LaidOutShop::UNSAID])));

it('folds no lists where nothing says what is what, and calls nothing safe that is wrong', function (int $seed): void {
    $found = judged(new LaidOutShop(LaidOutShop::UNSAID, $seed));
    [$right, $false, $missed] = $found['pairs'];
    $said = implode("\n", array_slice($found['wrong'], 0, 12));
    expect($right / ($right + $false))
        ->toBeGreaterThan(0.9, $said)
        ->and($right / ($right + $missed))
        ->toBeGreaterThan(0.8, $said)
        ->and($found['unsafe'])
        ->toBe([])
        ->and($found['keepers']['list'][0])
        ->toBe($found['keepers']['list'][1], $said);
})->with([1, 3]);
