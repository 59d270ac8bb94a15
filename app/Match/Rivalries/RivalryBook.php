<?php

declare(strict_types=1);

namespace App\Match\Rivalries;

use App\Platform\Bytes;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;

/** Rivalries with what people decided of them. A decision stays until its review date, whatever later runs find. */
final class RivalryBook
{
    /** Marks the terms whose pages take turns and of which nobody has decided, or whose review is due. */
    public static function mark(Store $store, int $run): void
    {
        DB::update('UPDATE match_terms SET rivals = 0 WHERE store_id = ? AND rivals = 1', [$store->id]);
        DB::update(
            'UPDATE match_terms t JOIN match_rivalries r ON r.term_id = t.id AND r.run = ? AND r.takes_turns = 1
                LEFT JOIN match_decisions d ON d.store_id = t.store_id AND d.market_id = t.market_id AND d.digest =
                t.digest
                AND d.page_id = LEAST(r.page_id, r.rival_id) AND d.rival_id = GREATEST(r.page_id, r.rival_id)
                AND (d.review_on IS NULL OR d.review_on > ?)
                SET t.rivals = 1 WHERE t.store_id = ? AND d.digest IS NULL',
            [$run, $store->today(), $store->id],
        );
    }

    /** @return list<object> rivalries of a term, those that take turns first */
    public static function of(Store $store, int $term): array
    {
        return array_values(
            DB::select(
                'SELECT r.*, a.url, b.url AS rival_url, d.decision, d.main_page, d.reason, d.review_on, u.name AS
                    decided_by, d.decided_at
                FROM match_rivalries r JOIN match_terms t ON t.id = r.term_id JOIN pages a ON a.id = r.page_id JOIN
                pages b ON b.id = r.rival_id
                LEFT JOIN match_decisions d ON d.store_id = r.store_id AND d.market_id = r.market_id AND d.digest =
                t.digest
                AND d.page_id = LEAST(r.page_id, r.rival_id) AND d.rival_id = GREATEST(r.page_id, r.rival_id)
                LEFT JOIN users u ON u.id = d.user_id WHERE r.store_id = ? AND r.term_id = ? ORDER BY r.takes_turns
                DESC, r.rival_impressions DESC',
                [$store->id, $term],
            ),
        );
    }

    public static function decide(
        Store $store,
        object $term,
        int $page,
        int $rival,
        Verdict $verdict,
        ?int $main,
        string $reason,
        ?string $review,
        ?int $userId,
    ): void {
        DB::transaction(static function () use (
            $store,
            $term,
            $page,
            $rival,
            $verdict,
            $main,
            $reason,
            $review,
            $userId,
        ): void {
            DB::table('match_decisions')->updateOrInsert(
                [
                    'store_id' => $store->id,
                    'market_id' => $term->market_id,
                    'digest' => $term->digest,
                    'page_id' => min($page, $rival),
                    'rival_id' => max($page, $rival),
                ],
                [
                    'decision' => $verdict->value,
                    'main_page' => $main,
                    'reason' => mb_substr($reason, 0, 500),
                    'review_on' => $review,
                    'user_id' => $userId,
                    'decided_at' => now(),
                ],
            );
            self::remark($store, $term);
        });
    }

    /** Takes a decision back. */
    public static function reopen(Store $store, object $term, int $page, int $rival): void
    {
        DB::transaction(static function () use ($store, $term, $page, $rival): void {
            DB::table('match_decisions')
                ->where([
                    'store_id' => $store->id,
                    'market_id' => $term->market_id,
                    'digest' => $term->digest,
                    'page_id' => min($page, $rival),
                    'rival_id' => max($page, $rival),
                ])
                ->delete();
            self::remark($store, $term);
        });
    }

    private static function remark(Store $store, object $term): void
    {
        $open = DB::selectOne(
            'SELECT COUNT(*) AS n FROM match_rivalries r LEFT JOIN match_decisions d ON d.store_id = r.store_id AND
                d.market_id = r.market_id
                AND d.digest = '.
                (new Bytes((string) $term->digest))->literal().
                ' AND d.page_id = LEAST(r.page_id, r.rival_id) AND d.rival_id = GREATEST(r.page_id, r.rival_id)
                AND (d.review_on IS NULL OR d.review_on > ?) WHERE r.term_id = ? AND r.takes_turns = 1 AND d.digest IS
                NULL',
            [$store->today(), $term->id],
        );
        DB::table('match_terms')
            ->where('id', $term->id)
            ->update(['rivals' => (int) $open->n > 0 ? 1 : 0]);
    }
}
