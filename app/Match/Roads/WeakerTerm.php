<?php

declare(strict_types=1);

namespace App\Match\Roads;

use App\Match\Terms\MarketTerm;
use App\Platform\Bytes;
use App\Platform\Database\Bulk;
use App\Platform\Database\Records;
use App\Stores\Models\Store;

/** A term that could be won before a stronger one. */
final readonly class WeakerTerm
{
    /** Terms that are offered. */
    private const OFFERED = 25;

    public function __construct(
        public int $id,
        public string $term,
        public ?int $volume,
        public ?float $difficulty,
        public float $worth,
        public int $positionMilli,
    ) {
    }

    /**
     * Weaker terms that could be won first: of the same page or group, easier than this one, not on the first page of
     * results and not on the road yet; those worth most first.
     *
     * @return list<self>
     */
    public static function all(Store $store, MarketTerm $term): array
    {
        $pages = array_filter([(int) $term->leadPage, (int) $term->supportPage]);
        $digest = Bytes::list([$term->digest]);
        $ofPages = $pages === [] ? '0' : 't.lead_page IN (%1$s) OR t.support_page IN (%1$s)';

        return Records::select(
            self::class,
            "SELECT t.id, t.term, t.volume, t.difficulty, t.worth, t.position_milli FROM match_terms t
                WHERE t.store_id = ? AND t.market_id = ? AND t.excluded = 0 AND t.digest <> $digest AND (t.head_id = ?
                OR ".
                sprintf($ofPages, Bulk::list($pages)).
                ") AND (t.difficulty IS NULL OR ? IS NULL OR t.difficulty < ?)
                AND t.position_milli NOT BETWEEN 1 AND ?
                AND NOT EXISTS (SELECT 1 FROM match_road_steps s JOIN match_roads r ON r.id = s.road_id
                    WHERE r.store_id = t.store_id AND r.market_id = t.market_id AND r.digest = $digest
                    AND s.digest = t.digest)
                ORDER BY t.worth DESC, t.id LIMIT ".
                self::OFFERED,
            [$store->id, $term->marketId, $term->headId, $term->difficulty, $term->difficulty, RoadBook::FIRST_PAGE],
        );
    }
}
