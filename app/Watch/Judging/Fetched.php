<?php

declare(strict_types=1);

namespace App\Watch\Judging;

use App\Platform\Database\Bulk;
use App\Platform\Database\Rows;
use App\Stores\Models\Store;
use DateTimeImmutable;

/** By when search engines had fetched the pages of a change again: access logs tell it, else it is assumed. */
final readonly class Fetched
{
    /** Part of the pages that access logs must name before, to tell of them. */
    private const NAMED = 0.5;

    /** Part of the pages that have been fetched by the day that is asked for. */
    private const MOST = 0.9;

    /** Nobody waits longer for the rest. */
    private const LONGEST = 28;

    private function __construct(public string $day, public bool $isTold)
    {
    }

    /**
     * @param  array<int, string>  $liveOn  day by page, in the store's time
     * @param  string  $day  by which nine tenths of them were changed
     */
    public static function of(Store $store, array $liveOn, string $day): self
    {
        $from = (new DateTimeImmutable(min([$day, ...$liveOn])))->modify('-60 days')->format('Y-m-d');
        $named = 0;
        $first = [];
        foreach (array_chunk(array_keys($liveOn), 5000) as $pages) {
            foreach (
                Rows::all(
                    'SELECT page_id, day FROM crawler_rows WHERE store_id = ? AND is_current = 1 AND day >= ?
                        AND status < 400 AND page_id IN ('.
                        Bulk::list($pages).
                        ') ORDER BY page_id, day',
                    [$store->id, $from],
                ) as $row
            ) {
                $page = $row->int('page_id');
                isset($first[$page]) || ($first[$page] = null);
                $row->text('day') > $liveOn[$page] && ($first[$page] ??= $row->text('day'));
            }
        }
        $named = count($first);
        $fetched = array_values(array_filter($first));
        sort($fetched);
        $latest = (new DateTimeImmutable($day))->modify('+'.self::LONGEST.' days')->format('Y-m-d');
        if ($named < self::NAMED * count($liveOn) || $named === 0) {
            return new self(
                (new DateTimeImmutable($day))->modify('+'.$store->options()->fetchDays.' days')->format('Y-m-d'),
                false,
            );
        }
        $nth = (int) ceil(self::MOST * $named) - 1;

        return new self(isset($fetched[$nth]) ? min($latest, $fetched[$nth]) : $latest, true);
    }
}
