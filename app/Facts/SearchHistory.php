<?php

declare(strict_types=1);

namespace App\Facts;

use App\Platform\Database\Rows;
use App\Platform\Typed;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;

/** All days of which rows tell queries, a month at a time: pages' rows where there are some, else those of no page. */
final readonly class SearchHistory
{
    /** @var array<string, list<GrainDays>> by month, as "2026-11" */
    private array $parts;

    /** @var list<string> the days that are told, the oldest first */
    public array $days;

    public function __construct(Store $store)
    {
        $known = Rows::sole(
            "SELECT MIN(day) AS first, MAX(day) AS last FROM fact_days WHERE store_id = ? AND facts = ? AND days = 1
                AND state = 'owns'",
            [$store->id, FactTable::Search->value],
        );
        $parts = $days = [];
        if ($known->first !== null) {
            $of = static fn (int $asked): array => GrainDays::of(
                $store->id,
                FactTable::Search,
                [$known->text('first'), $known->text('last')],
                $asked,
            );
            foreach ($of(Grain::PAGE | Grain::QUERY | Grain::DAY) as $part) {
                $days += array_fill_keys($part->days, true);
                self::split($parts, $part);
            }
            $pageless = [];
            foreach ($of(Grain::QUERY | Grain::DAY) as $part) {
                // Of several grains without pages the coarsest alone counts: its rows and the others' are of no page.
                $rest =
                    ($part->grain & Grain::PAGE) === 0
                        ? $part->on(static fn (string $day): bool => ! isset($days[$day]) && ! isset($pageless[$day]))
                        : null;
                if ($rest !== null) {
                    $pageless += array_fill_keys($rest->days, true);
                    self::split($parts, $rest);
                }
            }
            $days += $pageless;
        }
        ksort($parts);
        ksort($days);
        $this->parts = $parts;
        $this->days = array_map(strval(...), array_keys($days));
    }

    /** @return list<string> days of which rows tell queries, the oldest first */
    public static function days(Store $store): array
    {
        return array_values(
            Typed::texts(
                DB::table('fact_days')
                    ->where('store_id', $store->id)
                    ->where('facts', FactTable::Search->value)
                    ->where('days', 1)
                    ->where('state', 'owns')
                    ->whereRaw('grain & ? = ?', [Grain::QUERY | Grain::DAY, Grain::QUERY | Grain::DAY])
                    ->distinct()
                    ->orderBy('day')
                    ->pluck('day')
                    ->all(),
            ),
        );
    }

    /** @return list<string> months that are told, the oldest first */
    public function months(): array
    {
        return array_map(strval(...), array_keys($this->parts));
    }

    /** @return list<GrainDays> the rows that count in a month; each row counts in one of them */
    public function of(string $month): array
    {
        return $this->parts[$month] ?? [];
    }

    /** @param  array<string, list<GrainDays>>  $parts */
    private static function split(array &$parts, GrainDays $part): void
    {
        $months = array_map(static fn (string $day): string => substr($day, 0, 7), $part->days);
        foreach (array_unique($months) as $month) {
            $some = $part->on(static fn (string $day): bool => str_starts_with($day, $month));
            $some === null || ($parts[$month][] = $some);
        }
    }
}
