<?php

declare(strict_types=1);

namespace App\Untangle\Lists;

use App\Platform\Database\Records;
use App\Platform\Database\Rows;
use App\Stores\Models\Store;
use App\Untangle\Deciding\Means;
use Illuminate\Database\Query\Builder;
use Illuminate\Support\Facades\DB;
use Orchard\Core\LinkGraph\CanonicalVerdict;

/** An address with what it declares, what is done about it, and the address that its tangle keeps. */
final readonly class DeclaredPage
{
    /**
     * @param  int  $tangleId  0 where it is in none
     * @param  int  $keeperPage  0 where its tangle has none
     * @param  string  $declared  its canonical; empty where it has none
     * @param  string  $why  why that is done, as ActionReason packs it
     * @param  string  $reason  why it is a duplicate, as PairReason packs it
     * @param  bool  $isSafe  whether it may be changed without being looked at
     * @param  int  $chosenPage  the canonical that the search engine chose; 0 where it told none
     */
    public function __construct(
        public int $pageId,
        public string $url,
        public int $tangleId,
        public int $keeperPage,
        public ?string $keeperUrl,
        public int $clicks,
        public string $declared,
        private string $verdict,
        public Means $action,
        public string $why,
        public string $reason,
        public bool $isSafe,
        public int $chosenPage,
        public ?string $chosenUrl,
    ) {
    }

    /**
     * @param  callable(Builder): mixed  $narrow  which pages (untangle_pages u), in which order, and how many
     * @return list<self>
     */
    public static function all(Store $store, callable $narrow): array
    {
        return Records::of(
            self::class,
            Rows::of(
                DB::table('untangle_pages as u')
                    ->join('pages as p', 'p.id', '=', 'u.page_id')
                    ->leftJoin('pages as k', 'k.id', '=', 'u.keeper_page')
                    ->leftJoin('pages as c', 'c.id', '=', 'u.chosen_page')
                    ->where('u.store_id', $store->id)
                    ->tap($narrow)
                    ->get(['u.*', 'p.url', 'k.url as keeper_url', 'c.url as chosen_url']),
            ),
        );
    }

    public function verdict(): ?CanonicalVerdict
    {
        return CanonicalVerdict::fromKey($this->verdict);
    }

    public function isKeeper(): bool
    {
        return $this->keeperPage === $this->pageId;
    }
}
