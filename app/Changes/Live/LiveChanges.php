<?php

declare(strict_types=1);

namespace App\Changes\Live;

use App\Changes\HistoryEvent;
use App\Platform\Database\Bulk;
use App\Platform\Database\Row;
use App\Platform\Database\Rows;
use App\Stores\Models\Store;
use Orchard\Core\Wording\TextField;

/** What releases made live, and when, read from the history. */
final class LiveChanges
{
    /** @return array<int, string> when a release made the last of its texts live (UTC), by release, the oldest first */
    public static function releases(Store $store): array
    {
        $releases = [];
        foreach (
            Rows::all(
                'SELECT release_id, MAX(created_at) AS last_at FROM history WHERE store_id = ? AND release_id > 0
                    AND event = ? GROUP BY release_id ORDER BY release_id',
                [$store->id, HistoryEvent::Live->value],
            ) as $row
        ) {
            $releases[$row->int('release_id')] = $row->text('last_at');
        }

        return $releases;
    }

    /** When anything that a release had made live was taken back last (UTC); empty where nothing was. */
    public static function lastUndone(Store $store): string
    {
        return Rows::sole(
            'SELECT MAX(created_at) AS at FROM history WHERE store_id = ? AND release_id > 0 AND event = ?',
            [$store->id, HistoryEvent::Undone->value],
        )->text('at');
    }

    /** @return list<LiveChange> by page; what shows on no page is left out */
    public static function ofRelease(Store $store, int $release): array
    {
        $rows = [];
        foreach (
            Rows::all(
                'SELECT COALESCE(h.page_id, r.page_id) AS page, h.resource_id, h.field, h.origin, h.created_at,
                    h.before_value, h.after_value, h.recipe_id,
                    (SELECT MIN(u.created_at) FROM history u WHERE h.resource_id > 0
                    AND u.resource_id = h.resource_id AND u.id > h.id AND u.field = h.field AND u.event = ?) AS undone,
                    (SELECT MIN(u.created_at) FROM history u WHERE h.resource_id = 0 AND u.page_id = h.page_id
                    AND u.id > h.id AND u.field = h.field AND u.event = ?) AS address_undone
                    FROM history h LEFT JOIN resources r ON r.id = h.resource_id AND h.resource_id > 0
                    WHERE h.store_id = ? AND h.release_id = ? AND h.event = ? ORDER BY page, h.field, h.id',
                [
                    HistoryEvent::Undone->value,
                    HistoryEvent::Undone->value,
                    $store->id,
                    $release,
                    HistoryEvent::Live->value,
                ],
            ) as $row
        ) {
            $row->int('page') === 0 || ($rows[$row->int('page')][] = $row);
        }
        $changes = [];
        foreach ($rows as $page => $some) {
            $first = $some[0];
            $isText = TextField::tryFrom($first->int('field')) !== null;
            $undone = array_filter(
                array_map(static fn (Row $row): ?string => $row->undone ?? $row->address_undone, $some),
            );
            $changes[] = new LiveChange(
                $page,
                array_values(array_unique(array_map(static fn (Row $row): int => $row->int('field'), $some))),
                $isText ? $first->text('origin') : '',
                (string) max(array_map(static fn (Row $row): string => $row->text('created_at'), $some)),
                $undone === [] ? null : (string) min($undone),
                $isText ? $first->text('before_value') : null,
                $isText ? $first->text('after_value') : null,
                $first->intOrNull('recipe_id'),
            );
        }

        return $changes;
    }

    /**
     * @param  string  $from  UTC
     * @param  string  $to  UTC
     * @return list<int> pages of which a release made something live, or took it back, between the two
     */
    public static function touched(Store $store, string $from, string $to, ?int $butRelease = null): array
    {
        return Bulk::ids(
            Rows::all(
                'SELECT DISTINCT COALESCE(h.page_id, r.page_id) AS page FROM history h
                    LEFT JOIN resources r ON r.id = h.resource_id AND h.resource_id > 0 WHERE h.store_id = ?
                    AND h.release_id > 0 AND h.release_id <> ? AND h.event IN (?, ?)
                    AND h.created_at BETWEEN ? AND ? HAVING page IS NOT NULL',
                [$store->id, $butRelease ?? 0, HistoryEvent::Live->value, HistoryEvent::Undone->value, $from, $to],
            ),
            'page',
        );
    }
}
