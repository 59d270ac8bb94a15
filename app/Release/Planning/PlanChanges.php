<?php

declare(strict_types=1);

namespace App\Release\Planning;

use App\Changes\DraftState;
use App\Platform\Database\Bulk;
use App\Platform\Database\Records;
use App\Release\Releases;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;

/**
 * What is in a planned release: the drafts and changes of addresses that were ready, as they were looked at. What was
 * changed since, and not approved since, does not go.
 */
final class PlanChanges
{
    /**
     * Takes down what is ready.
     *
     * @param  ?list<int>  $drafts  null for all
     * @param  ?list<int>  $addresses  null for all
     * @return int how many changes
     */
    public static function put(Store $store, int $plan, ?array $drafts, ?array $addresses): int
    {
        return self::take($store, $plan, ['drafts', 'revision'], $drafts) +
            self::take($store, $plan, ['address_changes', 'CRC32(value)'], $addresses);
    }

    /** What is in the first part is in the rest too; what has gone by then is no longer ready. */
    public static function copy(int $from, int $to): void
    {
        DB::statement(
            'INSERT INTO release_plan_changes (plan_id, is_address, change_id, seen)
                SELECT ?, is_address, change_id, seen FROM release_plan_changes WHERE plan_id = ?',
            [$to, $from],
        );
    }

    /**
     * @return array{drafts: list<int>, addresses: list<int>, changed: int} what can go; changed: what is ready, but no
     *     longer what was looked at
     */
    public static function due(Plan $plan): array
    {
        $drafts = Records::select(
            DueChange::class,
            'SELECT c.change_id AS id, d.revision = c.seen OR COALESCE(d.approved_at > ?, 0) AS same
                FROM release_plan_changes c JOIN drafts d ON d.id = c.change_id AND d.state = ?
                WHERE c.plan_id = ? AND c.is_address = 0 ORDER BY c.change_id',
            [$plan->madeAt, DraftState::Ready->value, $plan->id],
        );
        $addresses = Records::select(
            DueChange::class,
            'SELECT c.change_id AS id, CRC32(a.value) = c.seen OR COALESCE(a.approved_at > ?, 0) AS same
                FROM release_plan_changes c JOIN address_changes a ON a.id = c.change_id AND a.state = ?
                WHERE c.plan_id = ? AND c.is_address = 1 ORDER BY c.change_id',
            [$plan->madeAt, DraftState::Ready->value, $plan->id],
        );
        $isSame = static fn (DueChange $change): bool => $change->same;
        [$sameDrafts, $sameAddresses] = [array_filter($drafts, $isSame), array_filter($addresses, $isSame)];

        return [
            'drafts' => array_column($sameDrafts, 'id'),
            'addresses' => array_column($sameAddresses, 'id'),
            'changed' => count($drafts) + count($addresses) - count($sameDrafts) - count($sameAddresses),
        ];
    }

    /**
     * @param  array{'drafts'|'address_changes', string}  $from  the table, and what is looked at, as SQL
     * @param  ?list<int>  $ids
     */
    private static function take(Store $store, int $plan, array $from, ?array $ids): int
    {
        [$table, $seen] = $from;
        $only = match (true) {
            $ids === null => '',
            $ids === [] => ' AND FALSE',
            default => ' AND id IN ('.Bulk::list($ids).')',
        };

        return DB::affectingStatement(
            "INSERT INTO release_plan_changes (plan_id, is_address, change_id, seen)
                SELECT ?, ?, id, $seen FROM $table WHERE store_id = ? AND state = ?$only ORDER BY id LIMIT ?",
            [$plan, (int) ($table === 'address_changes'), $store->id, DraftState::Ready->value, Releases::MOST_ITEMS],
        );
    }
}
