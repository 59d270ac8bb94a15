<?php

declare(strict_types=1);

namespace App\Weigh\Weighing;

use App\Platform\Database\Bulk;
use App\Platform\Database\Rows;
use App\Platform\Work\WorkRun;
use App\Stores\Markets;
use App\Stores\Models\Store;
use App\Weigh\Numbers\Units;
use App\Weigh\Scoring\MarketScoring;
use App\Weigh\Scoring\PageEvidence;
use Illuminate\Support\Facades\DB;
use LogicException;
use Orchard\Core\Demand\Chance;

/** Reckons every page's upside by its market's model; ranges are drawn for the pages that stand first. */
final readonly class ScoreRows
{
    private const PORTION = 2000;

    /** Pages whose ranges are drawn; the others have theirs from their moments. */
    private const DRAWN = 2000;

    public function __construct(private WorkRun $run, private Store $store)
    {
    }

    /** @return array{string, int} the phase that is next, and where it begins */
    public function work(): array
    {
        [$run, $store] = [$this->run, $this->store];
        $scorings = [];
        foreach (Markets::of($store)->all() as $market) {
            $scorings[$market->id] =
                MarketScoring::of($store, $market->id) ?? throw new LogicException('A market has no model.');
        }
        foreach ($scorings as $market => $scoring) {
            $key = "scored_$market";
            $from = $run->number($key);
            if ($from === -1) {
                continue;
            }
            $rows = [];
            foreach ((new PageEvidence($store, $market))->pages($from) as [$page, $row]) {
                $rows[] = $scoring->row($run->workId, $page, $row);
                $from = $page->page;
                if (count($rows) >= self::PORTION) {
                    $this->write($rows);
                    $rows = [];
                    $run->beat([$key => $from], force: true);
                    if ($run->timeIsUp()) {
                        return ['scores', 0];
                    }
                }
            }
            $this->write($rows);
            $run->beat([$key => -1], force: true);
        }
        $run->fenced(
            static fn () => DB::delete('DELETE FROM weigh_scores WHERE store_id = ? AND work_id <> ?', [
                $store->id,
                $run->workId,
            ]),
        );
        $this->draw($scorings);

        return ['losses', 0];
    }

    /**
     * Draws the ranges of the pages that stand first.
     *
     * @param  array<int, MarketScoring>  $scorings  by market
     */
    private function draw(array $scorings): void
    {
        [$run, $store] = [$this->run, $this->store];
        // Draws are seeded by the address, so that they do not hang on the order in which pages became known. Pages of
        // unlike currencies have no common order.
        $pages = [];
        $byUnit = Units::of($store)->markets();
        foreach ($byUnit as $markets) {
            array_push(
                $pages,
                ...Rows::all(
                    'SELECT s.page_id, s.market_id, CONV(HEX(LEFT(p.digest, 4)), 16, 10) AS seed FROM weigh_scores s
                        JOIN pages p ON p.id = s.page_id WHERE s.store_id = ? AND s.market_id IN ('.
                        Bulk::list($markets).
                        ') AND s.upside > 0 ORDER BY s.upside DESC, p.digest LIMIT '.
                        intdiv(self::DRAWN, count($byUnit)),
                    [$store->id],
                ),
            );
        }
        $evidence = array_map(
            static fn (int $market): PageEvidence => new PageEvidence($store, $market),
            array_combine(array_keys($scorings), array_keys($scorings)),
        );
        foreach (array_chunk($pages, 200) as $chunk) {
            $run->fenced(static function () use ($chunk, $evidence, $scorings): void {
                foreach ($chunk as $row) {
                    $page = $evidence[$row->int('market_id')]->page($row->int('page_id'));
                    if ($page !== null) {
                        $upside = $scorings[$row->int('market_id')]->upside(
                            $page[0],
                            $page[1],
                            new Chance($row->int('seed')),
                        );
                        DB::update('UPDATE weigh_scores SET low = ?, high = ? WHERE page_id = ?', [
                            $upside->range->low,
                            $upside->range->high,
                            $row->page_id,
                        ]);
                    }
                }
            });
            $run->beat();
        }
    }

    /** @param  list<list<int|float|string|null>>  $rows */
    private function write(array $rows): void
    {
        // What a score was made of is kept where it moves, before it is written over, once a weighing: the database
        // sets one column after the other.
        $moves = 'work_id <> VALUES(work_id) AND ABS(upside - VALUES(upside)) > 0.005';
        $was = array_map(static fn (string $column): string => "was_$column = IF($moves, $column, was_$column)", [
            'worth',
            'wording_clicks',
            'extra_clicks',
            'upside',
        ]);
        array_push(
            $was,
            "moved_by = IF($moves, ABS(VALUES(upside) - upside), moved_by)",
            "moved_at = IF($moves, UTC_TIMESTAMP(), moved_at)",
        );
        $now = array_map(
            static fn (string $column): string => "$column = VALUES($column)",
            array_slice(MarketScoring::COLUMNS, 1),
        );
        $this->run->fenced(
            static fn (): int => Bulk::upsert(
                'weigh_scores',
                MarketScoring::COLUMNS,
                $rows,
                implode(', ', [...$was, ...$now]),
            ),
        );
    }
}
