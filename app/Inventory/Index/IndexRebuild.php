<?php

declare(strict_types=1);

namespace App\Inventory\Index;

use App\Inventory\CanonicalState;
use App\Inventory\CollectionPages;
use App\Inventory\Events\PagesChangedMarket;
use App\Inventory\FetchedPage;
use App\Inventory\KeptDetails;
use App\Inventory\LinkBook;
use App\Inventory\PageBook;
use App\Inventory\PageMark;
use App\Inventory\PageSource;
use App\Inventory\WhyNot;
use App\Inventory\WordSearch;
use App\Platform\Database\Bulk;
use App\Platform\Database\Row;
use App\Platform\Database\Rows;
use App\Platform\Typed;
use App\Platform\Work\WorkRun;
use App\Stores\Kinds\KindRules;
use App\Stores\Kinds\PageKind;
use App\Stores\Markets;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Robots\IndexRules;
use Orchard\Core\StructuredData\LifeState;
use Orchard\Core\Url\PageUrl;

/** Makes the list table anew from the newest facts: kind, state for search engines, sizes, words to search by. */
final readonly class IndexRebuild
{
    private const CHUNK = 2000;

    /** @var list<string> by which the store lives */
    private array $crawlers;

    /** @param  bool  $complete whether the crawl may conclude that pages it did not meet are gone */
    public function __construct(private Store $store, private int $crawl, private bool $complete)
    {
        $this->crawlers = $store->options()->crawlers;
    }

    /** @return bool whether all is done; else the next slice goes on */
    public function work(WorkRun $run): bool
    {
        $rules = KindRules::of($this->store);
        $lines = new RepeatedLines($this->store->id);
        $markets = Markets::of($this->store);
        $after = $run->number('indexed_to');
        if ($after === 0) {
            $run->fenced(fn () => $this->closeGone());
            $run->fenced(fn () => $lines->find());
        }
        while (true) {
            $rows = Rows::all(
                'SELECT p.id, p.url, p.market_id, p.resource_id, IF(r.from_page = 0, r.kind, NULL) AS '.
                    'resource_kind, f.status, f.redirect_url, f.content_type, f.title, f.robots, '.
                    'f.robots_header, f.canonicals, f.canonical_header, f.words, f.types, f.problem, '.
                    'f.description, f.h1s, f.strays, f.bytes, f.from_crawl, f.language, p.sources,'.
                    ($markets->needLanguages() ? ' d.details,' : '').
                    '
                d.marks, d.product, d.text_life, d.response_ms, d.images, d.no_alt, d.structured_errors, d.hreflangs,
                d.needs_script, d.looks_missing
                FROM page_facts f JOIN pages p ON p.id = f.page_id LEFT JOIN resources r ON r.id = p.resource_id LEFT
                JOIN page_details d ON d.page_id = p.id
                WHERE f.store_id = ? AND f.to_crawl = 0 AND p.id > ? ORDER BY p.id LIMIT '.
                    self::CHUNK,
                [$this->store->id, $after],
            );
            if ($rows === []) {
                (new LearnedKinds($this->store))->learn($run);
                (new KnownPages($this->store))->list($run, anew: true);
                $run->fenced(fn () => CollectionPages::rebuild($this->store));

                return true;
            }
            $index = [];
            $words = [];
            $products = new ProductsOfPages($this->store->id, Bulk::ids($rows, 'id'));
            $sources = new IndexSources($rules, $lines, $markets, $products, new ToldByLists(Bulk::ids($rows, 'id')));
            foreach ($rows as $row) {
                $after = $row->int('id');
                [$index[], $words[]] = $this->rowsOf($row, $sources);
            }
            $run->fenced(function () use ($index, $words, $products, $rows, $markets): void {
                $markets->needLanguages() && $this->moveToMarkets($rows, $index);
                $columns = [
                    'market_id', 'resource_id', 'kind', 'status', 'indexable', 'why_not', 'words', 'title_chars',
                    'description_chars', 'h1s', 'images', 'no_alt', 'canonical', 'bytes', 'response_ms', 'hreflangs',
                    'marks', 'sources', 'life', 'stock', 'price', 'changed_crawl',
                ];
                Bulk::upsert(
                    'page_index',
                    ['page_id', 'store_id', ...$columns, 'address'],
                    $index,
                    implode(
                        ', ',
                        array_map(static fn (string $column): string => "$column = VALUES($column)", $columns),
                    ),
                );
                $products->write();
                Bulk::upsert('page_words', ['page_id', 'store_id', 'words'], $words, 'words = VALUES(words)');
            });
            $run->beat(['indexed_to' => $after], force: true);
            if ($run->timeIsUp()) {
                return false;
            }
        }
    }

    /** Only a complete crawl says that a page is no longer there. */
    private function closeGone(): void
    {
        if (! $this->complete) {
            return;
        }
        DB::update(
            'UPDATE page_facts f JOIN pages p ON p.id = f.page_id SET f.to_crawl = ? WHERE f.store_id = ?
                AND f.to_crawl = 0 AND p.seen_crawl < ?',
            [$this->crawl, $this->store->id, $this->crawl],
        );
        (new LinkBook($this->store->id))->doubtGone($this->crawl);
        foreach (['page_index', 'page_words'] as $table) {
            DB::delete(
                "DELETE i FROM $table i JOIN pages p ON p.id = i.page_id WHERE i.store_id = ? AND p.seen_crawl < ?",
                [$this->store->id, $this->crawl],
            );
        }
    }

    /** @return array{list<int|string|null>, list<int|string>} */
    private function rowsOf(Row $row, IndexSources $sources): array
    {
        [$told, $markets] = [$sources->told, $sources->markets];
        $url = PageUrl::parse($row->text('url')) ?? $this->store->baseUrl();
        /** @var list<string> $types */
        $types = json_decode($row->text('types'), true);
        $kind = $sources->rules->kindOf(
            $url,
            $row->resource_kind === null ? null : PageKind::from($row->int('resource_kind')),
            $types,
        );
        // A list of pages may say what the shop's own make-up does not.
        $kind = $kind === PageKind::Other ? $told->kindOf($row->int('id')) ?? $kind : $kind;
        $why = $this->whyNot($row);
        $title = $row->text('title');
        /** @var list<string> $canonicals */
        $canonicals = json_decode($row->text('canonicals'), true);
        /** @var array<string, int> $strays */
        $strays = (array) json_decode($row->text('strays'), true);
        $h1s = count((array) json_decode($row->text('h1s'), true));
        $product = $sources->products->of(
            new ToldProduct($row->int('id'), $row->int('status'), $row->textOrNull('product'), $row->int('text_life')),
            $kind,
        );
        $life = $product['life'] === LifeState::Unknown ? $told->lifeOf($row->int('id')) : $product['life'];
        $marks = self::marksOf($row, $kind, $strays, $h1s) | ($markets->isOfNone($url) ? PageMark::NoMarket->value : 0);

        return [
            [
                $row->int('id'),
                $this->store->id,
                $markets->needLanguages()
                    ? $markets->marketOfPage($url, self::codesOf($row))->id
                    : $row->int('market_id'),
                $row->intOrNull('resource_id'),
                $kind->value,
                $row->int('status'),
                $why === WhyNot::Indexable ? 1 : 0,
                $why->value,
                $row->marks === null ? $row->int('words') : $sources->lines->ownWords($row->text('marks')),
                min(65535, mb_strlen($title)),
                min(65535, mb_strlen($row->text('description'))),
                $h1s,
                $row->int('images'),
                $row->int('no_alt'),
                CanonicalState::of($row->text('url'), $canonicals, $row->canonical_header, $strays['canonical'] ?? 0)
                    ->value,
                $row->int('bytes'),
                $row->int('response_ms'),
                $row->int('hreflangs'),
                $marks,
                $row->int('sources') | ($row->resource_id === null ? 0 : PageSource::Shop->value),
                $life->value,
                $product['stock'],
                $product['price'],
                $row->int('from_crawl'),
                substr($url->target(), 0, 190),
            ],
            [$row->int('id'), $this->store->id, WordSearch::textOf($title, $url->target())],
        ];
    }

    /** @return list<string> language codes that a page gives itself: by its own hreflang, then by lang */
    private static function codesOf(Row $row): array
    {
        $codes = [];
        foreach ((array) (KeptDetails::unpack($row->details)['hreflangs'] ?? []) as $one) {
            if (is_array($one) && ($one['url'] ?? null) === $row->url && ($one['code'] ?? '') !== 'x-default') {
                $codes[] = Typed::text($one['code']);
            }
        }

        return [...$codes, ...array_filter([$row->text('language')], static fn (string $code): bool => $code !== '')];
    }

    /**
     * Pages go to the market that their language tells.
     *
     * @param  array<Row>  $rows
     * @param  list<list<int|string|null>>  $index
     */
    private function moveToMarkets(array $rows, array $index): void
    {
        $book = new PageBook($this->store);
        $moved = [];
        foreach (array_values($rows) as $i => $row) {
            if ((int) $index[$i][2] !== $row->int('market_id')) {
                $moved[(int) $index[$i][2]][] = $row->int('id');
            }
        }
        foreach ($moved as $market => $pages) {
            $book->toMarket($pages, $market);
            PagesChangedMarket::dispatch($pages, $market);
        }
    }

    /** @param  array<string, int>  $strays */
    private static function marksOf(Row $row, PageKind $kind, array $strays, int $h1s): int
    {
        $isPage = $row->int('status') === 200 && $row->marks !== null;
        $marks = 0;
        foreach (
            [
                [PageMark::NeedsScript, $row->int('needs_script') === 1],
                [PageMark::LooksMissing, $row->int('looks_missing') === 1],
                [PageMark::BadStructured, $row->int('structured_errors') > 0],
                [PageMark::StrayHead, isset($strays['canonical']) || isset($strays['robots'])],
                [PageMark::CutShort, str_starts_with($row->text('problem'), 'cut off')],
                [PageMark::KeptOut, $kind->isKeptOut()],
                [PageMark::NoH1, $isPage && $h1s === 0],
                [PageMark::NoDescription, $isPage && $row->text('description') === ''],
                [PageMark::NoTitle, $isPage && $row->text('title') === ''],
            ] as [$mark, $holds]
        ) {
            $marks |= $holds ? $mark->value : 0;
        }

        return $marks;
    }

    private function whyNot(Row $row): WhyNot
    {
        $status = $row->int('status');
        /** @var list<string> $canonicals */
        $canonicals = json_decode($row->text('canonicals'), true);
        // What is no web address ("javascript:", "about:blank", nonsense) is ignored, as search engines do.
        $canonical = null;
        foreach ([...$canonicals, $row->text('canonical_header')] as $named) {
            $canonical ??= PageUrl::parse($named) === null ? null : $named;
        }

        return match (true) {
            $row->problem === FetchedPage::BARRED => WhyNot::Barred,
            $status === 0 => WhyNot::NoAnswer,
            $status >= 300 && $status < 400 => WhyNot::Redirect,
            $status === 200 && $row->redirect_url !== null => WhyNot::SendsOn,
            $status >= 500 => WhyNot::ServerError,
            $status >= 400 => WhyNot::ClientError,
            $status !== 200 => WhyNot::NoWholePage,
            preg_match('~^(text/html|application/xhtml\+xml)~i', $row->text('content_type')) !== 1 => WhyNot::NotHtml,
            ($rules = IndexRules::from(
                [$row->text('robots'), ...explode('; ', $row->text('robots_header'))],
                $this->crawlers,
            ))->noindex => WhyNot::Noindex,
            $rules->barred !== [] => WhyNot::NoindexForOne,
            $row->int('looks_missing') === 1 => WhyNot::LooksMissing,
            $canonical !== null && $canonical !== $row->url => WhyNot::CanonicalElsewhere,
            default => WhyNot::Indexable,
        };
    }
}
