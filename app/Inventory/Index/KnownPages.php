<?php

declare(strict_types=1);

namespace App\Inventory\Index;

use App\Inventory\PageMark;
use App\Inventory\PageSource;
use App\Inventory\PlannedPages;
use App\Inventory\WhyNot;
use App\Inventory\WordSearch;
use App\Platform\Database\Bulk;
use App\Platform\Database\Rows;
use App\Platform\Work\WorkRun;
use App\Stores\Kinds\KindRules;
use App\Stores\Markets;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;
use Orchard\Core\StructuredData\LifeState;
use Orchard\Core\Url\PageUrl;

/** Lists the pages that files or feeds told of and that no crawl has fetched yet. */
final readonly class KnownPages
{
    private const CHUNK = 2000;

    public function __construct(private Store $store)
    {
    }

    /**
     * @param  bool  $anew  whether those that are listed already are sorted anew, too: by new rules, or by what new
     * files say
     */
    public function list(WorkRun $run, bool $anew = false): void
    {
        $rules = KindRules::of($this->store);
        $markets = Markets::of($this->store);
        $after = 0;
        $missing = $anew
            ? 'LEFT JOIN page_facts i ON i.page_id = p.id AND i.to_crawl = 0'
            : 'LEFT JOIN page_index i ON i.page_id = p.id';
        while (true) {
            $pages = Rows::all(
                "SELECT p.id, p.url, p.market_id, p.sources FROM pages p $missing
                    WHERE p.store_id = ? AND p.sources > 0 AND i.page_id IS NULL AND p.id > ? ORDER BY p.id LIMIT ".
                    self::CHUNK,
                [$this->store->id, $after],
            );
            if ($pages === []) {
                break;
            }
            $ids = Bulk::ids($pages, 'id');
            $after = max([0, ...$ids]);
            $planned = PlannedPages::kinds($ids);
            [$told, $products] = [new ToldByLists($ids), new ProductsOfPages($this->store->id, $ids)];
            $rows = [];
            $words = [];
            foreach ($pages as $page) {
                $url = PageUrl::parse($page->text('url')) ?? $this->store->baseUrl();
                $kind =
                    $planned[$page->int('id')] ?? ($told->kindOf($page->int('id')) ?? $rules->kindOf($url, null, []));
                $product = $products->of(new ToldProduct($page->int('id'), 0, null, 0), $kind);
                $life = $product['life'] === LifeState::Unknown ? $told->lifeOf($page->int('id')) : $product['life'];
                $why = match (true) {
                    $page->int('sources') === PageSource::Planned->value => WhyNot::Planned,
                    $told->isNoindex($page->int('id')) => WhyNot::Noindex,
                    default => WhyNot::NotFetched,
                };
                $rows[] = [
                    $page->int('id'),
                    $this->store->id,
                    $page->int('market_id'),
                    $kind->value,
                    0,
                    0,
                    $why->value,
                    $page->int('sources'),
                    $life->value,
                    $product['stock'],
                    $product['price'],
                    ($kind->isKeptOut() ? PageMark::KeptOut->value : 0) |
                    ($markets->isOfNone($url) ? PageMark::NoMarket->value : 0),
                    substr($url->target(), 0, 190),
                ];
                $words[] = [$page->int('id'), $this->store->id, WordSearch::textOf('', $url->target())];
            }
            $run->fenced(static function () use ($rows, $words, $products): void {
                $columns = [
                    'market_id', 'kind', 'status', 'indexable', 'why_not', 'sources', 'life', 'stock', 'price', 'marks',
                ];
                Bulk::upsert(
                    'page_index',
                    ['page_id', 'store_id', ...$columns, 'address'],
                    $rows,
                    implode(
                        ', ',
                        array_map(static fn (string $column): string => "$column = VALUES($column)", $columns),
                    ),
                );
                Bulk::write('page_words', ['page_id', 'store_id', 'words'], $words, 'INSERT IGNORE');
                $products->write();
            });
            $run->beat();
        }
        $run->fenced(
            fn (): int => DB::update(
                'UPDATE page_index i JOIN pages p ON p.id = i.page_id SET i.sources = (i.sources & 3) | p.sources
                    WHERE i.store_id = ? AND i.sources & ~3 <> p.sources',
                [$this->store->id],
            ),
        );
        $run->fenced(fn () => WordSearch::rebuild($this->store->id));
        $run->fenced(fn () => PageCounts::rebuild($this->store->id));
    }
}
