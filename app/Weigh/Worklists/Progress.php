<?php

declare(strict_types=1);

namespace App\Weigh\Worklists;

use App\Changes\DraftState;
use App\Changes\HistoryEvent;
use App\Platform\Database\Bulk;
use App\Platform\Database\Rows;
use App\Platform\Typed;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;

/**
 * How far the pages of open worklists are, learned from the history of texts and addresses: written, ready, released
 * and seen live come by themselves. What lies further back than the page's coming into the list does not count; a
 * release that was taken back counts no longer. Only "left out" is said by hand, and stays.
 */
final class Progress
{
    /** With more changes than this since it was looked at last, all pages of open lists are looked at. */
    private const FEW = 500;

    /** A stamp that differs as soon as a list or how far its pages are has changed, once that is learned. */
    public const STAMP = "SELECT CONCAT_WS(' ', COUNT(*), SUM(w.state = 'open'), (SELECT CONCAT(COUNT(*), ' ',
        COALESCE(SUM(CRC32(CONCAT(p.page_id, p.state))), 0)) FROM weigh_worklist_pages p WHERE p.store_id = :store))
        FROM weigh_worklists w WHERE w.store_id = :store";

    /** Brings the states of all open lists up to what the history tells. */
    public static function learn(Store $store): void
    {
        $known = DB::table('weigh_worklists')->where('store_id', $store->id)->where('state', 'open')->min('learned_to');
        $now = Typed::int(DB::table('history')->where('store_id', $store->id)->max('id'));
        if ($known === null || $now <= Typed::int($known)) {
            return;
        }
        $changed =
            Typed::int($known) === 0
                ? []
                : Rows::all(
                    'SELECT DISTINCT resource_id, page_id FROM history WHERE store_id = ? AND id > ? LIMIT '.
                        (self::FEW + 1),
                    [$store->id, $known],
                );
        $only = match (true) {
            $changed === [] || count($changed) > self::FEW => '',
            default => ' AND (p.resource_id IN ('.
                Bulk::list([0, ...Bulk::ids($changed, 'resource_id')]).
                ') OR p.id IN ('.
                Bulk::list([0, ...Bulk::ids($changed, 'page_id')]).
                '))',
        };
        [$live, $seen, $undone] = [HistoryEvent::Live->value, HistoryEvent::Seen->value, HistoryEvent::Undone->value];
        $last = "SELECT h.event FROM history h WHERE %s AND h.created_at >= w.added_at AND h.event IN ('$live', '$seen',
            '$undone') ORDER BY h.id DESC LIMIT 1";
        $byText = 'IF(p.resource_id IS NULL, NULL, ('.sprintf($last, 'h.resource_id = p.resource_id').'))';
        $byAddress = '('.sprintf($last, 'h.page_id = p.id').')';
        $ready = DraftState::Ready->value;
        $states = Rows::all(
            "SELECT w.worklist_id, w.page_id, w.state, $byText AS text, $byAddress AS address,
                (SELECT MAX(IF(d.state = '$ready', 2, 1)) FROM drafts d WHERE d.resource_id = p.resource_id)
                    AS draft, (SELECT MAX(IF(c.state = '$ready', 2, 1)) FROM address_changes c
                        WHERE c.page_id = p.id) AS `change`
            FROM weigh_worklist_pages w JOIN weigh_worklists l ON l.id = w.worklist_id AND l.state = 'open'
            JOIN pages p ON p.id = w.page_id
            WHERE w.store_id = ? AND w.state NOT IN ('left', 'done')$only",
            [$store->id],
        );
        $by = [];
        foreach ($states as $row) {
            $state = match (true) {
                $row->text === $seen || $row->address === $seen => PageState::Seen,
                $row->text === $live || $row->address === $live => PageState::Released,
                max($row->int('draft'), $row->int('change')) === 2 => PageState::Ready,
                max($row->int('draft'), $row->int('change')) === 1 => PageState::Written,
                default => PageState::Planned,
            };
            $state->value === $row->state || ($by[$state->value][] = "({$row->worklist_id},{$row->page_id})");
        }
        DB::transaction(static function () use ($store, $by, $now): void {
            foreach ($by as $state => $pages) {
                foreach (array_chunk($pages, 1000) as $chunk) {
                    DB::update(
                        "UPDATE weigh_worklist_pages SET state = ? WHERE state <> 'left' AND (worklist_id,
                            page_id) IN (".
                            implode(',', $chunk).
                            ')',
                        [$state],
                    );
                }
            }
            DB::table('weigh_worklists')
                ->where('store_id', $store->id)
                ->where('state', 'open')
                ->where('learned_to', '<', $now)
                ->update(['learned_to' => $now]);
        });
    }
}
