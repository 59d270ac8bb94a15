<?php

declare(strict_types=1);

use Orchard\Core\Duplicates\PairReason;
use Orchard\Core\Duplicates\ParameterEffect;
use Orchard\Core\Duplicates\ParameterStudy;
use Orchard\Core\Reasons\Reason;

/** @param  array<string, int>  $seen  pairs by effect, dealt in turn over so many pages */
function study(array $seen, int $pages): ParameterStudy
{
    $study = new ParameterStudy('/range/', 'p');
    $nth = 0;
    foreach ($seen as $effect => $pairs) {
        for ($i = 0; $i < $pairs; $i++) {
            $page = '/range/'.$nth++ % $pages;
            $study->see(ParameterEffect::from($effect), $page, "$page?p=$nth", $page);
        }
    }

    return $study;
}

/** Wilson's lower bound of a share that is above it nine times in ten; z is R's qnorm(0.9). */
function wilsonLow(int $agreeing, int $all): float
{
    [$share, $z] = [$agreeing / $all, 1.2815515655446];

    return ($share + $z ** 2 / (2 * $all) - $z * sqrt(($share * (1 - $share)) / $all + $z ** 2 / (4 * $all ** 2))) /
        (1 + $z ** 2 / $all);
}

it('is sure from twenty pairs on three pages whose lower bound is four fifths', function (
    array $seen,
    int $pages,
    ParameterEffect $effect,
    int $agreeing,
    bool $isSure,
    bool $isLikely,
): void {
    $study = study($seen, $pages);
    expect($study->effect())
        ->toBe($effect)
        ->and($study->counts())
        ->toBe($seen)
        ->and($study->pairs())
        ->toBe(array_sum($seen))
        ->and($study->bases())
        ->toBe(min($pages, array_sum($seen)))
        ->and(round($study->certainty(), 4))
        ->toBe(round(wilsonLow($agreeing, array_sum($seen)), 4))
        ->and($study->isSure())
        ->toBe($isSure)
        ->and($study->isLikely())
        ->toBe($isLikely);
})->with([
    'twenty on three' => [['narrows' => 20], 3, ParameterEffect::Narrows, 20, true, true],
    'nineteen on three' => [['narrows' => 19], 3, ParameterEffect::Narrows, 19, false, true],
    'twenty on two' => [['narrows' => 20], 2, ParameterEffect::Narrows, 20, false, true],
    'a list of one product has one order' => [
        ['reorders' => 18, 'nothing' => 2],
        3,
        ParameterEffect::Reorders,
        20,
        true,
        true,
    ],
    'another page is none of what changes nothing' => [
        ['page' => 18, 'nothing' => 2],
        3,
        ParameterEffect::Page,
        18,
        false,
        true,
    ],
    'another language likewise' => [['language' => 18, 'nothing' => 2], 3, ParameterEffect::Language, 18, false, true],
    'one odd pair in twenty-one' => [['nothing' => 20, 'variant' => 1], 3, ParameterEffect::Nothing, 20, true, true],
    'one odd pair in twenty' => [['nothing' => 19, 'variant' => 1], 3, ParameterEffect::Variant, 20, true, true],
    'two on two pages' => [['part' => 2], 2, ParameterEffect::Part, 2, false, false],
    'three on two pages' => [['part' => 3], 2, ParameterEffect::Part, 3, false, true],
    'four on one page' => [['part' => 4], 1, ParameterEffect::Part, 4, false, false],
]);

it('keeps the first pair of addresses of each effect, and tells the one that speaks against it', function (): void {
    $study = study(['reorders' => 30, 'page' => 1], 5);
    expect($study->examples())
        ->toBe(['reorders' => ['/range/0?p=1', '/range/0'], 'page' => ['/range/0?p=31', '/range/0']])
        ->and($study->effect())
        ->toBe(ParameterEffect::Reorders)
        ->and($study->counterExample())
        ->toBe(['/range/0?p=31', '/range/0'])
        ->and($study->isSure())
        ->toBeFalse()
        ->and($study->isLikely())
        ->toBeFalse();
});

it('says what a parameter does, with a comma between several', function (): void {
    $reason = new Reason(PairReason::Silent, ['ref', 'tracks', 'order', 'reorders']);
    expect($reason->words())->toBe('ref tracks, order reorders the list');
    expect((new Reason(PairReason::Silent))->words())->toBe('');
});
