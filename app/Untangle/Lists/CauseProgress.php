<?php

declare(strict_types=1);

namespace App\Untangle\Lists;

use App\Changes\AddressField;
use App\Changes\HistoryEvent;
use App\Platform\Database\Rows;
use App\Platform\Typed;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;

/**
 * How far causes are since they were found: addresses whose change is ready, live in the shop, or seen on the page.
 * Learned from the history of addresses and texts as it grows, so that lists, the rail and a cause tell the same at
 * once; the next finding begins anew.
 */
final class CauseProgress
{
    /** A stamp that differs as soon as a cause or how far it is has changed, once that is learned. */
    public const STAMP = "SELECT CONCAT(
        COALESCE((SELECT found_at FROM untangle_states WHERE store_id = :store), ''), ' ',
        COALESCE(SUM(CRC32(CONCAT_WS(' ', id, decision, decided_at, to_do, exceptions, ready, live, seen))), 0))
        FROM untangle_causes WHERE store_id = :store";

    public static function learn(Store $store): void
    {
        $state = Rows::maybe(
            DB::table('untangle_states')
                ->where('store_id', $store->id)
                ->first(['found_at', 'learned_to']),
        );
        $now = Typed::int(DB::table('history')->where('store_id', $store->id)->max('id'));
        if ($state === null || $now <= $state->int('learned_to')) {
            return;
        }
        DB::transaction(static function () use ($store, $state, $now): void {
            $decisive = AddressField::LAST_DECISIVE;
            // A redirect's page and a canonical's are the page of the cause itself; a text of its own is a draft of the
            // page's resource.
            $known = Rows::all(
                "SELECT u.cause_id, SUM(c.page_id IS NOT NULL) AS ready, SUM(c.page_id IS NULL
                    AND s.page_id IS NOT NULL) AS live,
                    SUM(c.page_id IS NULL AND s.page_id IS NOT NULL AND EXISTS (SELECT 1 FROM history h
                    WHERE h.page_id = u.page_id AND h.event = ? AND h.created_at >= s.since)) AS seen
                FROM (SELECT page_id FROM address_changes WHERE store_id = ? AND field <= $decisive
                UNION SELECT page_id FROM address_states WHERE store_id = ? AND field <= $decisive AND since >= ?) t
                JOIN untangle_pages u ON u.store_id = ? AND u.page_id = t.page_id AND u.action <> 'leave'
                AND u.cause_id > 0
                LEFT JOIN (SELECT DISTINCT page_id FROM address_changes WHERE store_id = ? AND field <= $decisive) c
                ON c.page_id = t.page_id
                LEFT JOIN (SELECT page_id, MAX(since) AS since FROM address_states WHERE store_id = ?
                AND field <= $decisive AND since >= ? GROUP BY page_id) s ON s.page_id = t.page_id
                GROUP BY u.cause_id",
                [
                    HistoryEvent::Seen->value,
                    $store->id,
                    $store->id,
                    $state->found_at,
                    $store->id,
                    $store->id,
                    $store->id,
                    $state->found_at,
                ],
            );
            DB::update(
                'UPDATE untangle_causes SET ready = 0, live = 0, seen = 0 WHERE store_id = ?
                    AND ready + live + seen > 0',
                [$store->id],
            );
            foreach ($known as $row) {
                DB::update('UPDATE untangle_causes SET ready = ?, live = ?, seen = ? WHERE id = ?', [
                    $row->ready,
                    $row->live,
                    $row->seen,
                    $row->cause_id,
                ]);
            }
            DB::update('UPDATE untangle_states SET learned_to = ? WHERE store_id = ? AND found_at = ?', [
                $now,
                $store->id,
                $state->found_at,
            ]);
        });
    }
}
