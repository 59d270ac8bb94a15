<?php

declare(strict_types=1);

namespace App\Tend\Releasing;

use App\Changes\AddressDrifts;
use App\Changes\AddressField;
use App\Changes\ShownPart;
use App\Inventory\KeptDetails;
use App\Platform\Database\Bulk;
use App\Platform\Database\Rows;
use App\Stores\Models\Store;
use App\Tend\Robots\RobotsBook;
use Generator;
use Illuminate\Support\Facades\DB;
use InvalidArgumentException;
use Orchard\Core\Url\PageUrl;

/**
 * Looks, after a crawl, whether pages still show the structured data, the links and the alt texts that were released,
 * and the shop its robots.txt.
 */
final class PartsSeen
{
    private const PORTION = 500;

    /** @return list<int> of AddressField */
    public static function fields(): array
    {
        return [
            AddressField::StructuredData->value,
            AddressField::RelatedLinks->value,
            AddressField::ImageAlts->value,
            AddressField::RobotsFile->value,
        ];
    }

    /** @return int how many have drifted */
    public static function look(Store $store): int
    {
        return AddressDrifts::look($store, self::shown($store));
    }

    /** @return Generator<int, array<int, ?string>> */
    private static function shown(Store $store): Generator
    {
        for ($after = 0; ; $after = $rows[count($rows) - 1]->int('page_id')) {
            $rows = Rows::all(
                'SELECT s.page_id, p.url, d.details, f.status FROM (SELECT DISTINCT page_id FROM address_states
                    WHERE store_id = ? AND field IN ('.
                    Bulk::list(self::fields()).
                    ') AND shown IS NOT NULL AND page_id > ? ORDER BY page_id LIMIT '.
                    self::PORTION.
                    ') s JOIN pages p ON p.id = s.page_id LEFT JOIN page_details d ON d.page_id = s.page_id
                    LEFT JOIN page_facts f ON f.page_id = s.page_id AND f.to_crawl = 0 ORDER BY s.page_id',
                [$store->id, $after],
            );
            if ($rows === []) {
                return;
            }
            $links = self::links(Bulk::ids($rows, 'page_id'), $store);
            $released = Rows::of(
                DB::table('address_states')
                    ->whereIn('page_id', Bulk::ids($rows, 'page_id'))
                    ->whereIn('field', self::fields())
                    ->whereNotNull('shown')
                    ->get(['page_id', 'field', 'shown']),
            )->groupBy('page_id');
            foreach ($rows as $row) {
                $page = $row->int('page_id');
                $told = [];
                foreach ($released->get($page) ?? [] as $state) {
                    $field = AddressField::from($state->int('field'));
                    $now = match (true) {
                        $field === AddressField::RobotsFile => self::robots($store),
                        $row->int('status') !== 200 => null,
                        $field === AddressField::StructuredData => ShownPart::json(
                            array_values((array) (KeptDetails::unpack($row->details)['structured'] ?? [])),
                        ),
                        $field === AddressField::ImageAlts => ShownPart::ofImages(
                            (array) (KeptDetails::unpack($row->details)['images'] ?? []),
                        ),
                        default => ShownPart::json($links[$page] ?? []),
                    };
                    // What was released stands for itself, however much stands around it.
                    $told[$field->value] =
                        $now !== null && ShownPart::holds($field, $state->text('shown'), $now)
                            ? $state->text('shown')
                            : ($now === null
                                ? null
                                : ShownPart::brief($field, $now));
                }
                yield $page => $told;
            }
        }
    }

    /**
     * @param  list<int>  $pages
     * @return array<int, list<array{url: string, text: string}>> by the page that they stand on
     */
    private static function links(array $pages, Store $store): array
    {
        $links = [];
        foreach (
            Rows::all(
                'SELECT l.from_page, p.url, l.anchor FROM links l JOIN pages p ON p.id = l.to_page WHERE l.store_id = ?
                    AND l.from_page IN ('.
                    Bulk::list($pages).
                    ')',
                [$store->id],
            ) as $row
        ) {
            $url = PageUrl::parse($row->text('url'));
            $links[$row->int('from_page')][] = [
                'url' => $url?->text() ?? $row->text('url'),
                'text' => $row->text('anchor'),
            ];
        }

        return $links;
    }

    /** Null where the shop does not answer. */
    private static function robots(Store $store): ?string
    {
        try {
            return RobotsBook::find($store, RobotsBook::fetch($store, null))->body ?? '';
        } catch (InvalidArgumentException) {
            return null;
        }
    }
}
