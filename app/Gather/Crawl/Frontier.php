<?php

declare(strict_types=1);

namespace App\Gather\Crawl;

use App\Store\Bulk;
use App\Store\Bytes;
use App\Store\Models\Store;
use App\Store\Pages\PageBook;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Url\PageUrl;

/** The URLs of one crawl, level by level and by digest, so that a limit cuts the same set every time. */
final class Frontier
{
    /** @var array<int, true> pages known to be in */
    private array $in = [];

    private readonly PageBook $book;

    public function __construct(private readonly int $crawl, Store $store, ?PageBook $book = null)
    {
        $this->book = $book ?? new PageBook($store);
    }

    /** @param  list<string>  $urls */
    public function add(array $urls, int $level): void
    {
        $byDigest = [];
        foreach ($urls as $url) {
            $byDigest[PageUrl::digestOf($url)] = $url;
        }
        $this->addPages($this->book->idsOf($byDigest), $level);
    }

    /** @param  array<string, int>  $pages id by digest */
    public function addPages(array $pages, int $level): void
    {
        $rows = [];
        foreach ($pages as $digest => $id) {
            if (! isset($this->in[$id])) {
                $rows[] = [$this->crawl, $level, new Bytes((string) $digest), $id];
                $this->in[$id] = true;
            }
        }
        if (count($this->in) > 400_000) {
            $this->in = [];
        }
        Bulk::write('gather_frontier', ['crawl_id', 'level', 'digest', 'page_id'], $rows, 'INSERT IGNORE');
    }

    /** @return list<array{id: int, url: string, attempts: int, level: int}> the next ones, lowest level first, within one level */
    public function next(int $count): array
    {
        $level = DB::table('gather_frontier')->where('crawl_id', $this->crawl)->where('state', FrontierState::Queued->value)->min('level');
        if ($level === null) {
            return [];
        }
        $rows = DB::select('SELECT f.page_id, p.url, f.attempts, f.level FROM gather_frontier f JOIN pages p ON p.id = f.page_id WHERE f.crawl_id = ? AND f.state = 0 AND f.level = ? ORDER BY f.digest LIMIT '.$count, [$this->crawl, $level]);

        return array_values(array_map(static fn (object $row): array => ['id' => (int) $row->page_id, 'url' => (string) $row->url, 'attempts' => (int) $row->attempts, 'level' => (int) $row->level], $rows));
    }

    /** @param  list<int>  $pages */
    public function mark(array $pages, FrontierState $state): void
    {
        if ($pages !== []) {
            DB::update('UPDATE gather_frontier SET state = ? WHERE crawl_id = ? AND page_id IN ('.Bulk::list($pages).')', [$state->value, $this->crawl]);
        }
    }

    public function tried(int $page, string $problem): void
    {
        DB::update('UPDATE gather_frontier SET attempts = attempts + 1, problem = ? WHERE crawl_id = ? AND page_id = ?', [mb_substr($problem, 0, 255), $this->crawl, $page]);
    }

    public function cutOffRest(): int
    {
        return DB::update('UPDATE gather_frontier SET state = ? WHERE crawl_id = ? AND state = 0', [FrontierState::CutOff->value, $this->crawl]);
    }

    public function count(FrontierState $state): int
    {
        return DB::table('gather_frontier')->where('crawl_id', $this->crawl)->where('state', $state->value)->count();
    }
}
