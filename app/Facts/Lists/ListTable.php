<?php

declare(strict_types=1);

namespace App\Facts\Lists;

/**
 * Tables of what files tell besides rows of days: one row a thing and import; of several imports the newest is
 * current.
 */
enum ListTable: string
{
    case Products = 'product_rows';
    case Keywords = 'keyword_rows';
    case Rivals = 'rival_rows';
    case Backlinks = 'backlink_rows';
    case Index = 'index_rows';
    case Crawlers = 'crawler_rows';
    case Listed = 'listed_rows';

    /** @return list<string> columns besides store, mark, import and whether it is current */
    public function columns(): array
    {
        return match ($this) {
            self::Products => [
                'page_id', 'number', 'name', 'price', 'currency', 'stock', 'maker', 'rating', 'reviews', 'life',
                'back_on', 'replaced_by', 'attributes',
            ],
            self::Keywords => ['phrase', 'country', 'volume', 'difficulty', 'topic', 'holders'],
            self::Rivals => ['phrase', 'rival_url', 'rival_host', 'position', 'traffic'],
            self::Backlinks => ['page_id', 'source_url', 'source_host', 'anchor', 'followed', 'placement'],
            self::Index => ['page_id', 'is_listed', 'reason', 'kept_url', 'shown_title', 'fetched_on'],
            self::Crawlers => ['page_id', 'day', 'crawler', 'status', 'fetches'],
            self::Listed => ['page_id', 'name', 'attributes'],
        };
    }

    public function tellsPages(): bool
    {
        return in_array('page_id', $this->columns(), true);
    }
}
