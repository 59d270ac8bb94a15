<?php

declare(strict_types=1);

namespace App\Write\Recipes;

use App\Inventory\Terms\PageTerms;
use App\Platform\Database\Bulk;
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
        $names = ['name' => true, 'brand' => true, 'lead' => true, 'year' => true];
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
            'lead' => 'Lead term',
            'year' => 'This year',
            'demand' => 'Searches',
            'stock', 'in_stock' => 'In stock',
            'sku' => 'SKU',
            'count', 'products' => 'Number of products',
            'least', 'from_price' => 'Lowest price',
            default => ucfirst(trim((string) preg_replace('/[_\-.]+|(?<=[a-z])(?=[A-Z])/', ' ', $fact))),
        };
    }

    /**
     * @param  string  $lead  the page's lead term; empty where it has none
     * @return array<string, string>
     */
    public function of(string $name, string $attributes, string $brand, string $lead): array
    {
        /** @var array<string, string> $facts */
        $facts = array_map(strval(...), array_filter((array) json_decode($attributes, true), is_scalar(...)));

        return ['name' => $name, 'brand' => $brand, 'lead' => $lead, 'year' => now()->format('Y')] + $facts;
    }

    /** Pages that are tried so that those that differ most can be shown. */
    private const TRIED = 400;

    /**
     * What a recipe makes of ten pages that differ most: those that could earn most, the shortest and the longest text,
     * and those that lack most of what the recipe asks for.
     *
     * @return list<array{why: string, name: string, text: string, shown: string, pixels: int, room: int, isCut: bool, worth: float, lacking: int}>
     *         room: pixels of the slot
     */
    public function samples(Store $store, Recipe $recipe, PageKind $kind, TextField $field, Ruler $ruler): array
    {
        $made = $this->tried($store, $recipe, $kind, $field, $ruler);
        $chosen = [];
        $take = static function (string $why, int $most, callable $worth) use (&$chosen, $made): void {
            $order = array_map($worth, $made);
            arsort($order);
            foreach (array_keys($order) as $nth) {
                if ($most === 0) {
                    return;
                }
                if (! isset($chosen[$nth]) && $order[$nth] > 0) {
                    $chosen[$nth] = ['why' => $why] + $made[$nth];
                    $most--;
                }
            }
        };
        $take('most to gain', 4, static fn (array $one): float => 1 + $one['worth']);
        $take('lacks facts', 2, static fn (array $one): float => (float) $one['lacking']);
        $take('longest', 2, static fn (array $one): float => (float) $one['pixels']);
        $take('shortest', 2, static fn (array $one): float => $one['shown'] === '' ? 0.0 : 1 / (1 + $one['pixels']));

        return array_values($chosen);
    }

    /** @return list<array{name: string, text: string, shown: string, pixels: int, room: int, isCut: bool, worth: float, lacking: int}> */
    private function tried(Store $store, Recipe $recipe, PageKind $kind, TextField $field, Ruler $ruler): array
    {
        $markets = Markets::of($store);
        $suffixes = TitleSuffixes::of($store);
        $pages = DB::select(
            'SELECT r.name, r.attributes, r.market_id, r.page_id, w.upside, w.impressions FROM write_rows w
                JOIN resources r ON r.id = w.resource_id WHERE w.store_id = ? AND w.kind = ?
                ORDER BY w.upside DESC, w.impressions DESC, w.resource_id LIMIT '.self::TRIED,
            [$store->id, $kind->value],
        );
        $leads = PageTerms::leads(Bulk::ids($pages, 'page_id'));
        $made = [];
        foreach ($pages as $page) {
            $market = $markets->find((int) $page->market_id);
            $suffix = $field === TextField::Title ? $suffixes->suffix($market->id, $kind->value) : '';
            $slot = $market->textLimits()->desktopSlot($field);
            $facts = $this->of(
                (string) $page->name,
                (string) $page->attributes,
                $market->brand,
                $leads[(int) $page->page_id] ?? '',
            );
            $text = $recipe->compose($facts, $suffix, $slot, $ruler);
            $shown = $text->text === '' ? '' : $text->text.$suffix;
            $made[] = [
                'name' => (string) $page->name,
                'text' => $text->text,
                'shown' => $shown,
                'pixels' => (int) round($ruler->pixels($shown, $slot->fontSize)),
                'room' => (int) ($slot->lineWidth * $slot->lines),
                'isCut' => ! $text->fits,
                'worth' => (float) $page->upside + (float) $page->impressions / 1e9,
                'lacking' => count($recipe->lacking($facts)),
            ];
        }

        return $made;
    }
}
