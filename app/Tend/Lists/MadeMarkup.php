<?php

declare(strict_types=1);

namespace App\Tend\Lists;

use App\Inventory\KeptDetails;
use App\Stores\Kinds\PageKind;
use App\Stores\Models\Store;
use Generator;
use Illuminate\Support\Facades\DB;
use Orchard\Core\StructuredData\LifeState;
use Orchard\Core\StructuredData\ProductData;
use Orchard\Core\StructuredData\ProductMarkup;

/** Structured data made from what is known of each product, for whoever puts it into the shop. */
final class MadeMarkup
{
    public const COLUMNS = ['url', 'json_ld'];

    private const PORTION = 500;

    private const SELECT = 'SELECT t.page_id, p.url, f.h1s, f.title, f.description, d.details, o.number, o.life,
    o.back_on,
        o.price, o.currency, o.maker, o.rating, o.reviews, r.name FROM tend_pages t JOIN pages p ON p.id = t.page_id
        LEFT JOIN page_facts f ON f.page_id = t.page_id AND f.to_crawl = 0
        LEFT JOIN page_details d ON d.page_id = t.page_id LEFT JOIN page_products o ON o.page_id = t.page_id
        LEFT JOIN resources r ON r.id = p.resource_id ';

    /** @return Generator<list<string>> one a product page that search engines may list */
    public static function rows(Store $store): Generator
    {
        for ($after = 0; ; $after = (int) $rows[count($rows) - 1]->page_id) {
            $rows = DB::select(
                self::SELECT.
                    'WHERE t.store_id = ? AND t.indexable = 1 AND t.is_part = 0 AND t.kind = ? AND t.page_id > ?
                    ORDER BY t.page_id LIMIT '.
                    self::PORTION,
                [$store->id, PageKind::Product->value, $after],
            );
            if ($rows === []) {
                return;
            }
            foreach ($rows as $row) {
                yield [(string) $row->url, self::json($row)];
            }
        }
    }

    /** Null where it is no product. */
    public static function of(Store $store, int $page): ?string
    {
        $row = DB::selectOne(self::SELECT.'WHERE t.store_id = ? AND t.page_id = ? AND t.kind = ?', [
            $store->id,
            $page,
            PageKind::Product->value,
        ]);

        return $row === null ? null : self::json($row, JSON_PRETTY_PRINT);
    }

    private static function json(object $row, int $more = 0): string
    {
        $h1s = json_decode((string) $row->h1s, true);
        $images = [];
        foreach ((array) (KeptDetails::unpack($row->details)['images'] ?? []) as $image) {
            $src = is_array($image) && is_string($image['src'] ?? null) ? $image['src'] : '';
            preg_match('~^https?://~', $src) === 1 && ($images[] = $src);
        }
        $name = (string) ($row->name ?? '');
        $name = $name !== '' ? $name : (is_array($h1s) && is_string($h1s[0] ?? null) ? $h1s[0] : (string) $row->title);

        return json_encode(
            ProductMarkup::of(
                (string) $row->url,
                new ProductData(
                    (string) $row->number,
                    $name,
                    $row->price === null ? null : (float) $row->price,
                    (string) $row->currency,
                    LifeState::tryFrom((int) $row->life) ?? LifeState::Unknown,
                    $row->back_on === null ? null : (string) $row->back_on,
                    (string) $row->maker,
                    $row->rating === null ? null : (float) $row->rating,
                    $row->reviews === null ? null : (int) $row->reviews,
                ),
                array_slice(array_values(array_unique($images)), 0, 5),
                (string) $row->description,
            ),
            $more |
                JSON_UNESCAPED_UNICODE |
                JSON_UNESCAPED_SLASHES |
                JSON_HEX_TAG |
                JSON_INVALID_UTF8_SUBSTITUTE |
                JSON_THROW_ON_ERROR,
        );
    }
}
