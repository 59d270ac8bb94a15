<?php

declare(strict_types=1);

namespace App\Match\Roads;

use App\Match\Terms\MarketTerm;
use App\Platform\Database\Records;
use App\Platform\Database\Rows;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Terms\LinkStock;
use Orchard\Core\Terms\Road;
use Orchard\Core\Terms\RoadTerms;

/** A road as it is shown: the rival and our page, what it takes, and the steps on the way. */
final readonly class RoadView
{
    /**
     * @param  ?int  $page  of the store that goes for the term; null where none does
     * @param  list<RoadStep>  $steps  in order
     */
    private function __construct(
        public KeptRoad $kept,
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
        $rows = Rows::of(DB::table('match_roads')->where('store_id', $store->id)->orderByDesc('id')->limit(100)->get());

        return array_map(
            static fn (KeptRoad $road): self => self::from($store, $road),
            Records::of(KeptRoad::class, $rows),
        );
    }

    /** Null where there is no road to the term yet. */
    public static function of(Store $store, MarketTerm $term): ?self
    {
        $row = Rows::maybe(
            DB::table('match_roads')
                ->where(['store_id' => $store->id, 'market_id' => $term->marketId, 'digest' => $term->digest])
                ->first(),
        );

        $road = Records::one(KeptRoad::class, $row);

        return $road === null ? null : self::from($store, $road);
    }

    private static function from(Store $store, KeptRoad $kept): self
    {
        $options = $store->options();
        $term = Rows::maybe(
            DB::table('match_terms')
                ->where(['store_id' => $store->id, 'market_id' => $kept->marketId, 'digest' => $kept->digest])
                ->first(['lead_page', 'support_page']),
        );
        $page = $term->lead_page ?? ($term->support_page ?? null);
        $page = $page === null ? null : (int) $page;
        $own = OwnLinks::of($store, $page, $kept->ownBacklinks);
        $rival = new LinkStock($kept->rivalBacklinks, $kept->rivalInternal);

        return new self(
            $kept,
            $page,
            $own,
            $rival,
            Road::between(
                $own,
                $rival,
                new RoadTerms(
                    $options->links['factor'],
                    1 - $options->links['home'] / 100,
                    $options->links['price'],
                    $options->links['budget'],
                ),
            ),
            RoadStep::all($store, $kept),
        );
    }

    /** How many of its steps have been reached. */
    public function reached(): int
    {
        return count(array_filter($this->steps, static fn (RoadStep $step): bool => $step->reachedOn !== null));
    }
}
