<?php

declare(strict_types=1);

namespace App\Match\Terms;

use App\Platform\Database\Records;
use App\Platform\Database\Rows;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Terms\Reach;

/** How a market was last matched. */
final readonly class MatchState
{
    /**
     * @param  int  $run  the finished run whose terms, pairs and results stand
     * @param  string  $matchedAt  UTC
     * @param  int  $pages  that can be matched
     * @param  int  $leads  pages with a lead term
     * @param  bool  $money  worth is money; clicks where not
     * @param  float  $reachMiddle  difficulty of an even chance of the first ten
     * @param  float  $reachSpread  points of difficulty by which the odds change e times
     * @param  int  $reachTerms  that told it; 0 where it is assumed
     */
    public function __construct(
        public int $run,
        public string $matchedAt,
        public int $terms,
        public int $pages,
        public int $leads,
        public bool $money,
        public float $reachMiddle,
        public float $reachSpread,
        public int $reachTerms,
    ) {
    }

    /** Null where the market was not matched yet. */
    public static function of(int $market): ?self
    {
        return Records::one(self::class, Rows::maybe(DB::table('match_states')->where('market_id', $market)->first()));
    }

    /** How likely the store gets among the first ten; assumed where nothing was matched yet. */
    public static function reach(?self $state): Reach
    {
        return $state === null ? new Reach() : new Reach($state->reachMiddle, $state->reachSpread, $state->reachTerms);
    }
}
