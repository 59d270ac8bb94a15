<?php

declare(strict_types=1);

namespace App\Tend\Lists;

use App\Inventory\KeptDetails;
use App\Platform\Database\Bulk;
use App\Platform\Database\Row;
use App\Platform\Database\Rows;
use App\Stores\Kinds\PageKind;
use App\Stores\Models\Store;
use Generator;
use Orchard\Core\StructuredData\ArticleMarkup;
use Orchard\Core\StructuredData\LifeState;
use Orchard\Core\StructuredData\ProductData;
use Orchard\Core\StructuredData\ProductMarkup;

/** Structured data made from what is known of each product and article. */
final class MadeMarkup
{
    public const COLUMNS = ['url', 'json_ld'];

    private const PORTION = 500;

    /** Images that are named for one page. */
    private const IMAGES = 5;

    private const SELECT = 'SELECT t.page_id, t.kind, p.url, f.h1s, f.title, f.description, d.details, o.number, o.life,
        o.back_on, o.price, o.currency, o.maker, o.rating, o.reviews, r.name, m.language FROM tend_pages t
        JOIN pages p ON p.id = t.page_id JOIN markets m ON m.id = t.market_id
        LEFT JOIN page_facts f ON f.page_id = t.page_id AND f.to_crawl = 0
        LEFT JOIN page_details d ON d.page_id = t.page_id LEFT JOIN page_products o ON o.page_id = t.page_id
        LEFT JOIN resources r ON r.id = p.resource_id WHERE t.store_id = ? AND t.is_part = 0 AND t.kind IN (?, ?) ';

    /** @return Generator<list<string>> one a page that search engines may list */
    public static function rows(Store $store): Generator
    {
        for ($after = 0; ; $after = $rows[count($rows) - 1]->int('page_id')) {
            $rows = self::select(
                $store,
                'AND t.indexable = 1 AND t.page_id > ? ORDER BY t.page_id LIMIT '.self::PORTION,
                [$after],
            );
            if ($rows === []) {
                return;
            }
            foreach ($rows as $row) {
                $json = self::json($store, $row);
                if ($json !== null) {
                    yield [$row->text('url'), $json];
                }
            }
        }
    }

    /**
     * @param  list<int>  $pages
     * @return Generator<int, string> by page; of products and articles alone
     */
    public static function ofPages(Store $store, array $pages): Generator
    {
        foreach (array_chunk($pages, self::PORTION) as $chunk) {
            foreach (self::select($store, 'AND t.page_id IN ('.Bulk::list($chunk).')', []) as $row) {
                $json = self::json($store, $row);
                if ($json !== null) {
                    yield $row->int('page_id') => $json;
                }
            }
        }
    }

    /** Null where it is neither product nor article. */
    public static function of(Store $store, int $page): ?string
    {
        $row = self::select($store, 'AND t.page_id = ?', [$page])[0] ?? null;

        return $row === null ? null : self::json($store, $row, JSON_PRETTY_PRINT);
    }

    /**
     * @param  list<int>  $values
     * @return list<Row>
     */
    private static function select(Store $store, string $where, array $values): array
    {
        return array_values(
            Rows::all(self::SELECT.$where, [
                $store->id,
                PageKind::Product->value,
                PageKind::Article->value,
                ...$values,
            ]),
        );
    }

    /** Null where not even a name is known. */
    private static function json(Store $store, Row $row, int $more = 0): ?string
    {
        $h1s = json_decode($row->text('h1s'), true);
        $h1 = is_array($h1s) && is_string($h1s[0] ?? null) ? $h1s[0] : $row->text('title');
        $images = self::images($row);
        $markup =
            $row->int('kind') === PageKind::Article->value
                ? (new ArticleMarkup(
                    $row->text('url'),
                    $h1,
                    $row->text('description'),
                    $images,
                    $row->text('language'),
                    $store->name,
                ))->node()
                : ProductMarkup::of(
                    $row->text('url'),
                    new ProductData(
                        $row->text('number'),
                        $row->text('name') === '' ? $h1 : $row->text('name'),
                        $row->numberOrNull('price'),
                        $row->text('currency'),
                        LifeState::tryFrom($row->int('life')) ?? LifeState::Unknown,
                        $row->textOrNull('back_on'),
                        $row->text('maker'),
                        $row->numberOrNull('rating'),
                        $row->intOrNull('reviews'),
                    ),
                    $images,
                    $row->text('description'),
                );

        return $markup === []
            ? null
            : json_encode(
                $markup,
                $more |
                    JSON_UNESCAPED_UNICODE |
                    JSON_UNESCAPED_SLASHES |
                    JSON_HEX_TAG |
                    JSON_INVALID_UTF8_SUBSTITUTE |
                    JSON_THROW_ON_ERROR,
            );
    }

    /** @return list<string> absolute addresses */
    private static function images(Row $row): array
    {
        $images = [];
        foreach ((array) (KeptDetails::unpack($row->details)['images'] ?? []) as $image) {
            $src = is_array($image) && is_string($image['src'] ?? null) ? $image['src'] : '';
            preg_match('~^https?://~', $src) === 1 && ($images[] = $src);
        }

        return array_slice(array_values(array_unique($images)), 0, self::IMAGES);
    }
}
