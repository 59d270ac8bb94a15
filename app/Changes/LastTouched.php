<?php

declare(strict_types=1);

namespace App\Changes;

use App\Platform\Database\Bulk;
use App\Platform\Database\Rows;

/** When the texts of resources were changed in the shop last, by us. */
final class LastTouched
{
    /** Days for which a changed text is left to settle. */
    public const SETTLES = 42;

    /**
     * @param  list<int>  $pages  page ids
     * @return array<int, string> day of the last change, yyyy-mm-dd, by page; pages whose texts we never changed are
     *     not in it
     */
    public static function ofPages(array $pages): array
    {
        $days = [];
        foreach (
            $pages === []
                ? []
                : Rows::all(
                    'SELECT p.id, MAX(h.created_at) AS touched FROM pages p JOIN history h
                        ON h.resource_id = p.resource_id AND h.event IN (?, ?) WHERE p.id IN ('.
                        Bulk::list($pages).
                        ') GROUP BY p.id',
                    [HistoryEvent::Live->value, HistoryEvent::Undone->value],
                ) as $row
        ) {
            $days[$row->int('id')] = substr($row->text('touched'), 0, 10);
        }

        return $days;
    }

    public static function isSettling(?string $day): bool
    {
        return $day !== null && $day > now()->subDays(self::SETTLES)->toDateString();
    }
}
