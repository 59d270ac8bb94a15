<?php

declare(strict_types=1);

namespace App\Weigh\Scoring;

use App\Store\Bulk;
use App\Store\Facts\NumberWindow;
use App\Store\Markets;
use App\Store\Models\Market;
use App\Store\Models\Store;
use App\Store\Work\LongWork;
use App\Store\Work\SliceEnd;
use App\Store\Work\WorkRun;
use Illuminate\Support\Facades\DB;
use Orchard\Core\Demand\Chance;
use Orchard\Core\Demand\ModelFit;
use Orchard\Core\Demand\PageScorer;

/**
 * Weighs all pages of a store: sums page-query pairs, tells queries apart, learns each market's model, and reckons every page's upside. The old
 * scores stand until the new ones are in.
 */
final class ScoreWork implements LongWork
{
    private const PORTION = 2000;

    /** Pages whose ranges are drawn; the others have theirs from their moments. */
    private const DRAWN = 2000;

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
        $store = $run->store();
        $window = NumberWindow::of($store);
        if ($window === null) {
            $run->fenced(static function () use ($store): void {
                foreach (['weigh_pairs', 'weigh_queries', 'weigh_models', 'weigh_scores'] as $table) {
                    DB::table($table)->where('store_id', $store->id)->delete();
                }
            });

            return SliceEnd::done();
        }
        $book = new PairBook($store, $window);
        while (true) {
            if ($run->stopAsked()) {
                return SliceEnd::stopped();
            }
            $phase = is_string($run->progress()['phase'] ?? null) ? $run->progress()['phase'] : 'pairs';
            $after = is_int($run->progress()['after'] ?? null) ? $run->progress()['after'] : 0;
            $next = match ($phase) {
                'pairs' => [($last = $run->fenced(static fn (): ?int => $book->sum($after))) === null ? 'best' : 'pairs', $last ?? 0],
                'best' => $this->best($run, $book),
                'classes' => [($last = $run->fenced(static fn (): ?int => $book->classify($after, $book->classifier()))) === null ? 'models' : 'classes', $last ?? 0],
                'models' => $this->models($run, $store, $window),
                'scores' => $this->scores($run, $store, $after),
                default => ['done', 0],
            };
            $run->beat(['phase' => $next[0], 'after' => $next[1]], force: true);
            if ($next[0] === 'done') {
                return SliceEnd::done();
            }
            if ($run->timeIsUp()) {
                return SliceEnd::more();
            }
        }
    }

    /** @return array{string, int} */
    private function best(WorkRun $run, PairBook $book): array
    {
        $run->fenced(static fn () => $book->findBest());

        return ['classes', 0];
    }

    /** @return array{string, int} */
    private function models(WorkRun $run, Store $store, NumberWindow $window): array
    {
        $days = (float) (new \DateTimeImmutable($window->firstDay))->diff(new \DateTimeImmutable($window->lastDay))->days + 1;
        foreach (Markets::of($store)->all() as $market) {
            $evidence = new PageEvidence($store->id, $market->id);
            $model = ModelFit::learn(static function () use ($evidence, $run): \Generator {
                foreach ($evidence->pages() as $page) {
                    yield $page;
                    $run->beat();
                }
            }, $days, Season::ahead($store, $window));
            $run->fenced(static fn () => DB::table('weigh_models')->upsert([['market_id' => $market->id, 'store_id' => $store->id, 'model' => json_encode($model->toArray(), JSON_THROW_ON_ERROR), 'assumptions' => json_encode(Model::assumptions($store), JSON_THROW_ON_ERROR), 'first_day' => $window->firstDay, 'last_day' => $window->lastDay, 'scored_at' => now()]], ['market_id'], ['store_id', 'model', 'assumptions', 'first_day', 'last_day', 'scored_at']));
        }

        return ['scores', 0];
    }

    /** @return array{string, int} */
    private function scores(WorkRun $run, Store $store, int $after): array
    {
        $scorers = [];
        foreach (Markets::of($store)->all() as $market) {
            $scorers[$market->id] = [$market, new PageScorer(Model::of($market->id) ?? throw new \LogicException('A market has no model.'), Model::assumptions($store))];
        }
        foreach ($scorers as [$market, $scorer]) {
            $key = 'scored_'.$market->id;
            $from = is_int($run->progress()[$key] ?? null) ? $run->progress()[$key] : 0;
            if ($from === -1) {
                continue;
            }
            $rows = [];
            foreach ((new PageEvidence($store->id, $market->id))->pages($from) as $page) {
                $rows[] = self::row($run->workId, $store->id, $market->id, $page, $scorer->score($page['pairs'], $page['kind'], $page['orders'], $page['revenue'], $page['clicks'], PartThatCounts::of($page['row'], Model::assumptions($store))), $page['row']);
                $from = $page['page'];
                if (count($rows) >= self::PORTION) {
                    self::write($run, $rows);
                    $rows = [];
                    $run->beat([$key => $from], force: true);
                    if ($run->timeIsUp()) {
                        return ['scores', 0];
                    }
                }
            }
            self::write($run, $rows);
            $run->beat([$key => -1], force: true);
        }
        $run->fenced(fn () => DB::delete('DELETE FROM weigh_scores WHERE store_id = ? AND work_id <> ?', [$store->id, $run->workId]));
        $this->draw($run, $store, array_map(static fn (array $one): PageScorer => $one[1], $scorers));

        return ['done', 0];
    }

    /**
     * Draws the ranges of the pages that stand first.
     *
     * @param  array<int, PageScorer>  $scorers  by market
     */
    private function draw(WorkRun $run, Store $store, array $scorers): void
    {
        $pages = DB::select('SELECT page_id, market_id FROM weigh_scores WHERE store_id = ? AND upside > 0 ORDER BY upside DESC, page_id LIMIT '.self::DRAWN, [$store->id]);
        foreach (array_chunk($pages, 200) as $chunk) {
            $run->fenced(static function () use ($chunk, $store, $scorers): void {
                foreach ($chunk as $row) {
                    $page = (new PageEvidence($store->id, (int) $row->market_id))->page((int) $row->page_id);
                    if ($page !== null) {
                        $upside = $scorers[(int) $row->market_id]->score($page['pairs'], $page['kind'], $page['orders'], $page['revenue'], $page['clicks'], PartThatCounts::of($page['row'], Model::assumptions($store)), new Chance((int) $row->page_id));
                        DB::update('UPDATE weigh_scores SET low = ?, high = ? WHERE page_id = ?', [$upside->low, $upside->high, $row->page_id]);
                    }
                }
            });
            $run->beat();
        }
    }

    /** @param  list<list<int|float|string>>  $rows */
    private static function write(WorkRun $run, array $rows): void
    {
        $columns = ['store_id', 'market_id', 'kind', 'work_id', 'clicks', 'impressions', 'withheld_clicks', 'position_milli', 'orders', 'revenue', 'expected_rate', 'ratio', 'click_value', 'upside', 'low', 'high', 'wording', 'lift', 'own_part', 'reason'];
        $run->fenced(static fn (): int => Bulk::write('weigh_scores', ['page_id', ...$columns], $rows, 'INSERT', 'ON DUPLICATE KEY UPDATE '.implode(', ', array_map(static fn (string $column): string => "$column = VALUES($column)", $columns))));
    }

    /**
     * @param  array{page: int, kind: int, pairs: list<\Orchard\Core\Demand\Pair>, clicks: float, orders: float, revenue: float, row: object}  $page
     * @return list<int|float|string>
     */
    private static function row(int $work, int $store, int $market, array $page, \Orchard\Core\Demand\Upside $upside, object $row): array
    {
        $withheld = 0;
        foreach ($page['pairs'] as $pair) {
            $withheld += $pair->query === 0 ? $pair->clicks : 0;
        }

        return [$page['page'], $store, $market, $page['kind'], $work, (int) $row->clicks, (int) $row->impressions, $withheld, (int) $row->position_milli, (int) $row->orders, (string) $row->revenue, $upside->expectedRate, $upside->ratio, $upside->clickValue, $upside->total(), $upside->low, $upside->high, $upside->wording, $upside->position, $upside->ownPart, Reason::of($page['pairs'], $upside, $row)];
    }
}
