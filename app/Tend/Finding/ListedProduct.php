<?php

declare(strict_types=1);

namespace App\Tend\Finding;

use App\Platform\Database\Bulk;
use App\Platform\Database\Records;
use App\Stores\Models\Store;
use Orchard\Core\StructuredData\LifeState;

/** What the newest list of products tells of a page: the cheapest of its variants, as its structured data does. */
final readonly class ListedProduct
{
    /** @param  string  $currency  may be empty */
    public function __construct(public int $pageId, public float $price, public string $currency, private int $life)
    {
    }

    /**
     * @param  list<int>  $pages
     * @return array<int, self> by page
     */
    public static function all(Store $store, array $pages): array
    {
        // Of the variants of a page the last one stays, which is the cheapest.
        return array_column(
            Records::select(
                self::class,
                'SELECT page_id, price, currency, life FROM product_rows WHERE store_id = ? AND is_current = 1
                    AND page_id IN ('.
                    Bulk::list($pages).
                    ') AND price IS NOT NULL ORDER BY page_id, price DESC',
                [$store->id],
            ),
            null,
            'pageId',
        );
    }

    public function life(): LifeState
    {
        return LifeState::tryFrom($this->life) ?? LifeState::Unknown;
    }
}
