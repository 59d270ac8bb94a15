<?php

declare(strict_types=1);

namespace App\Write\Recipes;

use App\Inventory\CollectionPages;
use App\Inventory\Terms\PageTerms;
use App\Platform\Database\Bulk;
use App\Platform\Database\Rows;
use App\Platform\Typed;
use App\Stores\Kinds\PageKind;
use App\Stores\Markets;
use App\Stores\Models\Market;
use App\Stores\Models\Store;
use App\Write\WrittenPage;
use Illuminate\Support\Facades\DB;

/** The facts of pages that a recipe can use: of the shop, of files and structured data, of the market and the day. */
final class RecipeFacts
{
    /** Of products, where the shop does not tell them: by file, feed or the page's structured data. */
    private const TOLD = ['maker', 'price', 'currency', 'stock', 'rating', 'reviews', 'number'];

    /** Countries south of the equator, where July is winter. */
    private const SOUTH = ['AR', 'AU', 'BO', 'BR', 'CL', 'NZ', 'PE', 'PY', 'UY', 'ZA'];

    private const SEASONS = [
        'en' => ['winter', 'spring', 'summer', 'autumn'],
        'de' => ['Winter', 'Frühling', 'Sommer', 'Herbst'],
        'fr' => ['hiver', 'printemps', 'été', 'automne'],
        'es' => ['invierno', 'primavera', 'verano', 'otoño'],
    ];

    /** @var array<int, array<int, int>> how many products each collection has, by store and resource */
    private array $products = [];

    /** @return list<string> names of the facts that pages of this kind have, the name first */
    public function names(Store $store, PageKind $kind): array
    {
        $names = array_fill_keys(['name', 'brand', 'lead', 'year', 'season', 'market'], true);
        $names += match ($kind) {
            PageKind::Product => ['collection' => true] + array_fill_keys(self::TOLD, true),
            PageKind::Collection => ['products' => true],
            default => [],
        };
        foreach (
            Rows::all(
                'SELECT attributes FROM resources WHERE store_id = ? AND kind = ? AND gone = 0 ORDER BY id LIMIT 200',
                [$store->id, $kind->value],
            ) as $row
        ) {
            $names += array_fill_keys(
                array_map(strval(...), array_keys((array) json_decode($row->text('attributes'), true))),
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
            'season' => 'Season',
            'market' => 'Market',
            'demand' => 'Searches',
            'stock', 'in_stock' => 'In stock',
            'sku' => 'SKU',
            'count', 'products' => 'Number of products',
            'least', 'from_price' => 'Lowest price',
            default => ucfirst(trim((string) preg_replace('/[_\-.]+|(?<=[a-z])(?=[A-Z])/', ' ', $fact))),
        };
    }

    /**
     * @param  list<WrittenPage>  $pages
     * @param  list<string>  $asked  facts that are wanted; what costs a look elsewhere is left out where it is not
     * @return array<int, array<string, string>> facts by name, by resource
     */
    public function of(Store $store, array $pages, array $asked): array
    {
        $markets = Markets::of($store);
        $asked = array_flip($asked);
        $leads = PageTerms::leads(array_column($pages, 'pageId'));
        $told =
            array_intersect_key($asked, array_flip(self::TOLD)) === []
                ? []
                : self::told(array_column($pages, 'pageId'));
        $collections = isset($asked['collection']) ? $this->collections($store, array_column($pages, 'id')) : [];
        $products = isset($asked['products']) ? $this->products($store) : [];
        $facts = [];
        foreach ($pages as $page) {
            $market = $markets->find($page->marketId);
            $own = array_filter((array) json_decode($page->attributes, true), is_scalar(...));
            $facts[$page->id] = [
                'name' => $page->name,
                'brand' => $market->brand,
                'lead' => $leads[$page->pageId] ?? '',
                'year' => now()->format('Y'),
                'season' => self::season($market),
                'market' => $market->name,
            ] +
                array_map(self::written(...), $own) +
                ($told[$page->pageId] ?? []) + ['collection' => $collections[$page->id] ?? ''] + [
                    'products' => (string) ($products[$page->id] ?? ''),
                ];
        }

        return $facts;
    }

    private static function written(mixed $value): string
    {
        return is_bool($value) ? ($value ? 'yes' : '') : (is_scalar($value) ? (string) $value : '');
    }

    private static function season(Market $market): string
    {
        $quarter = intdiv((int) now()->format('n') % 12, 3);
        $isSouth = in_array($market->country, self::SOUTH, true);

        return (self::SEASONS[$market->language] ?? ['', '', '', ''])[($quarter + ($isSouth ? 2 : 0)) % 4];
    }

    /**
     * @param  list<int>  $pages
     * @return array<int, array<string, string>> by page; what is not told is left out
     */
    private static function told(array $pages): array
    {
        $told = [];
        foreach (
            $pages === []
                ? []
                : Rows::all(
                    'SELECT page_id, '.
                        implode(', ', self::TOLD).
                        ' FROM page_products WHERE page_id IN ('.
                        Bulk::list($pages).
                        ')',
                ) as $row
        ) {
            $facts = (array) $row;
            unset($facts['page_id']);
            $told[$row->int('page_id')] = array_map(
                strval(...),
                array_filter($facts, static fn (mixed $value): bool => $value !== null && $value !== ''),
            );
        }

        return $told;
    }

    /**
     * @param  list<int>  $resources
     * @return array<int, string> the name of the smallest collection that each of them is in
     */
    private function collections(Store $store, array $resources): array
    {
        $sizes = $this->products($store);
        $of = CollectionPages::collectionsOf($store, $resources);
        $names = DB::table('resources')
            ->whereIn('id', array_unique(array_merge(...array_values($of))))
            ->where('gone', 0)
            ->pluck('name', 'id');
        $chosen = [];
        foreach ($of as $product => $collections) {
            $named = array_filter($collections, static fn (int $one): bool => $names->has($one));
            usort($named, static fn (int $a, int $b): int => [$sizes[$a] ?? 0, $a] <=> [$sizes[$b] ?? 0, $b]);
            $chosen[$product] = $named === [] ? '' : Typed::text($names[$named[0]]);
        }

        return $chosen;
    }

    /** @return array<int, int> how many products each collection has, by resource */
    private function products(Store $store): array
    {
        return $this->products[$store->id] ??= CollectionPages::sizes($store);
    }
}
