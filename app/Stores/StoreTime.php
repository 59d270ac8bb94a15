<?php

declare(strict_types=1);

namespace App\Stores;

use App\Stores\Models\Store;
use DateTimeImmutable;
use DateTimeZone;
use InvalidArgumentException;

/** Hours of a store's own clock. */
final class StoreTime
{
    /** A time of the server's day, "04:30" in UTC, by the store's clock today. */
    public static function ofDay(Store $store, string $utc): string
    {
        return (new DateTimeImmutable($utc, new DateTimeZone('UTC')))
            ->setTimezone(new DateTimeZone($store->timezone))
            ->format('H:i');
    }

    /**
     * @param  string  $local  "2026-12-01T06:00" or "2026-12-01 06:00" in the store's time. An hour that is left out
     *     in spring is the one after it; one that comes twice in autumn is the first of the two.
     *
     * @throws InvalidArgumentException where it is no time
     */
    public static function utc(Store $store, string $local): DateTimeImmutable
    {
        $isTime =
            preg_match('/^(\d{4})-(\d\d)-(\d\d)[T ]([01]\d|2[0-3]):[0-5]\d$/D', $local, $part) === 1 &&
            checkdate((int) $part[2], (int) $part[3], (int) $part[1]);

        return $isTime
            ? (new DateTimeImmutable($local, new DateTimeZone($store->timezone)))->setTimezone(new DateTimeZone('UTC'))
            : throw new InvalidArgumentException("“{$local}” is no time; write it as 2026-12-01 06:00.");
    }
}
