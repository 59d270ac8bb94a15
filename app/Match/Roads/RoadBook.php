<?php

declare(strict_types=1);

namespace App\Match\Roads;

use App\Match\Terms\MarketTerm;
use App\Match\Terms\Sayings;
use App\Platform\Bytes;
use App\Platform\Database\Rows;
use App\Platform\Typed;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;
use InvalidArgumentException;

/** Roads to terms: the rival page that stands above, its links, and weaker terms that are won first. */
final class RoadBook
{
    /** Roads of a store. */
    private const MOST = 500;

    /** Weaker terms on one road. */
    public const MOST_STEPS = 20;

    /** Links of a page at most: more is a slip of the keyboard. */
    public const MOST_LINKS = 10_000_000;

    /** Position, times 1000, up to which a term is on the first page of results. */
    public const FIRST_PAGE = 10_500;

    /**
     * Takes down the rival page of a term and its links; what was there of the term is replaced.
     *
     * @throws InvalidArgumentException where there are too many
     */
    public static function keep(Store $store, MarketTerm $term, NewRoad $road, ?int $userId): void
    {
        DB::transaction(static function () use ($store, $term, $road, $userId): void {
            $key = ['store_id' => $store->id, 'market_id' => $term->marketId, 'digest' => $term->digest];
            $isNew = ! DB::table('match_roads')->where($key)->lockForUpdate()->exists();
            if ($isNew && DB::table('match_roads')->where('store_id', $store->id)->count() >= self::MOST) {
                throw new InvalidArgumentException('There are '.self::MOST.' roads already.');
            }
            DB::table('match_roads')->updateOrInsert($key, [
                'term' => $term->term,
                'rival_url' => mb_substr($road->rivalUrl, 0, 700),
                'rival_backlinks' => $road->rival->backlinks,
                'rival_internal' => $road->rival->internal,
                'own_backlinks' => $road->own,
                'user_id' => $userId,
                'made_at' => now(),
            ]);
        }, 3);
    }

    public static function drop(Store $store, int $road): void
    {
        DB::transaction(static function () use ($store, $road): void {
            $isOwn = DB::table('match_roads')->where('store_id', $store->id)->where('id', $road)->delete() > 0;
            $isOwn && DB::table('match_road_steps')->where('road_id', $road)->delete();
        });
    }

    /**
     * Puts weaker terms on a road, the easiest first; each is tracked from here on, once its days are read.
     *
     * @param  list<MarketTerm>  $terms
     */
    public static function steps(Store $store, int $road, array $terms, int $userId): void
    {
        DB::transaction(static function () use ($store, $road, $terms, $userId): void {
            $known = Rows::maybe(
                DB::table('match_roads')->where('store_id', $store->id)->where('id', $road)->lockForUpdate()->first(),
            );
            if ($known === null) {
                return;
            }
            usort(
                $terms,
                static fn (MarketTerm $a, MarketTerm $b): int => ($a->difficulty ?? INF) <=> ($b->difficulty ?? INF),
            );
            $place = Typed::int(DB::table('match_road_steps')->where('road_id', $road)->max('place'));
            $room = self::MOST_STEPS - DB::table('match_road_steps')->where('road_id', $road)->count();
            foreach (array_slice($terms, 0, max(0, $room)) as $term) {
                $term->digest === $known->digest ||
                    DB::table('match_road_steps')->insertOrIgnore([
                        'road_id' => $road,
                        'digest' => $term->digest,
                        'place' => ++$place,
                        'term' => $term->term,
                    ]);
            }
            Sayings::say($store, MarketTerm::keys($terms), ['tracked' => 1], $userId);
        }, 3);
        self::reach($store);
    }

    public static function dropStep(Store $store, int $road, string $digest): void
    {
        DB::delete(
            'DELETE s FROM match_road_steps s JOIN match_roads r ON r.id = s.road_id WHERE r.store_id = ? AND r.id = ?
                AND s.digest = '.Bytes::list([$digest]),
            [$store->id, $road],
        );
    }

    /** Notes which steps have been reached: seen among the first ten, once and for good. */
    public static function reach(Store $store): void
    {
        DB::update(
            'UPDATE match_road_steps s JOIN match_roads r ON r.id = s.road_id
                JOIN match_tracked t ON t.store_id = r.store_id AND t.market_id = r.market_id AND t.digest = s.digest
                SET s.reached_on = COALESCE(t.seen_on, CURRENT_DATE)
                WHERE r.store_id = ? AND s.reached_on IS NULL AND t.position_milli BETWEEN 1 AND ?',
            [$store->id, self::FIRST_PAGE],
        );
    }
}
