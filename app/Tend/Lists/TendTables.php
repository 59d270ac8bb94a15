<?php

declare(strict_types=1);

namespace App\Tend\Lists;

use App\Inventory\Index\DepthRebuild;
use App\Platform\Database\Rows;
use App\Stores\Kinds\PageKind;
use App\Stores\Models\Store;
use App\Tend\Found\FindingGroup;

/** The tables that Tend gives out as files: the findings of each group, and how every page is reached. */
final class TendTables
{
    private const LINKS = [
        'url', 'kind', 'depth', 'paging', 'reached_from', 'aim', 'links_in_text', 'links_nofollow', 'in_navigation',
        'in_header', 'in_footer', 'link_weight', 'link_weight_text', 'clicks', 'revenue', 'upside',
    ];

    /** @return list<string> */
    public static function names(): array
    {
        return [
            'links',
            'add',
            'markup',
            'alts',
            'repairs',
            ...array_map(static fn (FindingGroup $group): string => $group->value, self::groups()),
        ];
    }

    /** @return ?list<string> null where there is no such table */
    public static function columns(string $what): ?array
    {
        return match (true) {
            $what === 'links' => self::LINKS,
            $what === 'add' => LinkList::COLUMNS,
            $what === 'markup' => MadeMarkup::COLUMNS,
            $what === 'alts' => MadeAlts::COLUMNS,
            $what === 'repairs' => Repairs::COLUMNS,
            in_array($what, self::names(), true) => FindingList::columns(),
            default => null,
        };
    }

    /** @return iterable<list<string|int|float|null>> */
    public static function rows(string $what, Store $store): iterable
    {
        return match ($what) {
            'links' => self::links($store),
            'add' => LinkList::export($store),
            'markup' => MadeMarkup::rows($store),
            'alts' => MadeAlts::rows($store),
            'repairs' => Repairs::rows($store),
            default => FindingList::export($store, FindingGroup::from($what)),
        };
    }

    /** @return list<FindingGroup> those that have anything to find */
    private static function groups(): array
    {
        return array_values(
            array_filter(FindingGroup::cases(), static fn (FindingGroup $group): bool => $group->types() !== []),
        );
    }

    /** @return \Generator<list<string|int|float|null>> every page that search engines may list */
    private static function links(Store $store): \Generator
    {
        for ($after = 0; ; $after = $rows[count($rows) - 1]->int('page_id')) {
            $rows = Rows::all(
                'SELECT t.*, p.url, q.url AS parent_url FROM tend_pages t JOIN pages p ON p.id = t.page_id
                    LEFT JOIN pages q ON q.id = t.parent WHERE t.store_id = ? AND t.indexable = 1 AND t.page_id > ?
                    ORDER BY t.page_id LIMIT 2000',
                [$store->id, $after],
            );
            if ($rows === []) {
                return;
            }
            foreach ($rows as $row) {
                $isReached = $row->int('depth') !== DepthRebuild::UNREACHED;
                yield [
                    $row->text('url'),
                    PageKind::from($row->int('kind'))->key(),
                    $isReached ? $row->int('depth') : null,
                    $isReached ? $row->int('paging') : null,
                    $row->text('parent_url'),
                    $row->int('aim'),
                    $row->int('links_in'),
                    $row->int('links_nofollow'),
                    $row->int('in_navigation'),
                    $row->int('in_header'),
                    $row->int('in_footer'),
                    round($row->int('weight') / 1e9, 9),
                    round($row->int('weight_text') / 1e9, 9),
                    $row->int('clicks'),
                    round($row->number('revenue'), 2),
                    round($row->number('upside'), 2),
                ];
            }
        }
    }
}
