<?php

declare(strict_types=1);

namespace App\Match\Terms;

use App\Platform\Database\Records;
use App\Platform\Database\Rows;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Terms\AskedFor;

/** What somebody said of a term: what it asks for, its group, a note, and what is planned for it. */
final readonly class Said
{
    /**
     * @param  ?int  $asked  number of what it asks for (Asks::kind)
     * @param  string  $head  head term of its group; empty for the one that is told
     * @param  string  $plan  "planned", "left", or empty
     * @param  ?string  $reviewOn  day on which it is asked again
     */
    public function __construct(
        public ?int $asked,
        public string $head,
        public string $note,
        public string $tags,
        public string $plan,
        public string $planName,
        public string $planUrl,
        public int $planKind,
        public ?int $planPage,
        public string $reason,
        public ?string $reviewOn,
    ) {
    }

    public static function of(Store $store, MarketTerm $term): ?self
    {
        return Records::one(
            self::class,
            Rows::maybe(
                DB::table('match_said')
                    ->where(['store_id' => $store->id, 'market_id' => $term->marketId, 'digest' => $term->digest])
                    ->first(),
            ),
        );
    }

    public function isPlanned(): bool
    {
        return $this->plan === 'planned';
    }

    public function asksFor(AskedFor $kind): bool
    {
        return $this->asked === Asks::number($kind);
    }
}
