<?php

declare(strict_types=1);

namespace App\Tend\Finding;

use App\Inventory\Terms\SeenQueries;
use App\Platform\Database\Bulk;
use App\Platform\Database\Rows;
use App\Stores\Models\Store;
use Orchard\Core\Claims\Quantity;
use Orchard\Core\Claims\QuantityReader;

/** Sizes that people search for when they are shown a collection, and that none of its products has. */
final readonly class AskedSizes
{
    /** What a size measures; a price, a number of pieces or a time is none. */
    private const MEASURES = ['length', 'area', 'volume', 'weight', 'weave'];

    /** Queries of a collection that are looked at, those with most clicks first. */
    private const QUERIES = 60;

    /** Impressions, at least, by which a size is asked for. */
    private const LEAST = 30;

    /** Of the collection's impressions, at least. */
    private const SHARE = 0.01;

    /** Sizes that are told of one collection. */
    private const MOST = 5;

    private QuantityReader $reader;

    public function __construct(private Store $store, private SeenQueries $queries)
    {
        $this->reader = new QuantityReader();
    }

    /**
     * @param  list<int>  $collections  pages
     * @return array<int, list<array{size: string, impressions: int}>> by collection, the most asked for first; those
     *         whose products have all sizes, or tell none at all, are left out
     */
    public function lacking(array $collections): array
    {
        $lacking = [];
        $asked = array_filter(
            array_map($this->asked(...), $this->queries->of($this->store, $collections, self::QUERIES)),
        );
        $held = $asked === [] ? [] : $this->held(array_keys($asked));
        foreach ($asked as $page => $sizes) {
            // Where no product tells a size of the same measure, nobody knows what there is.
            $missing = array_filter(
                $sizes,
                static fn (array $size): bool => self::isTold($size['quantity'], $held[$page] ?? []) &&
                    ! self::isHeld($size['quantity'], $held[$page] ?? []),
            );
            if ($missing !== []) {
                $lacking[$page] = array_map(
                    static fn (array $size): array => ['size' => $size['size'], 'impressions' => $size['impressions']],
                    array_slice(array_values($missing), 0, self::MOST),
                );
            }
        }

        return $lacking;
    }

    /**
     * @param  list<\App\Inventory\Terms\SeenQuery>  $queries
     * @return list<array{size: string, impressions: int, quantity: Quantity}>
     */
    private function asked(array $queries): array
    {
        $sizes = [];
        $all = 0;
        foreach ($queries as $query) {
            $all += $query->impressions;
            foreach ($this->sizes($query->text) as $words => $quantity) {
                $key = "$quantity->of {$quantity->key()}";
                $sizes[$key] ??= ['size' => $words, 'impressions' => 0, 'quantity' => $quantity];
                $sizes[$key]['impressions'] += $query->impressions;
            }
        }
        $sizes = array_filter(
            $sizes,
            static fn (array $size): bool => $size['impressions'] >= max(self::LEAST, self::SHARE * $all),
        );
        usort($sizes, static fn (array $a, array $b): int => $b['impressions'] <=> $a['impressions']);

        return $sizes;
    }

    /**
     * @param  list<int>  $collections
     * @return array<int, list<Quantity>> sizes of their products by collection
     */
    private function held(array $collections): array
    {
        $held = [];
        foreach (
            Rows::all(
                'SELECT c.collection_id, r.name, r.attributes FROM collection_pages c
                    JOIN pages p ON p.id = c.page_id JOIN resources r ON r.id = p.resource_id
                    WHERE c.store_id = ? AND c.collection_id IN ('.
                    Bulk::list($collections).
                    ')',
                [$this->store->id],
            ) as $row
        ) {
            $facts = array_filter((array) json_decode($row->text('attributes'), true), is_string(...));
            foreach ($this->sizes($row->name.'; '.implode('; ', $facts)) as $quantity) {
                $held[$row->int('collection_id')][] = $quantity;
            }
        }

        return $held;
    }

    /** @return array<string, Quantity> by how it is written */
    private function sizes(string $text): array
    {
        $sizes = [];
        foreach ($this->reader->read($text) as $one) {
            in_array($one['quantity']->of, self::MEASURES, true) && ($sizes[trim($one['text'])] = $one['quantity']);
        }

        return $sizes;
    }

    /** @param  list<Quantity>  $held */
    private static function isTold(Quantity $size, array $held): bool
    {
        return array_filter($held, static fn (Quantity $one): bool => $one->of === $size->of) !== [];
    }

    /** @param  list<Quantity>  $held */
    private static function isHeld(Quantity $size, array $held): bool
    {
        return array_filter($held, $size->agreesWith(...)) !== [];
    }
}
