<?php

declare(strict_types=1);

namespace App\Tend\Lists;

use App\Inventory\Index\DepthRebuild;
use App\Stores\Kinds\PageKind;
use App\Stores\Models\Store;
use App\Tend\Found\FindingGroup;
use Illuminate\Support\Facades\DB;

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
        for ($after = 0; ; $after = (int) $rows[count($rows) - 1]->page_id) {
            $rows = DB::select(
                'SELECT t.*, p.url, q.url AS parent_url FROM tend_pages t JOIN pages p ON p.id = t.page_id
                    LEFT JOIN pages q ON q.id = t.parent WHERE t.store_id = ? AND t.indexable = 1 AND t.page_id > ?
                    ORDER BY t.page_id LIMIT 2000',
                [$store->id, $after],
            );
            if ($rows === []) {
                return;
            }
            foreach ($rows as $row) {
                $isReached = (int) $row->depth !== DepthRebuild::UNREACHED;
                yield [
                    (string) $row->url,
                    PageKind::from((int) $row->kind)->key(),
                    $isReached ? (int) $row->depth : null,
                    $isReached ? (int) $row->paging : null,
                    (string) $row->parent_url,
                    (int) $row->aim,
                    (int) $row->links_in,
                    (int) $row->links_nofollow,
                    (int) $row->in_navigation,
                    (int) $row->in_header,
                    (int) $row->in_footer,
                    round((int) $row->weight / 1e9, 9),
                    round((int) $row->weight_text / 1e9, 9),
                    (int) $row->clicks,
                    round((float) $row->revenue, 2),
                    round((float) $row->upside, 2),
                ];
            }
        }
    }
}
