<?php

declare(strict_types=1);

namespace App\Inventory\Index;

use App\Platform\Database\Bulk;
use App\Platform\Work\WorkRun;
use App\Stores\Models\Store;
use Illuminate\Support\Facades\DB;
use Orchard\Core\LinkGraph\ClickTree;

/**
 * Works out, for every page of the inventory, how many clicks it is from home and how many pages link to it: from their
 * main content (links_in, the page itself left out) and from navigation, header or footer (links_nav), each page once.
 */
final readonly class DepthRebuild
{
    /** Depth of a page that no link reaches. */
    public const UNREACHED = 65535;

    private const CHUNK = 5000;

    public function __construct(private Store $store)
    {
    }

    public function work(WorkRun $run): void
    {
        $links = new StoredLinks($this->store);
        $run->beat();
        $map = $links->map();
        $run->beat();
        $depths = ClickTree::from($map, ...$links->homes())->depths;
        unset($map);
        $run->beat();
        $this->write($run, $links, $depths);
    }

    /** @param  list<int>  $depths */
    private function write(WorkRun $run, StoredLinks $links, array $depths): void
    {
        foreach (array_chunk($links->node, self::CHUNK, true) as $pages) {
            $rows = [];
            foreach ($pages as $page => $number) {
                $depth = $depths[$number] ?? ClickTree::UNREACHED;
                $rows[] = [
                    $page,
                    $depth === ClickTree::UNREACHED ? self::UNREACHED : $depth,
                    $links->in[$number],
                    $links->around[$number],
                    $links->out[$number],
                ];
            }
            $run->fenced(static function () use ($rows): void {
                DB::statement(
                    'CREATE TEMPORARY TABLE IF NOT EXISTS new_depths (page_id BIGINT UNSIGNED PRIMARY KEY,
                        depth SMALLINT UNSIGNED, links_in INT UNSIGNED, links_nav INT UNSIGNED, links_out INT UNSIGNED)',
                );
                DB::delete('DELETE FROM new_depths');
                Bulk::write('new_depths', ['page_id', 'depth', 'links_in', 'links_nav', 'links_out'], $rows);
                DB::update(
                    'UPDATE page_index i JOIN new_depths n ON n.page_id = i.page_id SET i.depth = n.depth,
                        i.links_in = n.links_in, i.links_nav = n.links_nav, i.links_out = n.links_out,
                        i.sources = IF(n.depth = ?, i.sources & ~1, i.sources | 1)',
                    [self::UNREACHED],
                );
            });
            $run->beat();
        }
        DB::statement('DROP TEMPORARY TABLE IF EXISTS new_depths');
        $run->fenced(fn () => PageCounts::rebuild($this->store->id));
    }
}
