<?php

declare(strict_types=1);

namespace App\Changes;

use App\Platform\Database\Rows;
use App\Platform\Web\Forms;
use App\Stores\Models\Store;
use App\Stores\Overview\Change;
use App\Stores\Overview\OverviewBoard;
use Illuminate\Support\Carbon;

/** What people did to texts and addresses since, by person. */
final class ChangesOverview
{
    /** Entries of the history that are looked at, the newest. */
    private const LOOKED_AT = 5000;

    public static function register(OverviewBoard $board): void
    {
        $board->tellChanges(self::changes(...));
    }

    /** @return list<Change> */
    public static function changes(Store $store, Carbon $since): array
    {
        $changes = self::drifts($store, $since);
        foreach (
            Rows::all(
                'SELECT u.name, MAX(h.created_at) AS at, COUNT(DISTINCT IF(h.resource_id > 0 AND h.event = ?,
                    h.resource_id, NULL)) AS drafted, COUNT(DISTINCT IF(h.resource_id > 0 AND h.event = ?,
                    h.resource_id, NULL)) AS ready, COUNT(DISTINCT IF(h.resource_id = 0 AND h.event IN (?, ?),
                    h.page_id, NULL)) AS addresses
                FROM (SELECT * FROM history WHERE store_id = ? AND user_id IS NOT NULL AND created_at >= ?
                ORDER BY id DESC LIMIT '.
                    self::LOOKED_AT.
                    ') h JOIN users u ON u.id = h.user_id GROUP BY h.user_id, u.name
                    HAVING drafted + ready + addresses > 0 ORDER BY at DESC LIMIT 5',
                [
                    HistoryEvent::Saved->value,
                    HistoryEvent::Ready->value,
                    HistoryEvent::Saved->value,
                    HistoryEvent::Ready->value,
                    $store->id,
                    $since->format('Y-m-d H:i:s'),
                ],
            ) as $row
        ) {
            $did = array_filter([
                self::many($row->int('drafted'), 'page in draft', 'pages in draft'),
                self::many($row->int('ready'), 'page ready', 'pages ready'),
                self::many($row->int('addresses'), 'address', 'addresses'),
            ]);
            $changes[] = new Change(
                Carbon::parse($row->text('at')),
                "{$row->name}: ".implode(', ', $did),
                $row->int('drafted') + $row->int('ready') > 0
                    ? route('write', [$store, 'state' => 'changed'])
                    : route('release', $store),
            );
        }

        return $changes;
    }

    /**
     * Texts that were released from here and changed in the shop since.
     *
     * @return list<Change>
     */
    private static function drifts(Store $store, Carbon $since): array
    {
        $row = Rows::sole('SELECT COUNT(*) AS n, MAX(seen_at) AS at FROM drifts WHERE store_id = ? AND seen_at >= ?', [
            $store->id,
            $since,
        ]);
        $n = $row->int('n');

        return $n === 0
            ? []
            : [
                new Change(
                    Carbon::parse($row->text('at')),
                    self::many($n, 'released text was', 'released texts were').' changed in the shop',
                    route('gather.changed', $store),
                    'Put back or accept',
                    true,
                ),
            ];
    }

    private static function many(int $n, string $one, string $more): ?string
    {
        return $n === 0 ? null : Forms::number($n).' '.($n === 1 ? $one : $more);
    }
}
