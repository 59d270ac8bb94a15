<?php

declare(strict_types=1);

namespace App\Watch\Judging;

use Orchard\Core\Outcome\Judge;
use Orchard\Core\Outcome\WatchedPage;

/**
 * Clicks of changed pages by week beside what they would have been, as pages left alone went: before the change scaled
 * to what its pages had, since then to what is forecast.
 */
final readonly class WeekByWeek
{
    /** @param  string  $newest  Monday of the newest week that is told */
    public function __construct(private PageCounts $counts, private string $newest)
    {
    }

    /**
     * @param  list<WatchedPage>  $counting
     * @param  list<WatchedPage>  $alone
     * @return array<string, array{came: float, expected: float, after: bool}> by Monday
     */
    public function of(JudgedWeeks $weeks, Judge $judge, array $counting, array $alone): array
    {
        $drawn = $weeks->drawn($this->newest);
        $group = [];
        foreach ($counting as $page) {
            $group[$page->id] = 0;
        }
        foreach ($alone as $page) {
            $judge->forecast->knows($page) && ($group[$page->id] = $page->stratum);
        }
        $clicks = $this->counts->byWeek(array_keys($group), $group, $drawn);
        // The quarter before: what its pages had is of the same two spans.
        $past = array_merge(...array_slice($weeks->spans, 0, 2));
        $sum = static fn (int $of, array $some): float => (float) array_sum(
            array_intersect_key($clicks[$of] ?? [], array_flip($some)),
        );
        $had = $will = [];
        foreach ($counting as $page) {
            $will[$page->stratum] = ($will[$page->stratum] ?? 0.0) + $judge->forecast->of($page);
            $had[$page->stratum] = ($had[$page->stratum] ?? 0.0) + array_sum(array_slice($page->past, 0, 2));
        }
        $picture = [];
        foreach ($drawn as $week) {
            $isBefore = $week <= $past[0];
            $expected = 0.0;
            foreach ($will as $stratum => $forecast) {
                $alike = $sum($stratum, $isBefore ? $past : $weeks->after);
                $expected +=
                    $alike > 0
                        ? (($isBefore ? $had[$stratum] : $forecast) * ($clicks[$stratum][$week] ?? 0)) / $alike
                        : 0.0;
            }
            $picture[$week] = [
                'came' => (float) ($clicks[0][$week] ?? 0),
                'expected' => $expected,
                'after' => in_array($week, $weeks->after, true),
            ];
        }

        return $picture;
    }
}
