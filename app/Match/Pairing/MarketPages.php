<?php

declare(strict_types=1);

namespace App\Match\Pairing;

use App\Inventory\Figures;
use App\Inventory\WhyNot;
use App\Platform\Database\Bulk;
use App\Platform\Database\Row;
use App\Platform\Database\Rows;
use App\Stores\Kinds\PageKind;
use App\Stores\Models\Market;
use App\Stores\Models\Store;
use Closure;
use Orchard\Core\StructuredData\LifeState;
use Orchard\Core\Terms\PageWordIndex;
use Orchard\Core\Terms\ProductWords;
use Orchard\Core\Terms\SoldProduct;
use Orchard\Core\Terms\TermForm;

/** The pages of a market that can go for a term, with their words, their products and what a click on them is worth. */
final class MarketPages
{
    /** Kinds of pages that answer searches. */
    private const KINDS = [PageKind::Home, PageKind::Collection, PageKind::Product, PageKind::Article];

    private const PORTION = 1000;

    /** How much of what a page's clicks are worth comes with the page, and not with the queries that it is seen for. */
    private const OWN_VALUE = 0.65;

    private const SOLD_OUT = [LifeState::OutOfStock, LifeState::Resting, LifeState::Discontinued, LifeState::Replaced];

    public readonly PageWordIndex $words;

    public readonly ProductWords $products;

    /** @var array<int, PageKind> by page */
    public array $kinds = [];

    /** @var array<string, list<Row>> pages whose address has parameters, by their address without them */
    private array $variants = [];

    /** @var array<string, true> addresses without parameters */
    private array $plain = [];

    /** @var array<int, list<int>> products by collection's page */
    private array $members = [];

    /** @var array<int, float> money for a click, by page */
    private array $clickValues = [];

    /** @var array<int, true> products that cannot be bought */
    private array $soldOut = [];

    /** @var array<int, string> names of pages that are planned */
    private array $planned = [];

    private float $usualValue = 1.0;

    public bool $isMoney = false;

    private function __construct(private readonly Store $store, private readonly Market $market)
    {
        $this->words = new PageWordIndex($market->language);
        $this->products = new ProductWords($market->language);
    }

    /** @param  Closure(): void  $beat  called every now and then */
    public static function of(Store $store, Market $market, Figures $figures, Closure $beat): self
    {
        $pages = new self($store, $market);
        $after = 0;
        do {
            $rows = $pages->portion($after);
            if ($rows === []) {
                break;
            }
            $after = end($rows)->int('page_id');
            $pages->add($pages->own($rows), $figures);
            $beat();
        } while (count($rows) === self::PORTION);
        foreach (array_chunk($pages->lone(), self::PORTION) as $some) {
            $pages->add($some, $figures);
            $beat();
        }
        $pages->usualValue =
            $pages->clickValues === [] ? 1.0 : array_sum($pages->clickValues) / count($pages->clickValues);
        $pages->isMoney = $pages->clickValues !== [];
        $pages->join();

        return $pages;
    }

    /**
     * Money for a click on the page. Its own value was earned with searchers who wanted such a page; for others it
     * counts
     * so much less, and the market's average so much more. Where nothing tells it, the average counts.
     *
     * @param  float  $answers  0 to 1: how well the page's kind answers the term
     */
    public function clickValue(int $page, float $answers): float
    {
        $own = $this->clickValues[$page] ?? $this->usualValue;

        return $this->usualValue + self::OWN_VALUE * $answers * ($own - $this->usualValue);
    }

    /** @return list<int> products that the page shows: itself, or those of a collection */
    public function productsOf(int $page): array
    {
        return match ($this->kinds[$page] ?? null) {
            PageKind::Product => [$page],
            PageKind::Collection => $this->members[$page] ?? [],
            default => [],
        };
    }

    public function isSoldOut(int $page): bool
    {
        return isset($this->soldOut[$page]);
    }

    /** @return list<Row> the next pages that search engines may show */
    private function portion(int $after): array
    {
        return array_values(
            Rows::all(
                'SELECT i.page_id, i.kind, i.why_not, i.life, p.url, COALESCE(r.name, l.name) AS name, r.attributes,
                    l.attributes
                    AS listed,
                f.title, f.h1s, f.description, d.maker, d.price FROM page_index i JOIN pages p ON p.id = i.page_id
                LEFT JOIN resources r ON r.id = i.resource_id AND r.gone = 0
                LEFT JOIN page_facts f ON f.page_id = i.page_id AND f.to_crawl = 0
                LEFT JOIN page_products d ON d.page_id = i.page_id
                LEFT JOIN listed_rows l ON l.page_id = i.page_id AND l.is_current = 1
                WHERE i.store_id = ? AND i.page_id > ? AND i.market_id = ?
                AND (i.indexable = 1 AND i.status = 200 OR i.why_not IN (?, ?))
                AND i.kind IN ('.
                    implode(', ', array_map(static fn (PageKind $kind): int => $kind->value, self::KINDS)).
                    ')
                ORDER BY i.page_id LIMIT '.
                    self::PORTION,
                [$this->store->id, $after, $this->market->id, WhyNot::NotFetched->value, WhyNot::Planned->value],
            ),
        );
    }

    /** @param  list<Row>  $rows */
    private function add(array $rows, Figures $figures): void
    {
        if ($rows === []) {
            return;
        }
        $ids = Bulk::ids($rows, 'page_id');
        foreach ($figures->of('click_value', $this->store, $ids) as $page => $value) {
            $value > 0 && ($this->clickValues[$page] = $value);
        }
        $anchors = self::anchors($ids);
        foreach ($rows as $row) {
            $page = $row->int('page_id');
            $kind = PageKind::from($row->int('kind'));
            $this->kinds[$page] = $kind;
            $h1s = array_filter((array) json_decode($row->text('h1s'), true), is_string(...));
            $name = (string) ($row->name ?? '') !== '' ? $row->text('name') : (string) ($h1s[0] ?? ($row->title ?? ''));
            $listed = array_filter((array) json_decode((string) ($row->listed ?? ''), true), is_string(...));
            $name === '' && ($name = $listed['name'] ?? ($listed['title'] ?? ''));
            $row->int('why_not') === WhyNot::Planned->value && ($this->planned[$page] = $name);
            $facts = self::facts((array) json_decode((string) ($row->attributes ?? ''), true) + $listed);
            $this->words->add($page, [
                // Headings beside the name are often a banner that stands on every page.
                PageWordIndex::NAME => [$name],
                PageWordIndex::TITLE => [
                    (string) ($row->title ?? ($listed['title'] ?? '')),
                    ...array_slice(array_values($h1s), 0, 2),
                ],
                PageWordIndex::SLUG => [self::slug($row->text('url'))],
                PageWordIndex::ANCHOR => $anchors[$page] ?? [],
                PageWordIndex::FACT => $kind === PageKind::Product ? [...$facts, $row->text('maker')] : [],
                PageWordIndex::TEXT => [$row->text('description')],
            ]);
            if ($kind === PageKind::Product) {
                $life = LifeState::tryFrom($row->int('life'));
                $inStock = ! in_array($life, self::SOLD_OUT, true);
                $inStock || ($this->soldOut[$page] = true);
                $this->products->add(
                    new SoldProduct($page, $name, $facts, $row->text('maker'), $inStock, $row->numberOrNull('price')),
                );
            }
        }
    }

    /**
     * Those without parameters; a list in another order, or its second page, waits until all addresses are known.
     *
     * @param  list<Row>  $rows
     * @return list<Row>
     */
    private function own(array $rows): array
    {
        $own = [];
        foreach ($rows as $row) {
            $parts = explode('?', $row->text('url'), 2);
            if (isset($parts[1])) {
                $this->variants[$parts[0]][] = $row;
            } else {
                $this->plain[$parts[0]] = true;
                $own[] = $row;
            }
        }

        return $own;
    }

    /** @return list<Row> pages with parameters that are no variants of a page without */
    private function lone(): array
    {
        $lone = array_merge(...array_values(array_diff_key($this->variants, $this->plain)));
        $this->variants = $this->plain = [];

        return array_values($lone);
    }

    /** What is told of a page and describes it; figures and addresses describe nothing. */
    private const NOT_DESCRIBING = [
        'url', 'title', 'name', 'description', 'kind', 'in_stock', 'noindex', 'price', 'currency', 'brand', 'maker',
        'number', 'sku',
    ];

    /**
     * @param  array<array-key, mixed>  $told
     * @return list<string>
     */
    private static function facts(array $told): array
    {
        return array_values(
            array_filter(
                array_diff_key($told, array_flip(self::NOT_DESCRIBING)),
                static fn (mixed $value): bool => is_string($value) && $value !== '' && mb_strlen($value) <= 200,
            ),
        );
    }

    /** Reads which products make up which collection; one that is planned would have those that its name says. */
    private function join(): void
    {
        foreach ($this->planned as $page => $name) {
            $this->members[$page] = $this->products->with($this->products->telling(TermForm::normal($name)));
        }
        foreach (
            Rows::all(
                'SELECT page_id, collection_id FROM collection_pages WHERE store_id =
                ?',
                [$this->store->id],
            ) as $row
        ) {
            if (isset($this->kinds[$row->int('page_id')], $this->kinds[$row->int('collection_id')])) {
                $this->members[$row->int('collection_id')][] = $row->int('page_id');
            }
        }
    }

    /**
     * @param  list<int>  $pages
     * @return array<int, list<string>> what links in main content call a page, each once
     */
    private static function anchors(array $pages): array
    {
        $anchors = [];
        foreach (
            Rows::all(
                'SELECT DISTINCT to_page, anchor FROM links WHERE to_page IN ('.
                    Bulk::list($pages).
                    ") AND anchor <> ''",
            ) as $row
        ) {
            if (count($anchors[$row->int('to_page')] ?? []) < 8 && mb_strlen($row->text('anchor')) <= 80) {
                $anchors[$row->int('to_page')][] = $row->text('anchor');
            }
        }

        return $anchors;
    }

    private static function slug(string $url): string
    {
        $path = rawurldecode((string) parse_url($url, PHP_URL_PATH));

        return str_replace(['-', '_', '.', '/'], ' ', basename($path));
    }
}
