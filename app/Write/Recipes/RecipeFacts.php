<?php

declare(strict_types=1);

namespace App\Write\Recipes;

use App\Stores\Kinds\PageKind;
use App\Stores\Markets;
use App\Stores\Models\Store;
use App\Stores\TitleSuffixes;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Text\Ruler;
use Orchard\Core\Wording\Recipe;
use Orchard\Core\Wording\TextField;

/** The facts of a page that a recipe can use. */
final class RecipeFacts
{
    /** @return list<string> names of the facts that pages of this kind have, the name first */
    public function names(Store $store, PageKind $kind): array
    {
        $names = ['name' => true, 'brand' => true];
        foreach (
            DB::select(
                'SELECT attributes FROM resources WHERE store_id = ? AND kind = ? AND gone = 0 ORDER BY id LIMIT 200',
                [$store->id, $kind->value],
            ) as $row
        ) {
            $names += array_fill_keys(
                array_map(strval(...), array_keys((array) json_decode((string) $row->attributes, true))),
                true,
            );
        }

        return array_map(strval(...), array_keys($names));
    }

    /** What a fact is called where people choose it. */
    public static function label(string $fact): string
    {
        return match ($fact) {
            'name' => 'Name',
            'brand' => 'Store name',
            'demand' => 'Searches',
            'stock', 'in_stock' => 'In stock',
            'sku' => 'SKU',
            'count', 'products' => 'Number of products',
            'least', 'from_price' => 'Lowest price',
            default => ucfirst(trim((string) preg_replace('/[_\-.]+|(?<=[a-z])(?=[A-Z])/', ' ', $fact))),
        };
    }

    /** @return array<string, string> */
    public function of(string $name, string $attributes, string $brand): array
    {
        /** @var array<string, string> $facts */
        $facts = array_map(strval(...), array_filter((array) json_decode($attributes, true), is_scalar(...)));

        return ['name' => $name, 'brand' => $brand] + $facts;
    }

    /**
     * What a recipe makes of the pages with the most impressions.
     *
     * @return list<array{name: string, text: string, shown: string, pixels: int, room: int, isCut: bool}> room: pixels of the slot
     */
    public function samples(Store $store, Recipe $recipe, PageKind $kind, TextField $field, Ruler $ruler): array
    {
        $markets = Markets::of($store);
        $suffixes = TitleSuffixes::of($store);
        $samples = [];
        foreach (
            DB::select(
                'SELECT r.name, r.attributes, r.market_id FROM write_rows w JOIN resources r ON r.id = w.resource_id
                    WHERE w.store_id = ? AND w.kind = ? ORDER BY w.impressions DESC, w.resource_id LIMIT 6',
                [$store->id, $kind->value],
            ) as $page
        ) {
            $market = $markets->find((int) $page->market_id);
            $suffix = $field === TextField::Title ? $suffixes->suffix($market->id, $kind->value) : '';
            $slot = $market->textLimits()->desktopSlot($field);
            $made = $recipe->compose(
                $this->of((string) $page->name, (string) $page->attributes, $market->brand),
                $suffix,
                $slot,
                $ruler,
            );
            $shown = $made->text === '' ? '' : $made->text.$suffix;
            $samples[] = [
                'name' => (string) $page->name,
                'text' => $made->text,
                'shown' => $shown,
                'pixels' => (int) round($ruler->pixels($shown, $slot->fontSize)),
                'room' => (int) ($slot->lineWidth * $slot->lines),
                'isCut' => ! $made->fits,
            ];
        }

        return $samples;
    }
}
