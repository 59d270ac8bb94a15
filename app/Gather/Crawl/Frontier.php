<?php

declare(strict_types=1);

namespace App\Gather\Crawl;

use App\Platform\Bytes;
use App\Platform\Database\Bulk;
use App\Platform\Database\Row;
use App\Platform\Database\Rows;
use App\Stores\Models\Store;
use Generator;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Markup\PageReader;

/** The URLs of one crawl, level by level and by digest, so that a limit cuts the same set every time. */
final class Frontier
{
    /** Pages remembered as being in; beyond this many the frontier forgets, and the table tells. */
    private const MEMORY = 60_000;

    /** @var array<int, true> pages known to be in */
    private array $in = [];

    /** @var array<int, true> blocks whose targets are in */
    private array $opened = [];

    private readonly int $storeId;

    public function __construct(private readonly int $crawl, Store $store)
    {
        $this->storeId = $store->id;
    }

    /** @return Generator<int, non-empty-list<int>> pages that the crawl's limits cut off, some at a time */
    public function cutOff(): Generator
    {
        for ($after = 0; ; $after = max($ids)) {
            $rows = Rows::all(
                'SELECT page_id FROM gather_frontier WHERE crawl_id = ? AND state = ? AND page_id > ? ORDER BY page_id
                    LIMIT 5000',
                [$this->crawl, FrontierState::CutOff->value, $after],
            );
            $ids = Bulk::ids($rows, 'page_id');
            if ($ids === []) {
                return;
            }
            yield $ids;
        }
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
        if (count($this->in) > self::MEMORY) {
            $this->in = [];
        }
        Bulk::write('gather_frontier', ['crawl_id', 'level', 'digest', 'page_id'], $rows, 'INSERT IGNORE');
    }

    /**
     * Adds the pages that these pages lead to by the links that are kept of them.
     *
     * @param  list<int>  $from at least one
     */
    public function addLinkedFrom(array $from, int $level): void
    {
        $blocks = Bulk::ids(
            Rows::all(
                'SELECT DISTINCT block_id FROM page_blocks WHERE store_id = ? AND page_id IN ('.
                    Bulk::list($from).
                    ')',
                [$this->storeId],
            ),
            'block_id',
        );
        $unopened = array_diff($blocks, array_keys($this->opened));
        $this->opened += array_fill_keys($unopened, true);
        $this->addTargets(
            'SELECT DISTINCT to_page FROM links WHERE store_id = '.
                $this->storeId.
                ' AND from_page IN ('.
                Bulk::list($from).
                ')',
            $level,
        );
        if ($unopened !== []) {
            $this->addTargets(
                'SELECT DISTINCT to_page FROM block_links WHERE block_id IN ('.Bulk::list($unopened).')',
                $level,
            );
        }
    }

    private function addTargets(string $select, int $level): void
    {
        $new = array_filter(Bulk::ids(Rows::all($select), 'to_page'), fn (int $id): bool => ! isset($this->in[$id]));
        if ($new !== []) {
            $pages = Rows::all('SELECT id, digest FROM pages WHERE id IN ('.Bulk::list($new).')');
            $this->addPages(
                array_combine(
                    array_map(static fn (Row $row): string => $row->text('digest'), $pages),
                    Bulk::ids($pages, 'id'),
                ),
                $level,
            );
        }
    }

    /** @return list<FrontierPage> the next ones, lowest level first, within one level */
    public function next(int $count): array
    {
        $level = DB::table('gather_frontier')
            ->where('crawl_id', $this->crawl)
            ->where('state', FrontierState::Queued->value)
            ->min('level');
        if ($level === null) {
            return [];
        }
        $rows = Rows::all(
            'SELECT f.page_id, p.url, f.attempts, f.level, a.answer_digest, a.edition, a.etag, a.last_modified
                FROM gather_frontier f JOIN pages p ON p.id = f.page_id LEFT JOIN page_answers a
                ON a.page_id = f.page_id WHERE f.crawl_id = ? AND f.state = 0 AND f.level = ? ORDER BY f.digest LIMIT '.
                $count,
            [$this->crawl, $level],
        );

        return array_values(
            array_map(
                static fn (Row $row): FrontierPage => new FrontierPage(
                    $row->int('page_id'),
                    $row->text('url'),
                    $row->int('level'),
                    $row->int('attempts'),
                    $row->textOrNull('answer_digest'),
                    $row->int('edition') === PageReader::EDITION
                        ? array_filter(
                            [
                                'If-None-Match' => $row->text('etag'),
                                'If-Modified-Since' => $row->etag === null ? $row->text('last_modified') : '',
                            ],
                            static fn (string $value): bool => $value !== '',
                        )
                        : [],
                ),
                $rows,
            ),
        );
    }

    /**
     * Puts pages that were answered with one of these statuses back among those to be fetched, in front of all others
     * of this crawl.
     *
     * @param  list<int>  $statuses
     * @return int how many
     */
    public function askAgain(array $statuses): int
    {
        return DB::update(
            'UPDATE gather_frontier f JOIN page_facts p ON p.page_id = f.page_id AND p.to_crawl = 0 SET f.state = ?,
                f.attempts = 0, f.level = 0 WHERE f.crawl_id = ? AND f.state = ? AND p.status IN ('.
                Bulk::list($statuses).
                ')',
            [FrontierState::Queued->value, $this->crawl, FrontierState::Done->value],
        );
    }

    /** @param  list<int>  $pages */
    public function mark(array $pages, FrontierState $state): void
    {
        if ($pages !== []) {
            DB::update(
                'UPDATE gather_frontier SET state = ? WHERE crawl_id = ? AND page_id IN ('.Bulk::list($pages).')',
                [$state->value, $this->crawl],
            );
        }
    }

    public function tried(int $page, string $problem): void
    {
        DB::update(
            'UPDATE gather_frontier SET attempts = attempts + 1, problem = ? WHERE crawl_id = ? AND page_id = ?',
            [mb_substr($problem, 0, 255), $this->crawl, $page],
        );
    }

    /** Leaves what waits, and tells of it, where a crawl has fetched as many pages as it may. */
    public function cutOffRest(int $limit): void
    {
        $cut = DB::update('UPDATE gather_frontier SET state = ? WHERE crawl_id = ? AND state = 0', [
            FrontierState::CutOff->value,
            $this->crawl,
        ]);
        $cut > 0 &&
            DB::table('gather_crawls')
                ->where('id', $this->crawl)
                ->update([
                    'cut_off' => DB::raw('cut_off + '.$cut),
                    'remark' => 'Cut off at '.number_format($limit).' pages.',
                ]);
    }

    public function count(FrontierState $state): int
    {
        return DB::table('gather_frontier')->where('crawl_id', $this->crawl)->where('state', $state->value)->count();
    }
}
