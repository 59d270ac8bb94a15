<?php

declare(strict_types=1);

namespace App\Inventory;

use App\Platform\Database\Rows;
use App\Stores\Models\Store;

/** Names of the makers whose products a store sells. */
final class Makers
{
    private const MOST = 5000;

    /** @return list<string> */
    public static function of(Store $store): array
    {
        $names = [];
        foreach (
            Rows::all(
                "SELECT DISTINCT maker FROM page_products WHERE store_id = ? AND maker <> '' LIMIT ".self::MOST,
                [$store->id],
            ) as $row
        ) {
            $names[] = $row->text('maker');
        }

        return $names;
    }
}
