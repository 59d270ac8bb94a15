<?php

declare(strict_types=1);

namespace App\Match\Roads;

use App\Match\Terms\MarketTerm;
use App\Platform\Bytes;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Terms\LinkStock;
use Orchard\Core\Terms\Road;
use stdClass;

/** A road as it is shown: the rival and our page, what it takes, and the steps on the way. */
final readonly class RoadView
{
    /**
     * @param  ?int  $page  of the store that goes for the term; null where none does
     * @param  list<stdClass>  $steps  term, reached_on, term_id and position_milli, in order
     */
    private function __construct(
        public stdClass $row,
        public ?int $page,
        public LinkStock $own,
        public LinkStock $rival,
        public Road $road,
        public array $steps,
    ) {
    }

    /** @return list<self> the newest first */
    public static function all(Store $store): array
    {
        $rows = DB::table('match_roads')->where('store_id', $store->id)->orderByDesc('id')->limit(100)->get()->all();

        return array_map(static fn (stdClass $row): self => self::from($store, $row), array_values($rows));
    }

    /** Null where there is no road to the term yet. */
    public static function of(Store $store, MarketTerm $term): ?self
    {
        $row = DB::table('match_roads')
            ->where(['store_id' => $store->id, 'market_id' => $term->marketId, 'digest' => $term->digest])
            ->first();

        return $row === null ? null : self::from($store, $row);
    }

    private static function from(Store $store, stdClass $row): self
    {
        $options = $store->options();
        $term = DB::table('match_terms')
            ->where(['store_id' => $store->id, 'market_id' => $row->market_id, 'digest' => $row->digest])
            ->first(['lead_page', 'support_page']);
        $page = $term->lead_page ?? ($term->support_page ?? null);
        $own = OwnLinks::of(
            $store,
            $page === null ? null : (int) $page,
            $row->own_backlinks === null ? null : (int) $row->own_backlinks,
        );
        $rival = new LinkStock((int) $row->rival_backlinks, (int) $row->rival_internal);

        return new self(
            $row,
            $page === null ? null : (int) $page,
            $own,
            $rival,
            Road::between(
                $own,
                $rival,
                $options->links['factor'],
                1 - $options->links['home'] / 100,
                $options->links['price'],
                $options->links['budget'],
            ),
            array_values(
                DB::select(
                    'SELECT s.*, t.id AS term_id, t.volume, t.difficulty,
                        COALESCE(NULLIF(k.position_milli, 0), t.position_milli) AS position_milli
                        FROM match_road_steps s
                        LEFT JOIN match_terms t ON t.store_id = ? AND t.market_id = ? AND t.digest = s.digest
                        LEFT JOIN match_tracked k ON k.store_id = ? AND k.market_id = ? AND k.digest = s.digest
                        WHERE s.road_id = ? ORDER BY s.place',
                    [$store->id, $row->market_id, $store->id, $row->market_id, $row->id],
                ),
            ),
        );
    }

    /**
     * Weaker terms that could be won first: of the same page or group, easier than this one, not on the first page of
     * results and not on the road yet; those worth most first.
     *
     * @return list<stdClass> id, term, volume, difficulty, worth and position_milli
     */
    public static function weaker(Store $store, MarketTerm $term): array
    {
        $pages = array_filter([(int) $term->leadPage, (int) $term->supportPage]);

        return array_values(
            DB::select(
                'SELECT t.id, t.term, t.volume, t.difficulty, t.worth, t.position_milli FROM match_terms t
                    WHERE t.store_id = ? AND t.market_id = ? AND t.excluded = 0 AND t.digest <> '.
                    Bytes::list([$term->digest]).
                    ' AND (t.head_id = ?'.
                    ($pages === []
                        ? ''
                        : ' OR t.lead_page IN ('.
                            implode(',', $pages).
                            ') OR t.support_page IN ('.
                            implode(',', $pages).
                            ')').
                    ') AND (t.difficulty IS NULL OR ? IS NULL OR t.difficulty < ?)
                    AND t.position_milli NOT BETWEEN 1 AND ?
                    AND NOT EXISTS (SELECT 1 FROM match_road_steps s JOIN match_roads r ON r.id = s.road_id
                        WHERE r.store_id = t.store_id AND r.market_id = t.market_id AND r.digest = '.
                    Bytes::list([$term->digest]).
                    ' AND s.digest = t.digest)
                    ORDER BY t.worth DESC, t.id LIMIT 25',
                [
                    $store->id,
                    $term->marketId,
                    $term->headId,
                    $term->difficulty,
                    $term->difficulty,
                    RoadBook::FIRST_PAGE,
                ],
            ),
        );
    }

    /** How many of its steps have been reached. */
    public function reached(): int
    {
        return count(array_filter($this->steps, static fn (stdClass $step): bool => $step->reached_on !== null));
    }
}
