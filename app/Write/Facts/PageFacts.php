<?php

declare(strict_types=1);

namespace App\Write\Facts;

use App\Inventory\KeptDetails;
use App\Platform\Database\Bulk;
use App\Platform\Database\Rows;
use App\Stores\Markets;
use App\Stores\Models\Store;
use App\Write\WrittenPage;
use Orchard\Core\Claims\FactSheet;

/**
 * What is known of pages, for texts to be held against: what the shop tells, files and feeds, structured data, and the
 * page's own text. Titles and descriptions are no facts: they are what is checked.
 */
final class PageFacts
{
    /** Letters of a page's own text that are read. */
    private const LONGEST = 20_000;

    /** What is told of a page and is no fact of the thing. */
    private const NOT_FACTS = ['url', 'title', 'description', 'noindex', 'meta_title', 'meta_description'];

    /**
     * @param  list<WrittenPage>  $pages
     * @return array<int, FactSheet> by resource
     */
    public static function of(Store $store, array $pages): array
    {
        $ids = array_values(array_filter(array_column($pages, 'pageId')));
        $told = [];
        foreach (
            $ids === []
                ? []
                : Rows::all(
                    'SELECT p.id, d.text, x.number, x.maker, x.price, x.currency, l.attributes AS listed
                        FROM pages p LEFT JOIN page_details d ON d.page_id = p.id
                        LEFT JOIN page_products x ON x.page_id = p.id
                        LEFT JOIN listed_rows l ON l.page_id = p.id AND l.is_current = 1 WHERE p.id IN ('.
                        Bulk::list($ids).
                        ')',
                ) as $row
        ) {
            $told[$row->int('id')] = $row;
        }
        $markets = Markets::of($store);
        $sheets = $ofStore = [];
        foreach ($pages as $written) {
            $page = $told[$written->pageId] ?? null;
            $market = $markets->find($written->marketId);
            $facts = [
                'name' => $written->name,
                'store' => $store->name,
                'brand' => $market->brand,
                'number' => (string) ($page->number ?? ''),
                'maker' => (string) ($page->maker ?? ''),
            ];
            $own = (array) json_decode($written->attributes, true);
            $own += (array) json_decode((string) ($page->listed ?? ''), true);
            $currency = is_string($own['currency'] ?? null) ? $own['currency'] : $page->currency ?? $market->currency;
            foreach (array_diff_key($own, array_flip(self::NOT_FACTS)) as $name => $value) {
                if (is_scalar($value) && $value !== false && $value !== '') {
                    // A price without its currency would be a mere figure.
                    $isPrice = preg_match('/price|preis/i', (string) $name) === 1 && is_numeric($value);
                    $facts[(string) $name] =
                        ($value === true ? 'yes' : (string) $value).($isPrice ? " $currency" : '');
                }
            }
            if ($page?->price !== null) {
                $facts['price now'] = "{$page->price} $currency";
            }
            $facts['text'] = mb_strcut(KeptDetails::textOf($page->text ?? null), 0, self::LONGEST);
            $ofStore[$market->id] ??= StoreFacts::of($store, $market->id);
            $facts = array_filter($facts, static fn (string $one): bool => $one !== '');
            $sheets[$written->id] = new FactSheet([...$facts, ...$ofStore[$market->id]]);
        }

        return $sheets;
    }
}
