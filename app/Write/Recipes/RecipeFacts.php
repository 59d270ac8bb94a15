<?php

declare(strict_types=1);

namespace App\Write\Recipes;

use App\Store\Kinds\PageKind;
use App\Store\Models\Store;
use Illuminate\Support\Facades\DB;

/** The facts of a page that a recipe can use. */
final class RecipeFacts
{
    /** @return list<string> names of the facts that pages of this kind have, the name first */
    public function names(Store $store, PageKind $kind): array
    {
        $names = ['name' => true, 'brand' => true];
        foreach (DB::select('SELECT attributes FROM resources WHERE store_id = ? AND kind = ? AND gone = 0 ORDER BY id LIMIT 200', [$store->id, $kind->value]) as $row) {
            $names += array_fill_keys(array_map(strval(...), array_keys((array) json_decode((string) $row->attributes, true))), true);
        }

        return array_map(strval(...), array_keys($names));
    }

    /** @return array<string, string> */
    public function of(string $name, string $attributes, string $brand): array
    {
        /** @var array<string, string> $facts */
        $facts = array_map(strval(...), array_filter((array) json_decode($attributes, true), is_scalar(...)));

        return ['name' => $name, 'brand' => $brand] + $facts;
    }
}
