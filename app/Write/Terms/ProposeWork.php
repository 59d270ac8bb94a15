<?php

declare(strict_types=1);

namespace App\Write\Terms;

use App\Inventory\Terms\PageTerms;
use App\Inventory\Terms\SeenQueries;
use App\Inventory\Terms\TermOrigin;
use App\Platform\Database\Bulk;
use App\Platform\Work\LongWork;
use App\Platform\Work\SliceEnd;
use App\Platform\Work\WorkDesk;
use App\Platform\Work\WorkRun;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Terms\LeadChoice;

/**
 * Proposes lead terms from the queries that pages are seen for: one for a page, each for one page. What people or files
 * said stays, and is given to no other page.
 */
final class ProposeWork implements LongWork
{
    private const PORTION = 500;

    /** Queries of a page that are looked at, and kept as its supporting terms. */
    private const QUERIES = 6;

    public function __construct(private readonly SeenQueries $seen)
    {
    }

    public static function sort(): string
    {
        return 'write.terms';
    }

    public static function title(): string
    {
        return 'proposing lead terms';
    }

    public static function queue(): string
    {
        return 'interactive';
    }

    public function ended(int $subjectId, SliceEnd $end): void
    {
    }

    /** @return int the work's number; one that is under way goes on */
    public static function begin(Store $store, ?int $userId): int
    {
        $open = DB::table('work')
            ->where('store_id', $store->id)
            ->where('sort', self::sort())
            ->whereIn('state', ['waiting', 'working'])
            ->value('id');

        return is_numeric($open)
            ? (int) $open
            : app(WorkDesk::class)->begin(self::class, $store->id, $store->id, $userId);
    }

    public function slice(WorkRun $run): SliceEnd
    {
        $store = Store::query()->findOrFail($run->storeId);
        $choice = new LeadChoice();
        $texts = $support = $fixed = $said = [];
        foreach (
            DB::select('SELECT page_id, term FROM page_terms WHERE store_id = ? AND place = 0 AND origin <> ?', [
                $store->id,
                TermOrigin::Proposed->value,
            ]) as $row
        ) {
            $fixed[(int) $row->page_id] = true;
            $said[(string) $row->term] = true;
        }
        foreach ($this->portions($store) as $pages) {
            foreach ($this->seen->of($store, $pages, self::QUERIES) as $page => $queries) {
                if (isset($fixed[$page])) {
                    continue;
                }
                foreach ($queries as $query) {
                    $term = PageTerms::tidy($query->text);
                    if ($term === '') {
                        continue;
                    }
                    $support[$page][] = $query->id;
                    $texts[$query->id] = $term;
                    isset($said[$term]) || $choice->add($page, $query->id, $query->clicks, $query->impressions);
                }
            }
            $run->beat();
            if ($run->stopAsked()) {
                return SliceEnd::stopped();
            }
        }
        $chosen = $choice->choose();
        $done = 0;
        foreach (array_chunk($chosen, self::PORTION, preserve_keys: true) as $some) {
            $run->fenced(static function () use ($store, $some, $texts, $support): void {
                $terms = array_map(static fn (int $query): string => $texts[$query], $some);
                PageTerms::lead($store, $terms, TermOrigin::Proposed, null);
                PageTerms::supportMany(
                    $store,
                    array_map(
                        static fn (int $page): array => array_map(
                            static fn (int $query): string => $texts[$query],
                            $support[$page],
                        ),
                        array_combine(array_keys($some), array_keys($some)),
                    ),
                    TermOrigin::Proposed,
                );
            });
            $done += count($some);
            $run->beat(['pages' => $done, 'of' => count($chosen)]);
        }
        $run->beat(['pages' => $done, 'of' => count($chosen)], force: true);

        return SliceEnd::done();
    }

    /** @return iterable<list<int>> pages under which resources show */
    private function portions(Store $store): iterable
    {
        $after = 0;
        do {
            $pages = Bulk::ids(
                DB::select(
                    'SELECT DISTINCT r.page_id FROM resources r WHERE r.store_id = ? AND r.gone = 0 AND r.page_id > ?
                        ORDER BY r.page_id LIMIT '.self::PORTION,
                    [$store->id, $after],
                ),
                'page_id',
            );
            if ($pages !== []) {
                yield $pages;
                $after = (int) end($pages);
            }
        } while (count($pages) === self::PORTION);
    }
}
