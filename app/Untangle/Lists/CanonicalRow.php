<?php

declare(strict_types=1);

namespace App\Untangle\Lists;

use App\Platform\Database\Records;
use App\Platform\Database\Rows;
use App\Stores\Models\Store;

/** An address of the inventory with the page that stays. */
final readonly class CanonicalRow
{
    /**
     * @param  int  $tangleId  0 where it is in none
     * @param  int  $causeId  0 where it has none
     * @param  ?string  $keeper  address of the page that stays
     * @param  string  $declared  canonical that the page shows
     * @param  string  $verdict  key of a CanonicalVerdict
     * @param  string  $action  a Means
     */
    public function __construct(
        public int $pageId,
        public string $url,
        public int $tangleId,
        public int $causeId,
        public ?string $keeper,
        public string $declared,
        public string $verdict,
        public string $action,
        public bool $isSafe,
        public int $clicks,
    ) {
    }

    /** @return list<self> the next addresses behind a page, in the order in which they were found */
    public static function behind(Store $store, int $page, int $most): array
    {
        $rows = Rows::all(
            "SELECT u.*, p.url, k.url AS keeper FROM untangle_pages u JOIN pages p ON p.id = u.page_id
                LEFT JOIN pages k ON k.id = u.keeper_page WHERE u.store_id = ? AND u.page_id > ?
                ORDER BY u.page_id LIMIT $most",
            [$store->id, $page],
        );

        return Records::of(self::class, $rows);
    }
}
