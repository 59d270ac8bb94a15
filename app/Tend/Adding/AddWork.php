<?php

declare(strict_types=1);

namespace App\Tend\Adding;

use App\Inventory\Index\DepthRebuild;
use App\Platform\Database\Bulk;
use App\Platform\Database\Rows;
use App\Platform\Work\LongWork;
use App\Platform\Work\SliceEnd;
use App\Platform\Work\WorkRun;
use App\Stores\Markets;
use App\Stores\Models\Store;
use App\Tend\Reach\ReachMap;
use Illuminate\Support\Facades\DB;
use Orchard\Core\LinkGraph\ClickTree;
use Orchard\Core\LinkGraph\PageRank;

/**
 * Proposes links anew after the pages have been looked through, sees which of the editors' list are live, and works out
 * what all of them together change. What people said of a link stays.
 */
final class AddWork implements LongWork
{
    private const BILLION = 1_000_000_000;

    private const PORTION = 500;

    public static function sort(): string
    {
        return 'tend.add';
    }

    public static function title(): string
    {
        return 'proposing links';
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
        if (DB::table('tend_states')->where('store_id', $store->id)->doesntExist()) {
            return SliceEnd::done();
        }
        if ($run->stopAsked()) {
            return SliceEnd::stopped();
        }
        $run->fenced(fn () => $this->see($store));
        $run->beat(['phase' => 'choosing links'], force: true);
        foreach (Markets::of($store)->all() as $market) {
            $anchors = new Anchors();
            $rows = [];
            foreach (
                Rows::of(
                    DB::table('tend_links')
                        ->where('store_id', $store->id)
                        ->where('market_id', $market->id)
                        ->where('state', '<>', LinkState::Proposed->value)
                        ->get(['to_page', 'anchor']),
                ) as $row
            ) {
                $anchors->take($market->id, $row->text('anchor'), $row->int('to_page'));
            }
            foreach ((new Proposals($store, $market, $anchors))->make(static fn () => $run->beat()) as $proposal) {
                $rows[] = [
                    $store->id,
                    $market->id,
                    $proposal['from'],
                    $proposal['to'],
                    $proposal['reason']->value,
                    LinkState::Proposed->value,
                    $proposal['anchor'],
                    mb_substr($proposal['sentence'], 0, 500),
                    $proposal['relevance'],
                    $run->workId,
                ];
            }
            foreach (array_chunk($rows, self::PORTION) as $some) {
                $run->fenced(
                    static fn (): int => Bulk::upsert(
                        'tend_links',
                        [
                            'store_id', 'market_id', 'from_page', 'to_page', 'reason', 'state', 'anchor', 'sentence',
                            'relevance', 'run',
                        ],
                        $some,
                        'reason = VALUES(reason), anchor = IF(state = 1, VALUES(anchor),
                            anchor),
                            sentence = IF(state = 1, VALUES(sentence), sentence), relevance = VALUES(relevance),
                            run = VALUES(run)',
                    ),
                );
                $run->beat();
            }
        }
        $run->fenced(
            static fn (): int => DB::delete('DELETE FROM tend_links WHERE store_id = ? AND state = ? AND run <> ?', [
                $store->id,
                LinkState::Proposed->value,
                $run->workId,
            ]),
        );
        $this->foresee($store, $run);

        return SliceEnd::done();
    }

    /** What of the list is live by now, and what is no longer. */
    private function see(Store $store): void
    {
        $isThere = 'EXISTS (SELECT 1 FROM links l WHERE l.store_id = t.store_id AND l.from_page = t.from_page
            AND l.to_page = t.to_page AND l.rel = 0)';
        DB::update(
            "UPDATE tend_links t SET t.state = ?, t.seen_at = ? WHERE t.store_id = ? AND t.state = ? AND $isThere",
            [LinkState::Live->value, now(), $store->id, LinkState::Listed->value],
        );
        DB::update(
            "UPDATE tend_links t SET t.state = ?, t.seen_at = NULL WHERE t.store_id = ? AND t.state = ? AND NOT
                $isThere",
            [LinkState::Listed->value, $store->id, LinkState::Live->value],
        );
    }

    /** Depth and weight of each target with all links that are proposed or on the list. */
    private function foresee(Store $store, WorkRun $run): void
    {
        $rows = Rows::all('SELECT id, from_page, to_page FROM tend_links WHERE store_id = ? AND state IN (?, ?)', [
            $store->id,
            LinkState::Proposed->value,
            LinkState::Listed->value,
        ]);
        if ($rows === []) {
            return;
        }
        $run->beat(['phase' => 'working out what they change'], force: true);
        $reach = ReachMap::of($store);
        $links = [];
        foreach ($rows as $row) {
            [$from, $to] = [$reach->node[$row->int('from_page')] ?? null, $reach->node[$row->int('to_page')] ?? null];
            if ($from !== null && $to !== null && ! isset($reach->shut[$from])) {
                $links[] = [$from, $to];
            }
        }
        $run->beat();
        $map = $reach->map->with($links);
        $tree = ClickTree::from($map, ...$reach->homes);
        $run->beat();
        $weight = PageRank::of($map);
        $told = [];
        foreach ($rows as $row) {
            $node = $reach->node[$row->int('to_page')] ?? null;
            if ($node !== null) {
                $depth = $tree->depths[$node] ?? ClickTree::UNREACHED;
                $told[] = [
                    $row->int('id'),
                    $depth === ClickTree::UNREACHED ? DepthRebuild::UNREACHED : $depth,
                    (int) round(self::BILLION * $weight[$node]),
                ];
            }
        }
        foreach (array_chunk($told, self::PORTION) as $some) {
            $run->fenced(static function () use ($some, $store): void {
                DB::statement(
                    'CREATE TEMPORARY TABLE IF NOT EXISTS new_links (id BIGINT UNSIGNED PRIMARY KEY,
                        depth SMALLINT UNSIGNED, weight INT UNSIGNED)',
                );
                DB::delete('DELETE FROM new_links');
                Bulk::write('new_links', ['id', 'depth', 'weight'], $some);
                DB::update(
                    'UPDATE new_links n JOIN tend_links t ON t.id = n.id JOIN tend_pages p ON p.store_id = ?
                        AND p.page_id = t.to_page SET t.depth_now = p.depth, t.weight_now = p.weight, t.worth = p.worth,
                        t.depth_then = n.depth, t.weight_then = n.weight',
                    [$store->id],
                );
            });
            $run->beat();
        }
    }
}
