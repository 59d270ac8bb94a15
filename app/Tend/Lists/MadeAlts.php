<?php

declare(strict_types=1);

namespace App\Tend\Lists;

use App\Inventory\KeptDetails;
use App\Platform\Database\Bulk;
use App\Platform\Database\Row;
use App\Platform\Database\Rows;
use App\Platform\Typed;
use App\Stores\Kinds\PageKind;
use App\Stores\Models\Store;
use App\Tend\Found\FindingState;
use Generator;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Markup\Gallery;
use Orchard\Core\Wording\ImageAlts;

/** Alt texts proposed for the images of products but the main one, whose text is written at the desk. */
final class MadeAlts
{
    public const COLUMNS = ['url', 'image', 'alt', 'proposed_alt'];

    private const PORTION = 500;

    /** Facts of a product that are no variant of it. */
    private const NO_VARIANTS = [
        'maker', 'brand', 'manufacturer', 'vendor', 'collection', 'type', 'price', 'currency', 'in_stock', 'sku',
        'gtin',
    ];

    /** @return Generator<list<string>> one an image, of pages that search engines may list */
    public static function rows(Store $store): Generator
    {
        for ($after = 0; ; $after = $pages[count($pages) - 1]->int('page_id')) {
            $pages = self::select(
                $store,
                'AND t.indexable = 1 AND t.page_id > ? ORDER BY t.page_id LIMIT '.self::PORTION,
                [$after],
            );
            if ($pages === []) {
                return;
            }
            foreach ($pages as $page) {
                foreach (self::made($page) as $one) {
                    yield [$page->text('url'), $one['image'], (string) $one['was'], $one['alt']];
                }
            }
        }
    }

    /**
     * @param  list<int>  $pages
     * @return Generator<int, list<array{image: string, was: ?string, alt: string}>> by page; of products alone
     */
    public static function ofPages(Store $store, array $pages): Generator
    {
        foreach (array_chunk($pages, self::PORTION) as $chunk) {
            foreach (self::select($store, 'AND t.page_id IN ('.Bulk::list($chunk).')', []) as $page) {
                $made = self::made($page);
                if ($made !== []) {
                    yield $page->int('page_id') => $made;
                }
            }
        }
    }

    /** @return list<array{image: string, was: ?string, alt: string}> */
    public static function ofPage(Store $store, int $page): array
    {
        return iterator_to_array(self::ofPages($store, [$page]))[$page] ?? [];
    }

    /**
     * What would be said of some pages on which something is open, those of most worth first.
     *
     * @return list<array{page: int, url: string, image: string, was: ?string, alt: string}>
     */
    public static function examples(Store $store, int $cause, int $most): array
    {
        $pages = DB::table('tend_findings as f')
            ->join('pages as p', 'p.id', '=', 'f.page_id')
            ->join(
                'tend_pages as t',
                static fn ($join) => $join->on('t.page_id', '=', 'f.page_id')->on('t.store_id', '=', 'f.store_id'),
            )
            ->where('f.store_id', $store->id)
            ->where('f.cause_id', $cause)
            ->where('t.is_part', 0)
            ->where('f.state', FindingState::Open->value)
            ->orderByDesc('f.worth')
            ->limit(40)
            ->pluck('p.url', 'p.id')
            ->all();
        $made = iterator_to_array(self::ofPages($store, array_map(intval(...), array_keys($pages))));
        $examples = [];
        foreach (array_intersect_key($pages, $made) as $page => $url) {
            $examples[] = ['page' => (int) $page, 'url' => Typed::text($url)] + $made[$page][0];
        }

        return array_slice($examples, 0, $most);
    }

    /**
     * @param  list<int>  $values
     * @return list<Row>
     */
    private static function select(Store $store, string $where, array $values): array
    {
        return array_values(
            Rows::all(
                "SELECT t.page_id, p.url, f.h1s, f.title, d.details, r.name, r.attributes, m.language
                    FROM tend_pages t JOIN pages p ON p.id = t.page_id JOIN markets m ON m.id = t.market_id
                    LEFT JOIN page_facts f ON f.page_id = t.page_id AND f.to_crawl = 0
                    LEFT JOIN page_details d ON d.page_id = t.page_id
                    LEFT JOIN resources r ON r.id = p.resource_id
                    WHERE t.store_id = ? AND t.is_part = 0 AND t.kind = ? $where",
                [$store->id, PageKind::Product->value, ...$values],
            ),
        );
    }

    /** @return list<array{image: string, was: ?string, alt: string}> in the order of the page */
    private static function made(Row $page): array
    {
        $details = KeptDetails::unpack($page->details);
        $h1s = json_decode($page->text('h1s'), true);
        $h1 = is_array($h1s) && is_string($h1s[0] ?? null) ? $h1s[0] : $page->text('title');
        $images = Gallery::of(
            KeptDetails::images($details),
            (array) ($details['social'] ?? []),
            array_values((array) ($details['structured'] ?? [])),
            [
                str_replace(
                    ['-', '_'],
                    ' ',
                    basename(rawurldecode((string) parse_url($page->text('url'), PHP_URL_PATH))),
                ),
                $h1,
                $page->text('name'),
            ],
        );
        $alts = new ImageAlts(
            $page->text('name') === '' ? $h1 : $page->text('name'),
            $page->text('language'),
            self::variants($page->text('attributes')),
        );
        $proposed = $alts->propose($images);
        $made = [];
        foreach ($images as $image) {
            if (isset($proposed[$image['src']])) {
                $made[] = ['image' => $image['src'], 'was' => $image['alt'], 'alt' => $proposed[$image['src']]];
            }
        }

        return $made;
    }

    /** @return list<string> what a product comes in, by its facts */
    private static function variants(string $attributes): array
    {
        $variants = [];
        foreach ((array) json_decode($attributes, true) as $name => $values) {
            if (in_array(strtolower((string) $name), self::NO_VARIANTS, true)) {
                continue;
            }
            foreach (is_array($values) ? $values : [$values] as $value) {
                if (is_string($value) && preg_match('/\p{L}{3}/u', $value) === 1 && mb_strlen($value) <= 40) {
                    array_push($variants, ...array_map(trim(...), explode(',', $value)));
                }
            }
        }

        return array_values(array_unique($variants));
    }
}
