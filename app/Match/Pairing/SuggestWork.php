<?php

declare(strict_types=1);

namespace App\Match\Pairing;

use App\Facts\NumberWindow;
use App\Inventory\Figures;
use App\Inventory\Terms\SeenQueries;
use App\Match\Rivalries\RivalrySearch;
use App\Match\Terms\Dictionary;
use App\Match\Terms\Grouping;
use App\Match\Terms\Groups;
use App\Match\Tracking\TrackWork;
use App\Platform\Database\Rows;
use App\Platform\Work\LongWork;
use App\Platform\Work\NewWork;
use App\Platform\Work\SliceEnd;
use App\Platform\Work\WorkDesk;
use App\Platform\Work\WorkRun;
use App\Stores\Markets;
use App\Stores\Models\Market;
use App\Stores\Models\Store;
use Closure;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Terms\Reach;

/**
 * Reads a store's terms anew, judges them, and proposes the matching that is worth most. A phase that was interrupted
 * begins again: each replaces what it made itself.
 */
final class SuggestWork implements LongWork
{
    private const PHASES = ['read', 'gather', 'judge', 'match', 'rivals', 'clear'];

    public function __construct(private readonly SeenQueries $seen, private readonly Figures $figures)
    {
    }

    public static function sort(): string
    {
        return 'match.suggest';
    }

    public static function title(): string
    {
        return 'matching terms and pages';
    }

    public static function queue(): string
    {
        return 'bulk';
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
            ->whereIn('state', ['waiting', 'running'])
            ->value('id');

        return is_numeric($open)
            ? (int) $open
            : app(WorkDesk::class)->begin(new NewWork(self::class, $store->id, $store->id, $userId));
    }

    public function slice(WorkRun $run): SliceEnd
    {
        $store = Store::query()->findOrFail($run->storeId);
        $next = $run->progress()['next'] ?? self::PHASES[0];
        $at = (int) array_search($next, self::PHASES, true);
        $isWhole = match (self::PHASES[$at]) {
            'read' => (new Dictionary($store, $run, $this->seen))->read(),
            'gather' => $this->gather($store, $run),
            'judge' => $this->judge($store, $run),
            'match' => $this->match($store, $run),
            'rivals' => RivalrySearch::all($store, $run),
            default => $this->clear($store, $run),
        };
        if (! $isWhole) {
            return SliceEnd::stopped();
        }
        if (! isset(self::PHASES[$at + 1])) {
            return SliceEnd::done();
        }
        $run->beat(['next' => self::PHASES[$at + 1]], force: true);

        return SliceEnd::more();
    }

    private function gather(Store $store, WorkRun $run): bool
    {
        (new Dictionary($store, $run, $this->seen))->gather();
        foreach (Markets::of($store)->all() as $market) {
            Grouping::of($store, $market, $run);
        }

        return true;
    }

    private function judge(Store $store, WorkRun $run): bool
    {
        $window = NumberWindow::of($store);
        $weeks =
            $window === null
                ? (float) NumberWindow::WEEKS
                : max(1.0, min((float) NumberWindow::WEEKS, $window->length() / 7));
        foreach (Markets::of($store)->all() as $market) {
            $pages = MarketPages::of(
                $store,
                $market,
                $this->figures,
                static fn () => $run->beat(['phase' => 'reading pages']),
            );
            $reach = self::reach($store, $market);
            if (! (new Judging($store, $market, $pages, $reach, $weeks))->all($run)) {
                return false;
            }
            $run->fenced(
                static fn () => DB::statement(
                    'REPLACE INTO match_states (market_id, store_id, run, matched_at, terms, pages, leads, total, gap,
                        reach_middle,
                    reach_spread, reach_terms, money) VALUES (?, ?, ?, ?, (SELECT COUNT(*) FROM match_terms WHERE
                        store_id = ? AND market_id = ?), ?, 0, 0, 0, ?, ?, ?, ?)',
                    [
                        $market->id,
                        $store->id,
                        $run->workId,
                        now(),
                        $store->id,
                        $market->id,
                        count($pages->kinds),
                        $reach->middle,
                        $reach->spread,
                        $reach->terms,
                        $pages->isMoney ? 1 : 0,
                    ],
                ),
            );
        }

        return true;
    }

    private function match(Store $store, WorkRun $run): bool
    {
        foreach (Markets::of($store)->all() as $market) {
            $run->beat(['phase' => 'matching'], force: true);
            $told = (new Solving($store, $market, static function (Closure $write) use ($run): mixed {
                $run->beat();

                return $run->fenced($write);
            }))->solve();
            $run->fenced(static function () use ($store, $market, $told): void {
                self::keep($market, $told);
                Groups::rebuild($store, $market->id);
            });
        }

        return true;
    }

    /** @param  array{total: float, gap: float, leads: int}  $told */
    public static function keep(Market $market, array $told): void
    {
        DB::table('match_states')
            ->where('market_id', $market->id)
            ->update([
                'leads' => $told['leads'],
                'total' => $told['total'],
                'gap' => $told['gap'],
                'matched_at' => now(),
            ]);
    }

    private function clear(Store $store, WorkRun $run): bool
    {
        (new Dictionary($store, $run, $this->seen))->clear();
        // Variants that this run met first belong to tracked terms from now on.
        TrackWork::begin($store, null);

        return true;
    }

    /** The store's reach in a market, from its terms of known difficulty for which a page is seen or could be. */
    private static function reach(Store $store, Market $market): Reach
    {
        $told = [];
        foreach (
            Rows::all(
                'SELECT difficulty, position_milli FROM match_terms WHERE store_id = ? AND market_id = ? AND difficulty
                    IS NOT NULL
                    AND impressions > 0 ORDER BY impressions DESC, id LIMIT 20000',
                [$store->id, $market->id],
            ) as $row
        ) {
            $told[] = [
                $row->number('difficulty'),
                $row->int('position_milli') > 0 && $row->int('position_milli') <= 10_500,
            ];
        }

        return Reach::learn($told);
    }
}
