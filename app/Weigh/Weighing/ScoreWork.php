<?php

declare(strict_types=1);

namespace App\Weigh\Weighing;

use App\Facts\NumberWindow;
use App\Facts\ToldBy;
use App\Facts\ToldWeeks;
use App\Inventory\Events\FiguresChanged;
use App\Platform\Typed;
use App\Platform\Work\LongWork;
use App\Platform\Work\SliceEnd;
use App\Platform\Work\WorkDesk;
use App\Platform\Work\WorkRun;
use App\Stores\ChangingFacts;
use App\Stores\Markets;
use App\Stores\Models\Store;
use App\Weigh\Lists\CurvePicture;
use App\Weigh\Lists\WeighedPages;
use App\Weigh\Numbers\Freshness;
use App\Weigh\Numbers\GroupSums;
use App\Weigh\Numbers\PageSums;
use App\Weigh\Numbers\QuerySums;
use App\Weigh\Numbers\Told;
use App\Weigh\Scoring\Losses;
use App\Weigh\Scoring\LotSums;
use App\Weigh\Scoring\Model;
use App\Weigh\Scoring\PageEvidence;
use App\Weigh\Scoring\Seasons;
use Closure;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Demand\ModelFit;
use Orchard\Core\Demand\Span;

/**
 * Weighs all pages of a store: sums page-query pairs, tells queries apart, learns each market's model, and reckons
 * every page's upside. The old scores stand until the new ones are in.
 */
final class ScoreWork implements LongWork
{
    public static function sort(): string
    {
        return 'weigh.score';
    }

    public static function title(): string
    {
        return 'weighing the pages';
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
        $window = NumberWindow::of($store);
        if ($window === null) {
            $run->fenced(static function () use ($store): void {
                foreach (
                    [
                        'weigh_pairs', 'weigh_queries', 'weigh_query_markets', 'weigh_query_sums', 'weigh_sums',
                        'weigh_groups', 'weigh_weeks', 'weigh_places', 'weigh_seasons', 'weigh_season_groups',
                        'weigh_evidence', 'weigh_told', 'weigh_losses', 'weigh_density', 'weigh_totals', 'weigh_models',
                        'weigh_scores', 'weigh_states', 'weigh_lots', 'weigh_lot_pages',
                    ] as $table
                ) {
                    DB::table($table)->where('store_id', $store->id)->delete();
                }
            });

            return SliceEnd::done();
        }
        if ($this->mustWait($run)) {
            return SliceEnd::later(1);
        }
        $pages = null;
        $queries = new QuerySums($store, $window);
        while (true) {
            if ($run->stopAsked()) {
                return SliceEnd::stopped();
            }
            $phase = is_string($run->progress()['phase'] ?? null) ? $run->progress()['phase'] : 'begin';
            $after = $run->number('after');
            $next = match ($phase) {
                'begin' => $this->begin($run, $store, $window, $queries),
                'classes' => $this->portion($run, $phase, 'pages', static fn (): ?int => $queries->classify($after)),
                'pages' => $this->pages($run, $pages ??= new PageSums($store, $window), $after),
                'queries' => $this->queries($run, $queries, $after),
                'groups' => $this->groups($run, $store, $window, $after),
                'seasons' => $this->seasons($run, $store, $window),
                'models' => $this->models($run, $store, $window),
                'scores' => (new ScoreRows($run, $store))->work(),
                'losses' => $this->losses($run, $store, $window, $after),
                default => ['done', 0],
            };
            $run->beat(['phase' => $next[0], 'after' => $next[1]], force: true);
            if ($next[0] === 'done') {
                FiguresChanged::dispatch($store->id, static fn () => $run->beat());

                return SliceEnd::done();
            }
            if ($run->timeIsUp()) {
                return SliceEnd::more();
            }
        }
    }

    /**
     * Nothing is weighed while rows are taken in or out: half an import is no result. And one weighing of a store at a
     * time: two would take each other's scores for old ones. The later one finds most of its sums made. An earlier one
     * that nobody has held for a minute is let go, for this one does all that it would have done.
     */
    private function mustWait(WorkRun $run): bool
    {
        return ! WorkDesk::isFirst($run, 'A later weighing took its place.') || ChangingFacts::isSo($run->storeId);
    }

    /**
     * Sums are made anew only where something of what they are made of has changed.
     *
     * @return array{string, int}
     */
    private function begin(WorkRun $run, Store $store, NumberWindow $window, QuerySums $queries): array
    {
        $now = Freshness::of($store, $window, $queries);
        $kept = Freshness::kept($store);
        if ($kept?->sums === $now->sums && $kept->links === $now->links) {
            return ['models', 0];
        }
        $told = ToldWeeks::of($store, $window);
        $run->fenced(static function () use ($store, $told): void {
            Freshness::forget($store);
            Told::keep($store, $told);
        });
        $run->beat(['sums' => $now->sums, 'links' => $now->links], force: true);

        // Where collections alone have changed, nothing has to be summed from rows.
        return [$kept?->sums === $now->sums ? 'groups' : 'classes', 0];
    }

    /** @return array{string, int} */
    private function pages(WorkRun $run, PageSums $pages, int $after): array
    {
        $summed = $pages->read($after);
        if ($summed === null) {
            $run->fenced(static fn () => $pages->finish());

            return ['queries', 0];
        }
        $run->fenced(static fn () => $pages->write($summed));

        return ['pages', $summed->last];
    }

    /** @return array{string, int} */
    private function queries(WorkRun $run, QuerySums $queries, int $after): array
    {
        $summed = $queries->read($after);
        if ($summed === null) {
            return ['groups', 0];
        }
        $run->fenced(static fn () => $queries->write($summed));

        return ['queries', $summed->last];
    }

    /**
     * @param  Closure(): ?int  $do  answers how far it came; null at the end
     * @return array{string, int}
     */
    private function portion(WorkRun $run, string $phase, string $next, Closure $do): array
    {
        $last = $run->fenced($do);

        return $last === null ? [$next, 0] : [$phase, $last];
    }

    /** @return array{string, int} */
    private function groups(WorkRun $run, Store $store, NumberWindow $window, int $nth): array
    {
        $all = [];
        foreach ($window->isPeriod ? [13] : Span::WINDOWS as $weeks) {
            array_push($all, [$weeks, 'kind'], [$weeks, 'folder'], [$weeks, 'collection']);
        }
        $next = $all[$nth] ?? null;
        if ($next === null) {
            return ['seasons', 0];
        }
        $run->fenced(static fn () => GroupSums::rebuild($store, ...$next));

        return ['groups', $nth + 1];
    }

    /** @return array{string, int} */
    private function seasons(WorkRun $run, Store $store, NumberWindow $window): array
    {
        Seasons::rebuild($run, $store, $window);
        $mark = static fn (string $key): string => is_string($run->progress()[$key] ?? null)
            ? $run->progress()[$key]
            : '';
        $run->fenced(static fn () => Freshness::keep($store, $mark('sums'), $mark('links')));

        return ['models', 0];
    }

    /** @return array{string, int} */
    private function losses(WorkRun $run, Store $store, NumberWindow $window, int $nth): array
    {
        $all = [];
        foreach ($window->isPeriod ? [] : Losses::WEEKS as $weeks) {
            array_push($all, [$weeks, 'before'], [$weeks, 'year']);
        }
        $next = $all[$nth] ?? null;
        if ($next === null) {
            $run->fenced(static function () use ($store): void {
                CurvePicture::rebuildDensity($store);
                WeighedPages::rebuildTotals($store);
                LotSums::rebuild($store);
            });

            return ['done', 0];
        }
        $run->fenced(static fn () => Losses::rebuild($store, $window, ...$next));

        return ['losses', $nth + 1];
    }

    /** @return array{string, int} */
    private function models(WorkRun $run, Store $store, NumberWindow $window): array
    {
        $told = Told::of($store, $window);
        foreach (Markets::of($store)->all() as $market) {
            $evidence = new PageEvidence($store, $market->id);
            $model = ModelFit::learn(
                static function () use ($evidence, $run): \Generator {
                    foreach ($evidence->pages() as [$page]) {
                        yield $page;
                        $run->beat();
                    }
                },
                self::daysOf($told, $window, $market->id),
                Typed::number(
                    DB::table('weigh_season_groups')
                        ->where('store_id', $store->id)
                        ->where('group_id', 0)
                        ->value('ahead_4') ?? 1.0,
                ),
            );
            $run->fenced(
                static fn () => DB::table('weigh_models')->upsert(
                    [
                        [
                            'market_id' => $market->id,
                            'store_id' => $store->id,
                            'model' => json_encode($model->toArray(), JSON_THROW_ON_ERROR),
                            'assumptions' => json_encode(Model::assumptions($store), JSON_THROW_ON_ERROR),
                            'tells_money' => $model->tellsMoney(),
                            'first_day' => $window->firstDay,
                            'last_day' => $window->lastDay,
                            'scored_at' => now(),
                        ],
                    ],
                    ['market_id'],
                    ['store_id', 'model', 'assumptions', 'tells_money', 'first_day', 'last_day', 'scored_at'],
                ),
            );
        }

        return ['scores', 0];
    }

    /**
     * Days that a market's pairs stand for: those of the window that queries tell; those of its pages where no query
     * is told.
     */
    private static function daysOf(ToldWeeks $told, NumberWindow $window, int $market): float
    {
        if ($window->isPeriod) {
            return (float) $window->length();
        }
        $days =
            $told->countBoth($market, ToldBy::Pages, ToldBy::Queries, NumberWindow::WEEKS) ?:
            $told->count($market, ToldBy::Pages, NumberWindow::WEEKS);

        return (float) ($days ?: $window->length());
    }
}
