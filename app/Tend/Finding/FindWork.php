<?php

declare(strict_types=1);

namespace App\Tend\Finding;

use App\Inventory\Figures;
use App\Inventory\LastRead;
use App\Inventory\Terms\SeenQueries;
use App\Platform\Database\Bulk;
use App\Platform\Database\Rows;
use App\Platform\Work\LongWork;
use App\Platform\Work\SliceEnd;
use App\Platform\Work\WorkRun;
use App\Stores\Models\Store;
use App\Tend\Adding\AddWork;
use App\Tend\Found\FindingBook;
use App\Tend\Found\FindingType;
use App\Tend\Known\OnceChecks;
use App\Tend\Maps\MapWork;
use App\Tend\Maps\SiteMaps;
use App\Tend\Reach\DepthAims;
use App\Tend\Reach\ReachRebuild;
use App\Tend\Releasing\PartsSeen;
use Illuminate\Support\Facades\DB;

/**
 * Looks through a store after each crawl: how pages are reached, then what each page tells, then what all of them
 * together tell. A phase that was interrupted begins again or goes on behind the pages that are done; what was found
 * before stands until the end.
 */
final class FindWork implements LongWork
{
    private const PORTION = 500;

    private const PHASES = ['reach', 'pages', 'store', 'close'];

    public function __construct(
        private readonly Figures $figures,
        private readonly Finds $finds,
        private readonly SeenQueries $queries,
    ) {
    }

    public static function sort(): string
    {
        return 'tend.find';
    }

    public static function title(): string
    {
        return 'looking through pages and links';
    }

    public static function queue(): string
    {
        return 'bulk';
    }

    public function ended(int $subjectId, SliceEnd $end): void
    {
    }

    public function slice(WorkRun $run): SliceEnd
    {
        $store = Store::query()->findOrFail($run->storeId);
        $read = LastRead::of($store);
        if ($read === null) {
            return SliceEnd::done();
        }
        $book = new FindingBook($store, $run, $this->figures);
        $next = $run->progress()['next'] ?? self::PHASES[0];
        $at = (int) array_search($next, self::PHASES, true);
        if ($run->stopAsked()) {
            return SliceEnd::stopped();
        }
        $isWhole = match (self::PHASES[$at]) {
            'reach' => $this->reach($store, $run, $read),
            'pages' => $this->pages($store, $run, $book),
            'store' => $this->store($store, $run, $book, $read->isComplete),
            default => $this->close($store, $run, $book, $read),
        };
        if (! $isWhole) {
            return SliceEnd::more();
        }
        if (! isset(self::PHASES[$at + 1])) {
            return SliceEnd::done();
        }
        $run->beat(['next' => self::PHASES[$at + 1]], force: true);

        return SliceEnd::more();
    }

    /** Nothing is concluded from half a crawl: what was told by the last whole one stands, where there is one. */
    private function reach(Store $store, WorkRun $run, LastRead $read): bool
    {
        $known = Rows::maybe(DB::table('tend_states')->where('store_id', $store->id)->first());
        $aims =
            $read->isComplete || $known === null
                ? (new ReachRebuild($store, $run, $this->figures))->work()
                : DepthAims::fromJson($known->text('aims'));
        $run->fenced(
            static fn () => DB::statement(
                'INSERT INTO tend_states (store_id, run, found_at, crawl, is_complete, reach_crawl, aims)
                    VALUES (?, ?, ?, ?, ?, ?, ?) ON DUPLICATE KEY UPDATE run = VALUES(run), crawl = VALUES(crawl),
                    is_complete = VALUES(is_complete), aims = VALUES(aims), reach_crawl =
                    IF(VALUES(is_complete) = 1,
                    VALUES(reach_crawl), reach_crawl)',
                [
                    $store->id,
                    $run->workId,
                    now(),
                    $read->crawl,
                    $read->isComplete ? 1 : 0,
                    $read->crawl,
                    $aims->toJson(),
                ],
            ),
        );

        return true;
    }

    private function pages(Store $store, WorkRun $run, FindingBook $book): bool
    {
        $finders = [
            new HeadingFinder(),
            new ImageFinder(),
            new AskedAnswers($store),
            new MakeupFinder($store),
            new StructuredFinder(),
        ];
        $after = $run->number('looked_to');
        $looked = $run->number('looked');
        while (true) {
            $rows = Rows::all(
                'SELECT i.page_id, p.url, i.kind, i.marks, i.bytes, i.response_ms, f.title, f.types, d.details,
                    d.headers,
                    d.text FROM tend_pages t
                    JOIN page_index i ON i.page_id = t.page_id JOIN pages p ON p.id = t.page_id
                    JOIN page_details d ON d.page_id = t.page_id
                    LEFT JOIN page_facts f ON f.page_id = t.page_id AND f.to_crawl = 0
                    WHERE t.store_id = ? AND t.indexable = 1 AND i.indexable = 1 AND t.page_id > ?
                    ORDER BY t.page_id
                    LIMIT '.self::PORTION,
                [$store->id, $after],
            );
            if ($rows === []) {
                return true;
            }
            $listed = ListedProduct::all($store, Bulk::ids($rows, 'page_id'));
            foreach ($rows as $row) {
                $after = $row->int('page_id');
                $page = SeenPage::from($row, $listed[$after] ?? null);
                foreach ($finders as $finder) {
                    foreach ($finder->look($page) as $found) {
                        $book->add($found);
                    }
                }
            }
            $book->flush();
            $looked += count($rows);
            $run->beat(['phase' => 'reading pages', 'looked_to' => $after, 'looked' => $looked], force: true);
            if ($run->timeIsUp() || $run->stopAsked()) {
                return false;
            }
        }
    }

    private function store(Store $store, WorkRun $run, FindingBook $book, bool $isWhole): bool
    {
        $run->beat(['phase' => 'comparing pages'], force: true);
        foreach ($this->storeFinders($store) as $finder) {
            if (! $isWhole && self::needsWholeCrawl($finder::types())) {
                continue;
            }
            foreach ($finder->find(static fn () => $run->beat()) as $found) {
                $book->add($found);
            }
            $book->flush();
        }

        return true;
    }

    private function close(Store $store, WorkRun $run, FindingBook $book, LastRead $read): bool
    {
        $run->beat(['phase' => 'adding up'], force: true);
        $book->close(
            array_values(
                array_filter(
                    FindingType::cases(),
                    static fn (FindingType $type): bool => $read->isComplete || ! $type->needsWholeCrawl(),
                ),
            ),
        );
        $run->fenced(
            static fn () => DB::table('tend_states')
                ->where('store_id', $store->id)
                ->update([
                    'found_at' => now(),
                    'seen' => json_encode(OnceChecks::learn($store), JSON_THROW_ON_ERROR),
                ]),
        );
        PartsSeen::look($store);
        $this->finds->begin($store->id, null, AddWork::class);
        if (SiteMaps::state($store) !== null) {
            $this->finds->begin($store->id, null, MapWork::class);
        }

        return true;
    }

    /** @return list<StoreFinder> */
    private function storeFinders(Store $store): array
    {
        return [
            new OrphanFinder($store),
            new DepthFinder($store),
            new SharedHeadings($store),
            new AnswerFinder($store),
            new SharedTexts($store),
            new SitemapFinder($store),
            new LabFinder($store),
            new CollectionFinder($store, new AskedSizes($store, $this->queries)),
        ];
    }

    /** @param  list<FindingType>  $types */
    private static function needsWholeCrawl(array $types): bool
    {
        return array_filter($types, static fn (FindingType $type): bool => $type->needsWholeCrawl()) !== [];
    }
}
