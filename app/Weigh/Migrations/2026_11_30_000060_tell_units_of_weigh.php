<?php

declare(strict_types=1);

use App\Platform\Database\ColumnComments;
use Illuminate\Database\Migrations\Migration;

return new class extends Migration
{
    public function up(): void
    {
        ColumnComments::say([
            'App\\Stores\\Kinds\\PageKind' => [
                'weigh_density.kind',
                'weigh_losses.kind',
                'weigh_lots.kind',
                'weigh_places.kind',
                'weigh_scores.kind',
                'weigh_sums.kind',
                'weigh_totals.kind',
                'weigh_weeks.kind',
            ],
            'quarter steps of the natural logarithm of the position, 0 to 16' => ['weigh_density.place'],
            'steps of 0.4 of the natural logarithm of the click rate, 0 to 16' => ['weigh_density.rate'],
            'in the currency of the market' => [
                'weigh_evidence.margin', 'weigh_evidence.returned', 'weigh_evidence.revenue', 'weigh_groups.revenue',
                'weigh_groups.revenue_before', 'weigh_groups.revenue_year', 'weigh_range_rows.revenue',
                'weigh_scores.revenue', 'weigh_sums.revenue', 'weigh_sums.revenue_before', 'weigh_sums.revenue_year',
                'weigh_weeks.revenue',
            ],
            '1000 x position x impressions, summed' => [
                'weigh_evidence.position_sum', 'weigh_groups.position_sum', 'weigh_groups.position_sum_before',
                'weigh_groups.position_sum_year', 'weigh_pairs.position_sum', 'weigh_query_sums.position_sum',
                'weigh_query_sums.position_sum_before', 'weigh_query_sums.position_sum_year',
                'weigh_range_rows.position_sum', 'weigh_sums.position_sum', 'weigh_sums.position_sum_before',
                'weigh_sums.position_sum_year', 'weigh_weeks.position_sum',
            ],
            'sum over weeks of revenue squared by orders' => ['weigh_evidence.squares'],
            'Orchard\\Core\\Demand\\QueryClass; 8 all but the own brand, 9 all, 250 and 251 pages as a whole' => [
                'weigh_groups.class',
                'weigh_sums.class',
                'weigh_weeks.class',
            ],
            '0 unknown, 1 desktop, 2 phone, 3 tablet, 9 all' => ['weigh_groups.device', 'weigh_sums.device'],
            '1000 x position x impressions, summed over the days that both windows tell' => [
                'weigh_groups.position_sum_beside_before',
                'weigh_groups.position_sum_beside_year',
                'weigh_query_sums.position_sum_beside_before',
                'weigh_query_sums.position_sum_beside_year',
                'weigh_sums.position_sum_beside_before',
                'weigh_sums.position_sum_beside_year',
            ],
            'in the currency of the market, of the days that both windows tell' => [
                'weigh_groups.revenue_beside_before',
                'weigh_groups.revenue_beside_year',
                'weigh_sums.revenue_beside_before',
                'weigh_sums.revenue_beside_year',
            ],
            'clicks of queries that came' => ['weigh_losses.came'],
            'clicks of the change that searches account for' => ['weigh_losses.demand'],
            'clicks that are fewer; below 0 where they are more' => ['weigh_losses.lost'],
            'clicks of the change that positions account for' => ['weigh_losses.place'],
            'clicks of the change that click rates account for' => ['weigh_losses.rate'],
            'clicks of queries that went' => ['weigh_losses.went'],
            'clicks of the change that no query row explains' => ['weigh_losses.withheld'],
            'place in the list, the largest first' => ['weigh_lot_pages.place'],
            'money in 28 days; clicks where no sales are known' => [
                'weigh_lot_pages.upside',
                'weigh_scores.upside',
                'weigh_scores.was_upside',
                'weigh_totals.upside',
                'weigh_worklist_pages.upside',
            ],
            '90 in 100 of the draws of the upside' => ['weigh_lots.high', 'weigh_scores.high'],
            'money in 28 days from better positions' => ['weigh_lots.lift', 'weigh_scores.lift', 'weigh_totals.lift'],
            '10 in 100 of the draws of the upside' => ['weigh_lots.low', 'weigh_scores.low'],
            'money in 28 days from a better click rate at the same positions' => [
                'weigh_lots.wording',
                'weigh_scores.wording',
                'weigh_totals.wording',
            ],
            '0 unknown, 1 desktop, 2 phone, 3 tablet' => ['weigh_pairs.device', 'weigh_weeks.device'],
            'stretch of weeks before now: index in Orchard\\Core\\Demand\\Span::CUTS' => ['weigh_pairs.span'],
            'sum of the squares of positions, by impressions' => ['weigh_pairs.square'],
            'first page of the portion that was summed; 0 for all' => ['weigh_places.part', 'weigh_weeks.part'],
            'band of positions: App\\Weigh\\Numbers\\PlaceBands' => ['weigh_places.place'],
            'Orchard\\Core\\Demand\\QueryClass' => [
                'weigh_queries.class',
                'weigh_query_markets.class',
                'weigh_query_sums.class',
            ],
            'difficulty as its source tells it, 0 to 100' => [
                'weigh_queries.difficulty',
                'weigh_query_markets.difficulty',
            ],
            'searches a month' => ['weigh_queries.volume'],
            'pages of the store that stand for it, at most 255' => ['weigh_query_markets.rivals'],
            '1000 x deviation of positions, by impressions' => [
                'weigh_query_sums.spread_milli',
                'weigh_sums.spread_milli',
            ],
            'factor on impressions of the 13 weeks ahead' => ['weigh_scores.ahead_13', 'weigh_season_groups.ahead_13'],
            'factor on impressions of the 26 weeks ahead' => ['weigh_scores.ahead_26', 'weigh_season_groups.ahead_26'],
            'factor on impressions of the 4 weeks ahead' => ['weigh_scores.ahead_4', 'weigh_season_groups.ahead_4'],
            'revenue of a click' => ['weigh_scores.click_value'],
            '1 where its numbers contradict one another' => ['weigh_scores.contradicts'],
            '0 to 1: clicks by impressions that its positions would earn' => ['weigh_scores.expected_rate'],
            'extra clicks in 28 days' => [
                'weigh_scores.far_gain',
                'weigh_scores.near_gain',
                'weigh_scores.question_gain',
            ],
            'money in 28 days, were position 1 the target' => ['weigh_scores.lift_1'],
            'money in 28 days, were position 2 the target' => ['weigh_scores.lift_2'],
            'money in 28 days, were position 3 the target' => ['weigh_scores.lift_3'],
            'money in 28 days, were position 4 the target' => ['weigh_scores.lift_4'],
            'money in 28 days, were position 5 the target' => ['weigh_scores.lift_5'],
            'money in 28 days that is missed while it has no stock' => ['weigh_scores.missed'],
            '0 to 1: part of the wording sum that its own data show' => ['weigh_scores.own_part'],
            '1000 x average position, by impressions' => ['weigh_scores.position_milli'],
            'clicks by expected clicks, shrunk towards 1' => ['weigh_scores.ratio'],
            'impressions of three weeks at the height of the season by those of now; 1 where none comes' => [
                'weigh_scores.season_peak',
                'weigh_season_groups.peak',
            ],
            'what an extra click counts for: its revenue by the part that counts' => [
                'weigh_scores.was_worth',
                'weigh_scores.worth',
            ],
            'money in 28 days from closing all of the gap' => ['weigh_scores.whole_gap'],
            'impressions of the weeks ahead, a year ago' => [
                'weigh_seasons.ahead_13',
                'weigh_seasons.ahead_26',
                'weigh_seasons.ahead_4',
            ],
            'impressions of the weeks that the ahead columns are held against, a year ago' => ['weigh_seasons.base'],
            'pages whose numbers contradict one another' => ['weigh_totals.contradicting'],
            'money in 28 days of the wording sum that the pages\' own data show' => ['weigh_totals.shown'],
            'place in its order' => ['weigh_worklist_pages.place'],
            'worklist whose leftover pages it took over' => ['weigh_worklists.carried_from'],
        ]);
    }
};
