<?php

declare(strict_types=1);

namespace App\Gather\Files;

use App\Facts\FactTable;
use App\Facts\Grain;
use App\Gather\Files\Types\Backlinks;
use App\Gather\Files\Types\CrawlerLogs;
use App\Gather\Files\Types\ImportType;
use App\Gather\Files\Types\IndexStates;
use App\Gather\Files\Types\Keywords;
use App\Gather\Files\Types\ListType;
use App\Gather\Files\Types\PageList;
use App\Gather\Files\Types\Products;
use App\Gather\Files\Types\Rivals;
use App\Gather\Files\Types\SalesRows;
use App\Gather\Files\Types\SearchRows;
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

    /** What files of this type tell: a class of its own for each. */
    public function type(): ImportType
    {
        return match ($this) {
            self::Search => new SearchRows(),
            self::Sales => new SalesRows(),
            self::Rivals => new Rivals(),
            self::Backlinks => new Backlinks(),
            self::Index => new IndexStates(),
            self::Keywords => new Keywords(),
            self::Products => new Products(),
            self::Logs => new CrawlerLogs(),
            self::Pages => new PageList(),
        };
    }

    public function label(): string
    {
        return $this->type()->label();
    }

    public function facts(): FactTable
    {
        return match ($this) {
            self::Search => FactTable::Search,
            self::Sales => FactTable::Sales,
            default => throw new \LogicException("{$this->value} rows are no rows of days."),
        };
    }

    /** What its rows are where they fill a list; null for rows of days. */
    public function list(): ?ListType
    {
        $type = $this->type();

        return $type instanceof ListType ? $type : null;
    }

    /** The sort that a word on the command line means; a feed is one of products, a sitemap one of pages. */
    public static function named(string $word): ?self
    {
        return self::tryFrom(['feed' => 'products', 'sitemap' => 'pages', 'log' => 'logs'][$word] ?? $word);
    }

    /** @return list<Field> */
    public function fields(): array
    {
        return $this->type()->fields();
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
        return $this->type()->lacks($keys);
    }
}
