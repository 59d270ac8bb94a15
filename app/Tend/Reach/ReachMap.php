<?php

declare(strict_types=1);

namespace App\Tend\Reach;

use App\Inventory\Index\StoredLinks;
use App\Inventory\WhyNot;
use App\Platform\Database\Rows;
use App\Stores\Models\Store;
use Orchard\Core\LinkGraph\LinkMap;
use Orchard\Core\Robots\IndexRules;

/**
 * A store's links as search engines follow them: not those that ask not to be followed, and none of pages that are kept
 * out of search.
 */
final readonly class ReachMap
{
    /**
     * @param  array<int, int>  $node  number by page
     * @param  array<int, true>  $shut  numbers of pages whose links count for nothing
     * @param  list<int>  $homes  numbers of the pages with which the store and its markets begin
     */
    private function __construct(
        public StoredLinks $links,
        public LinkMap $map,
        public array $node,
        public array $shut,
        public array $homes,
    ) {
    }

    public static function of(Store $store): self
    {
        $links = new StoredLinks($store);
        $shut = self::shut($store, $links);

        return new self($links, $links->map(true, $shut), $links->node, $shut, $links->homes());
    }

    /** @return array<int, true> numbers of pages whose links lead nowhere for a search engine */
    private static function shut(Store $store, StoredLinks $links): array
    {
        $shut = [];
        foreach (
            Rows::all('SELECT page_id FROM page_index WHERE store_id = ? AND why_not IN (?, ?)', [
                $store->id,
                WhyNot::Noindex->value,
                WhyNot::NoindexForOne->value,
            ]) as $row
        ) {
            $shut[$links->node[$row->int('page_id')]] = true;
        }
        foreach (
            Rows::all(
                "SELECT page_id, robots, robots_header FROM page_facts WHERE store_id = ? AND to_crawl = 0
                    AND (robots LIKE '%nofollow%' OR robots LIKE '%none%' OR robots_header LIKE '%nofollow%'
                    OR robots_header LIKE '%none%')",
                [$store->id],
            ) as $row
        ) {
            $directives = [$row->text('robots'), ...explode('; ', $row->text('robots_header'))];
            if (IndexRules::from($directives)->nofollow && isset($links->node[$row->int('page_id')])) {
                $shut[$links->node[$row->int('page_id')]] = true;
            }
        }

        return $shut;
    }
}
