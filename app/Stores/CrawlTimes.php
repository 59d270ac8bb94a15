<?php

declare(strict_types=1);

namespace App\Stores;

use DateTimeImmutable;
use InvalidArgumentException;

/** When a store's crawls begin by themselves, and in which hours they may fetch; times are the store's own. */
final readonly class CrawlTimes
{
    private const DAYS = [
        'monday' => 1,
        'tuesday' => 2,
        'wednesday' => 3,
        'thursday' => 4,
        'friday' => 5,
        'saturday' => 6,
        'sunday' => 7,
    ];

    /**
     * @param  ?int  $weekday  1 Monday to 7 Sunday; null for every day
     * @param  ?int  $startsAt  minute of the day; null where no crawl begins by itself
     * @param  ?int  $from  minute of the day at which fetching may begin; null for any time
     * @param  ?int  $to  minute of the day at which it has to stop
     */
    private function __construct(public ?int $weekday, public ?int $startsAt, public ?int $from, public ?int $to)
    {
    }

    /**
     * @param  string  $schedule  "never", "daily 03:30" or "monday 03:30"
     * @param  string  $hours  empty, or "22:00-06:00"
     *
     * @throws InvalidArgumentException with a sentence for people
     */
    public static function of(string $schedule, string $hours): self
    {
        $minute = static fn (string $time): int => 60 * (int) substr($time, 0, 2) + (int) substr($time, 3, 2);
        [$weekday, $startsAt, $from, $to] = [null, null, null, null];
        $time = '(?:[01]\d|2[0-3]):[0-5]\d';
        if ($schedule !== '' && $schedule !== 'never') {
            if (
                preg_match("/^([a-z]+) ($time)$/", strtolower($schedule), $found) !== 1 ||
                ($found[1] !== 'daily' && ! isset(self::DAYS[$found[1]]))
            ) {
                throw new InvalidArgumentException('never, or such as "daily 03:30" or "monday 03:30".');
            }
            [$weekday, $startsAt] = [self::DAYS[$found[1]] ?? null, $minute($found[2])];
        }
        if ($hours !== '') {
            if (preg_match("/^($time)-($time)$/", $hours, $found) !== 1 || $found[1] === $found[2]) {
                throw new InvalidArgumentException('empty for any time, or such as "22:00-06:00".');
            }
            [$from, $to] = [$minute($found[1]), $minute($found[2])];
        }

        return new self($weekday, $startsAt, $from, $to);
    }

    /** Seconds until fetching is allowed; 0 where it is now. */
    public function secondsToWait(DateTimeImmutable $now): int
    {
        if ($this->from === null || $this->to === null) {
            return 0;
        }
        $minute = 60 * (int) $now->format('G') + (int) $now->format('i');
        $open =
            $this->from < $this->to
                ? $minute >= $this->from && $minute < $this->to
                : $minute >= $this->from || $minute < $this->to;

        return $open ? 0 : max(1, 60 * (($this->from - $minute + 1440) % 1440) - (int) $now->format('s'));
    }

    /** Whether a crawl is due: the last moment at which one should have begun lies after the last that did. */
    public function isDue(DateTimeImmutable $now, ?DateTimeImmutable $lastBegun): bool
    {
        if ($this->startsAt === null) {
            return false;
        }
        $moment = $now->setTime(intdiv($this->startsAt, 60), $this->startsAt % 60);
        while ($moment > $now || ($this->weekday !== null && (int) $moment->format('N') !== $this->weekday)) {
            $moment = $moment->modify('-1 day');
        }

        return $lastBegun === null || $lastBegun < $moment;
    }
}
