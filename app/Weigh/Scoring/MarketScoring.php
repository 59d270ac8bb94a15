<?php

declare(strict_types=1);

namespace App\Weigh\Scoring;

use App\Facts\NumberWindow;
use App\Facts\ToldBy;
use App\Platform\Database\Rows;
use App\Stores\Models\Store;
use App\Weigh\Numbers\Told;
use Orchard\Core\Demand\Assumptions;
use Orchard\Core\Demand\Chance;
use Orchard\Core\Demand\Evidence;
use Orchard\Core\Demand\PageScorer;
use Orchard\Core\Demand\StoreModel;
use Orchard\Core\Demand\Upside;
use Orchard\Core\Reasons\Reason;

/** Scores the pages of one market: its model, what is assumed, and the seasons of its collections brought together. */
final readonly class MarketScoring
{
    public const COLUMNS = [
        'page_id', 'store_id', 'market_id', 'kind', 'work_id', 'clicks', 'impressions', 'withheld_clicks',
        'position_milli', 'orders', 'revenue', 'expected_rate', 'ratio', 'click_value', 'upside', 'low', 'high',
        'wording', 'lift', 'own_part', 'reason', 'whole_gap', 'lift_1', 'lift_2', 'lift_3', 'lift_4', 'lift_5',
        'ahead_4', 'ahead_13', 'ahead_26', 'season_week', 'season_peak', 'extra_clicks', 'missed', 'missed_clicks',
        'near_queries', 'near_gain', 'far_queries', 'far_gain', 'question_queries', 'question_gain', 'worth',
        'wording_clicks', 'contradicts', 'top_clicks',
    ];

    private PageScorer $scorer;

    /**
     * @param  array<int, array{factors: array<int, float>, week: ?string, peak: float}>  $seasons  by group; 0 is the
     *     store
     */
    private function __construct(
        private int $store,
        private int $market,
        public StoreModel $model,
        public Assumptions $assumptions,
        private array $seasons,
        private float $clickDays,
    ) {
        $this->scorer = new PageScorer($model, $assumptions);
    }

    /**
     * Null where the market has no model yet.
     *
     * @param  ?int  $group  the one collection whose season is needed; null for all
     */
    public static function of(Store $store, int $market, ?int $group = null): ?self
    {
        $model = Model::of($market);
        $seasons = [0 => ['factors' => [4 => 1.0, 13 => 1.0, 26 => 1.0], 'week' => null, 'peak' => 1.0]];
        foreach (
            Rows::all(
                'SELECT * FROM weigh_season_groups WHERE store_id = ?'.
                    ($group === null ? '' : ' AND group_id IN (0, '.$group.')'),
                [$store->id],
            ) as $row
        ) {
            $seasons[$row->int('group_id')] = [
                'factors' => [
                    4 => $row->number('ahead_4'),
                    13 => $row->number('ahead_13'),
                    26 => $row->number('ahead_26'),
                ],
                'week' => $row->week,
                'peak' => $row->number('peak'),
            ];
        }

        return $model === null
            ? null
            : new self(
                $store->id,
                $market,
                $model,
                Model::assumptions($store),
                $seasons,
                self::clickDays($store, $market, $model),
            );
    }

    /** Days of the window on which pages' clicks are told. */
    private static function clickDays(Store $store, int $market, StoreModel $model): float
    {
        $window = NumberWindow::of($store);
        $days =
            $window === null || $window->isPeriod
                ? 0
                : Told::of($store, $window)->count($market, ToldBy::Pages, NumberWindow::WEEKS);

        return $days > 0 ? (float) $days : $model->days;
    }

    public function upside(Evidence $page, ScoredPage $row, ?Chance $chance = null): Upside
    {
        return $this->scorer->score(
            $page,
            PartThatCounts::of($row, $this->assumptions),
            $chance,
            $this->seasonOf($row)['factors'][4],
        );
    }

    /** @return array{factors: array<int, float>, week: ?string, peak: float} */
    public function seasonOf(ScoredPage $row): array
    {
        $group = $this->seasons[$row->groupId] ?? $this->seasons[0];

        $factors = Seasons::ofPage($row->season(), $group['factors']);
        // A page that its collection's season passes by has none.
        $follows = 0.5 * ($group['factors'][26] - 1) <= $factors[26] - 1;

        return ['factors' => $factors, 'week' => $follows ? $group['week'] : null, 'peak' => $group['peak']];
    }

    /**
     * A row of weigh_scores.
     *
     * @return list<int|float|string|null> in the order of COLUMNS
     */
    public function row(int $work, Evidence $page, ScoredPage $row): array
    {
        $upside = $this->upside($page, $row);
        $season = $this->seasonOf($row);
        $withheld = 0;
        foreach ($page->pairs as $pair) {
            $withheld += $pair->query === 0 ? $pair->clicks : 0;
        }
        $missed = PartThatCounts::isMissing($row)
            ? (($row->clicks * 28) / $this->clickDays) * $season['factors'][4]
            : 0.0;
        $wins = $upside->wins;

        return [
            $page->page,
            $this->store,
            $this->market,
            $page->kind,
            $work,
            $row->clicks,
            $row->impressions,
            $withheld,
            $row->positionMilli,
            $row->orders,
            $row->revenue,
            $upside->expectedRate,
            $upside->ratio,
            $upside->clickValue,
            $upside->total(),
            $upside->range->low,
            $upside->range->high,
            $upside->wording,
            $upside->position,
            $upside->ownPart,
            Reason::pack([MainReason::of($page->pairs, $upside, $row)]),
            $upside->fullGapClicks * $upside->clickValue * PartThatCounts::of($row, $this->assumptions),
            ...array_values($upside->lifts),
            ...array_values($season['factors']),
            $season['week'],
            $season['peak'],
            $upside->wordingClicks + $upside->positionClicks,
            $missed * $upside->clickValue,
            $missed,
            $wins->nearQueries,
            $wins->nearClicks,
            $wins->farQueries,
            $wins->farClicks,
            $wins->questions,
            $wins->questionClicks,
            $upside->clickValue * PartThatCounts::of($row, $this->assumptions),
            $upside->wordingClicks,
            PageEvidence::contradicts($page->pairs, $row) ? 1 : 0,
            $upside->topClicks,
        ];
    }
}
