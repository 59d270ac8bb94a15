<?php

declare(strict_types=1);

namespace App\Match\Roads;

use App\Platform\Database\Records;
use App\Stores\Models\Store;

/** A weaker term that is won first, on the way to a stronger one. */
final readonly class RoadStep
{
    /**
     * @param  string  $digest  of the term, 16 bytes
     * @param  ?string  $reachedOn  day on which it was first seen among the first ten
     * @param  ?int  $termId  as of the newest matching; null where it does not know the term
     * @param  ?int  $positionMilli  1000 x average position; 0 or null where it is not seen
     */
    public function __construct(
        public string $digest,
        public string $term,
        public ?string $reachedOn,
        public ?int $termId,
        public ?int $volume,
        public ?float $difficulty,
        public ?int $positionMilli,
    ) {
    }

    /** @return list<self> in order */
    public static function all(Store $store, KeptRoad $road): array
    {
        return Records::select(
            self::class,
            'SELECT s.*, t.id AS term_id, t.volume, t.difficulty,
                COALESCE(NULLIF(k.position_milli, 0), t.position_milli) AS position_milli
                FROM match_road_steps s
                LEFT JOIN match_terms t ON t.store_id = ? AND t.market_id = ? AND t.digest = s.digest
                LEFT JOIN match_tracked k ON k.store_id = ? AND k.market_id = ? AND k.digest = s.digest
                WHERE s.road_id = ? ORDER BY s.place',
            [$store->id, $road->marketId, $store->id, $road->marketId, $road->id],
        );
    }
}
