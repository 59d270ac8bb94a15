<?php

declare(strict_types=1);

namespace App\Gather\Files;

use App\Facts\FactTable;
use App\Facts\Grain;
use App\Facts\Lists\ListTable;
use App\Inventory\PageSource;
use Orchard\Core\Tabular\Field;

/** The sorts of files that can be brought in, and what each may tell. */
enum FileSort: string
{
    case Search = 'search';
    case Sales = 'sales';
    case Rivals = 'rivals';
    case Backlinks = 'backlinks';
    case Index = 'index';
    case Keywords = 'keywords';
    case Products = 'products';
    case Logs = 'logs';
    case Pages = 'pages';

    public function label(): string
    {
        return match ($this) {
            self::Search => 'search rows: clicks and impressions',
            self::Sales => 'sales rows: visits, orders, revenue',
            self::Products => 'products: number, price, stock, life',
            self::Keywords => 'keywords: volume and difficulty',
            self::Rivals => 'keywords of rivals: position and traffic',
            self::Backlinks => 'backlinks: who links to which page',
            self::Index => 'index state: listed or not, and why',
            self::Logs => 'a web server’s log: what crawlers fetched',
            self::Pages => 'pages: a list of addresses',
        };
    }

    public function facts(): FactTable
    {
        return match ($this) {
            self::Search => FactTable::Search,
            self::Sales => FactTable::Sales,
            default => throw new \LogicException("{$this->value} rows are no rows of days."),
        };
    }

    /** The list that files of this sort fill; null for rows of days. */
    public function list(): ?ListTable
    {
        return match ($this) {
            self::Search, self::Sales => null,
            self::Products => ListTable::Products,
            self::Keywords => ListTable::Keywords,
            self::Rivals => ListTable::Rivals,
            self::Backlinks => ListTable::Backlinks,
            self::Index => ListTable::Index,
            self::Logs => ListTable::Crawlers,
            self::Pages => ListTable::Listed,
        };
    }

    /** What a page is known by once a file of this sort told of it. */
    public function source(): PageSource
    {
        return match ($this) {
            self::Search => PageSource::Search,
            self::Sales => PageSource::Sales,
            self::Products => PageSource::Products,
            self::Backlinks => PageSource::Backlinks,
            self::Index => PageSource::Index,
            self::Logs => PageSource::Logs,
            default => PageSource::List,
        };
    }

    /** The sort that a word on the command line means; a feed is one of products, a sitemap one of pages. */
    public static function named(string $word): ?self
    {
        return self::tryFrom(['feed' => 'products', 'sitemap' => 'pages', 'log' => 'logs'][$word] ?? $word);
    }

    /** @return list<Field> */
    public function fields(): array
    {
        return FileFields::of($this);
    }

    public function field(string $key): ?Field
    {
        foreach ($this->fields() as $field) {
            if ($field->key === $key) {
                return $field;
            }
        }

        return null;
    }

    /** @param  list<string>  $keys fields that columns were found for */
    public function grain(array $keys): int
    {
        $grain = 0;
        foreach (
            [
                'page' => Grain::PAGE,
                'product' => Grain::PAGE,
                'query' => Grain::QUERY,
                'country' => Grain::COUNTRY,
                'device' => Grain::DEVICE,
                'type' => Grain::TYPE,
                'day' => Grain::DAY,
            ] as $key => $bit
        ) {
            $grain |= in_array($key, $keys, true) ? $bit : 0;
        }

        return $grain;
    }

    /**
     * What is missing for a file of this sort.
     *
     * @param  list<string>  $keys
     */
    public function lacks(array $keys): ?string
    {
        $has = static fn (string ...$any): bool => array_intersect($any, $keys) !== [];

        return match (true) {
            $this === self::Search && ! $has('page', 'query') => 'A file of search rows needs a column of pages or of queries.',
            $this === self::Search && ! $has('impressions') => 'A file of search rows needs a column of impressions.',
            $this === self::Sales && ! $has('page', 'product') => 'A file of sales rows needs a column of pages or of product numbers.',
            $this === self::Sales && ! $has('visits', 'orders', 'revenue') => 'A file of sales rows needs a column of visits, orders or revenue.',
            $this === self::Products && ! $has('page', 'number') => 'A file of products needs a column of product numbers or of pages.',
            $this === self::Products && ! $has('price', 'stock', 'life', 'rating', 'maker') => 'A file of products needs a column of prices, stock, states, ratings or makers.',
            $this === self::Keywords && ! $has('phrase') => 'A file of keywords needs a column of phrases.',
            $this === self::Keywords && ! $has('volume', 'difficulty', 'topic') => 'A file of keywords needs a column of volumes, difficulties or groups.',
            $this === self::Rivals && array_diff(['phrase', 'rival'], $keys) !== [] => 'A file of rivals needs a column of phrases and one of the rivals’ pages.',
            $this === self::Rivals && ! $has('position', 'traffic') => 'A file of rivals needs a column of positions or of visits.',
            $this === self::Backlinks && array_diff(['source', 'page'], $keys) !== [] => 'A file of backlinks needs a column of the linking pages and one of ours.',
            $this === self::Index && ! $has('page') => 'A file of index states needs a column of pages.',
            $this === self::Index && ! $has('listed', 'reason', 'kept') => 'An index status file needs a column that says whether a page is indexed, why not, or which canonical was chosen.',
            $this === self::Logs && array_diff(['day', 'page', 'crawler'], $keys) !== [] => 'A summary of a log needs columns of days, addresses and crawlers.',
            $this === self::Pages && ! $has('page') => 'A list of pages needs a column of addresses.',
            default => null,
        };
    }
}
