<?php

declare(strict_types=1);

use Orchard\Core\Demand\Span;

/**
 * @param  array<array-key, mixed>  $spans
 * @return list<int> weeks back that lie in these spans
 */
function weeksOf(array $spans): array
{
    $weeks = [];
    foreach ($spans as $span) {
        array_push($weeks, ...range(Span::CUTS[$span], (Span::CUTS[$span + 1] ?? Span::WEEKS) - 1));
    }
    sort($weeks);

    return $weeks;
}

it('makes up every window, what stood before it and a year earlier, without a gap or an overlap', function (
    int $weeks,
): void {
    expect(weeksOf(Span::now($weeks)))
        ->toBe(range(0, $weeks - 1))
        ->and(weeksOf(Span::before($weeks)))
        ->toBe(range($weeks, 2 * $weeks - 1))
        ->and(weeksOf(Span::yearEarlier($weeks)))
        ->toBe(range(52, 51 + $weeks));
})->with(Span::WINDOWS);

it('looks ahead over the weeks that followed a year earlier', function (int $weeks): void {
    expect(weeksOf(Span::ahead($weeks)))->toBe(range(52 - $weeks, 51));
})->with([4, 13, 26]);

it('knows no other windows', function (): void {
    expect(fn () => Span::now(5))->toThrow(InvalidArgumentException::class, '5 weeks are no window');
});
