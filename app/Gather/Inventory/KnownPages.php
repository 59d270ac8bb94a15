<?php

declare(strict_types=1);

namespace App\Gather\Inventory;

use App\Store\Bulk;
use App\Store\Kinds\KindRules;
use App\Store\Models\Store;
use App\Store\Pages\WhyNot;
use App\Store\Pages\WordSearch;
use App\Store\Work\WorkRun;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Url\PageUrl;

/** Lists the pages that files or feeds told of and that no crawl has fetched yet. */
final readonly class KnownPages
{
    private const CHUNK = 2000;

    public function __construct(private Store $store)
    {
    }

    public function list(WorkRun $run): void
    {
        $rules = KindRules::of($this->store);
        $after = 0;
        while (true) {
            $pages = DB::select('SELECT p.id, p.url, p.market_id, p.sources FROM pages p LEFT JOIN page_index i ON i.page_id = p.id WHERE p.store_id = ? AND p.sources > 0 AND i.page_id IS NULL AND p.id > ? ORDER BY p.id LIMIT '.self::CHUNK, [$this->store->id, $after]);
            if ($pages === []) {
                break;
            }
            $rows = [];
            $words = [];
            foreach ($pages as $page) {
                $after = (int) $page->id;
                $url = PageUrl::parse((string) $page->url) ?? $this->store->baseUrl();
                $rows[] = [(int) $page->id, $this->store->id, (int) $page->market_id, $rules->kindOf($url, null, [])->value, 0, 0, WhyNot::NotFetched->value, (int) $page->sources, substr($url->target(), 0, 190)];
                $words[] = [(int) $page->id, $this->store->id, WordSearch::textOf('', $url->target())];
            }
            $run->fenced(static function () use ($rows, $words): void {
                Bulk::write('page_index', ['page_id', 'store_id', 'market_id', 'kind', 'status', 'indexable', 'why_not', 'sources', 'address'], $rows, 'INSERT IGNORE');
                Bulk::write('page_words', ['page_id', 'store_id', 'words'], $words, 'INSERT IGNORE');
            });
            $run->beat();
        }
        $run->fenced(fn (): int => DB::update('UPDATE page_index i JOIN pages p ON p.id = i.page_id SET i.sources = (i.sources & 3) | p.sources WHERE i.store_id = ? AND i.sources & ~3 <> p.sources', [$this->store->id]));
        $run->fenced(fn () => WordSearch::rebuild($this->store->id));
        $run->fenced(fn () => PageCounts::rebuild($this->store->id));
    }
}
