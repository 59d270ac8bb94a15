<?php

declare(strict_types=1);

namespace App\Match\Rivalries;

use App\Changes\AddressField;
use App\Changes\Events\MergeAsked;
use App\Match\Terms\MarketTerm;
use App\Platform\Bytes;
use App\Platform\Database\Rows;
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

    /**
     * Whether the page that gave way links to the one that was chosen, by rival page.
     *
     * @param  list<Rivalry>  $rivals
     * @return array<int, bool> by the page that gave way; only of pairs of which one page was chosen
     */
    public static function linking(Store $store, array $rivals): array
    {
        $linking = [];
        foreach ($rivals as $rival) {
            $other = $rival->gaveWay();
            if ($other !== null) {
                $linking[$other] = DB::table('links')
                    ->where('store_id', $store->id)
                    ->where('from_page', $other)
                    ->where('to_page', $rival->mainPage)
                    ->exists();
            }
        }

        return $linking;
    }

    public static function decide(Store $store, MarketTerm $term, RivalryChoice $choice, ?int $userId): void
    {
        DB::transaction(static function () use ($store, $term, $choice, $userId): void {
            $key = self::key($store, $term, $choice->page, $choice->rival);
            $before = self::kept($key);
            DB::table('match_decisions')->updateOrInsert($key, [
                'decision' => $choice->verdict->value,
                'main_page' => $choice->main,
                'reason' => mb_substr($choice->reason, 0, 500),
                'review_on' => $choice->reviewOn,
                'user_id' => $userId,
                'decided_at' => now(),
            ]);
            self::handOver($store, $term, $before, isTakenBack: true, userId: $userId);
            self::handOver($store, $term, $choice, isTakenBack: false, userId: $userId);
            self::remark($store, $term);
        });
    }

    /** Takes a decision back. */
    public static function reopen(Store $store, MarketTerm $term, int $page, int $rival, ?int $userId): void
    {
        DB::transaction(static function () use ($store, $term, $page, $rival, $userId): void {
            $key = self::key($store, $term, $page, $rival);
            self::handOver($store, $term, self::kept($key), isTakenBack: true, userId: $userId);
            DB::table('match_decisions')->where($key)->delete();
            self::remark($store, $term);
        });
    }

    /** A merge or a fold is asked of whoever keeps redirects and canonicals. */
    private static function handOver(
        Store $store,
        MarketTerm $term,
        ?RivalryChoice $choice,
        bool $isTakenBack,
        ?int $userId,
    ): void {
        if ($choice?->main === null || ! $choice->verdict->movesPage()) {
            return;
        }
        MergeAsked::dispatch(
            $store->id,
            $choice->page === $choice->main ? $choice->rival : $choice->page,
            $choice->main,
            $choice->verdict === Verdict::Merge,
            $isTakenBack,
            "two pages for “{$term->term}”",
            $userId,
        );
    }

    /** @param  array{store_id: int, market_id: int, digest: string, page_id: int, rival_id: int}  $key */
    private static function kept(array $key): ?RivalryChoice
    {
        $row = Rows::maybe(
            DB::table('match_decisions')
                ->where($key)
                ->first(['decision', 'main_page']),
        );

        return $row === null
            ? null
            : new RivalryChoice(
                $key['page_id'],
                $key['rival_id'],
                Verdict::from($row->text('decision')),
                $row->intOrNull('main_page'),
            );
    }

    /** @return array{store_id: int, market_id: int, digest: string, page_id: int, rival_id: int} */
    private static function key(Store $store, MarketTerm $term, int $page, int $rival): array
    {
        return [
            'store_id' => $store->id,
            'market_id' => $term->marketId,
            'digest' => $term->digest,
            'page_id' => min($page, $rival),
            'rival_id' => max($page, $rival),
        ];
    }

    private static function remark(Store $store, MarketTerm $term): void
    {
        $open = Rows::sole(
            'SELECT COUNT(*) AS n FROM match_rivalries r LEFT JOIN match_decisions d ON d.store_id = r.store_id AND
                d.market_id = r.market_id
                AND d.digest = '.
                (new Bytes($term->digest))->literal().
                ' AND d.page_id = LEAST(r.page_id, r.rival_id) AND d.rival_id = GREATEST(r.page_id, r.rival_id)
                AND (d.review_on IS NULL OR d.review_on > ?) WHERE r.term_id = ? AND r.takes_turns = 1 AND d.digest IS
                NULL',
            [$store->today(), $term->id],
        );
        DB::table('match_terms')
            ->where('id', $term->id)
            ->update(['rivals' => $open->int('n') > 0 ? 1 : 0]);
    }

    /** Whether two pages are seen for one term, the one that is shown more first. */
    public static function areRivals(int $term, int $page, int $rival): bool
    {
        return DB::table('match_rivalries')
            ->where('term_id', $term)
            ->where('page_id', $page)
            ->where('rival_id', $rival)
            ->exists();
    }

    /** Whether a page may be what others lead to: it answers, may be listed, and is not to lead elsewhere itself. */
    public static function canBeLedTo(Store $store, int $page): bool
    {
        return DB::table('page_index')
            ->where('store_id', $store->id)
            ->where('page_id', $page)
            ->where('status', 200)
            ->where('indexable', 1)
            ->exists() &&
            ! DB::table('address_changes')
                ->where('store_id', $store->id)
                ->where('page_id', $page)
                ->whereIn('field', [AddressField::Canonical->value, AddressField::Redirect->value])
                ->exists();
    }
}
