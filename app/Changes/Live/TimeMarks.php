<?php

declare(strict_types=1);

namespace App\Changes\Live;

use App\Facts\Calendar\Calendar;
use App\Stores\Models\Store;
use Illuminate\Support\Carbon;

/** Releases and events of a time, for the axes of pictures. */
final readonly class TimeMarks
{
    public function __construct(private ReleaseNames $names)
    {
    }

    /** @return list<TimeMark> by day; releases that took others back are left out */
    public function between(Store $store, string $from, string $to): array
    {
        $marks = $this->events($store, $from, $to);
        $days = array_map(
            static fn (string $at): string => Carbon::parse($at, 'UTC')->setTimezone($store->timezone)->format('Y-m-d'),
            LiveChanges::releases($store),
        );
        $days = array_filter($days, static fn (string $day): bool => $day >= $from && $day <= $to);
        foreach ($this->names->of($store, array_keys($days)) as $release => $name) {
            if ($name->undoOf === null && isset($days[$release])) {
                $marks[] = new TimeMark($days[$release], $days[$release], $name->name, isRelease: true);
            }
        }
        usort($marks, static fn (TimeMark $a, TimeMark $b): int => [$a->first, $a->name] <=> [$b->first, $b->name]);

        return $marks;
    }

    /** @return list<TimeMark> of the calendar alone */
    public function events(Store $store, string $from, string $to): array
    {
        return array_map(
            static fn (array $event): TimeMark => new TimeMark(
                $event['first'],
                $event['last'],
                $event['name'],
                isRelease: false,
                isBreak: $event['is_break'],
            ),
            Calendar::between($store, $from, $to),
        );
    }
}
