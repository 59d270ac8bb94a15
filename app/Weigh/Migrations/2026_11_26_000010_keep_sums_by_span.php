<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

return new class extends Migration
{
    /** All of it is reckoned from the facts: what was there before is made anew when the store is weighed next. */
    public function up(): void
    {
        $utf8 = 'CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci';
        $triple = static fn (
            string $end,
        ): string => "clicks$end INT UNSIGNED NOT NULL DEFAULT 0, impressions$end INT UNSIGNED NOT NULL DEFAULT 0, position_sum$end BIGINT UNSIGNED NOT NULL DEFAULT 0";
        $money = static fn (
            string $end,
        ): string => "orders$end INT UNSIGNED NOT NULL DEFAULT 0, revenue$end DECIMAL(14,2) NOT NULL DEFAULT 0";
        $now = $triple('').', '.$triple('_before').', '.$triple('_year');
        $sql = "
        DROP TABLE weigh_pairs; DROP TABLE weigh_queries; DROP TABLE weigh_scores;
        CREATE TABLE weigh_pairs (
            store_id BIGINT UNSIGNED NOT NULL, page_id BIGINT UNSIGNED NOT NULL, query_id BIGINT UNSIGNED NOT NULL, device TINYINT UNSIGNED NOT NULL, span TINYINT UNSIGNED NOT NULL,
            clicks INT UNSIGNED NOT NULL, impressions INT UNSIGNED NOT NULL, position_sum BIGINT UNSIGNED NOT NULL, square DOUBLE NOT NULL,
            PRIMARY KEY (store_id, page_id, query_id, device, span), KEY by_query (store_id, query_id, page_id)
        );
        CREATE TABLE weigh_queries (
            store_id BIGINT UNSIGNED NOT NULL, query_id BIGINT UNSIGNED NOT NULL, class TINYINT UNSIGNED NOT NULL DEFAULT 0, best_page BIGINT UNSIGNED NOT NULL DEFAULT 0, difficulty DECIMAL(5,2) NULL, volume INT UNSIGNED NULL,
            rivals TINYINT UNSIGNED NOT NULL DEFAULT 0, impressions INT UNSIGNED NOT NULL DEFAULT 0,
            PRIMARY KEY (store_id, query_id), KEY by_rivals (store_id, rivals, impressions)
        );
        CREATE TABLE weigh_query_sums (
            store_id BIGINT UNSIGNED NOT NULL, weeks TINYINT UNSIGNED NOT NULL, market_id BIGINT UNSIGNED NOT NULL, query_id BIGINT UNSIGNED NOT NULL, class TINYINT UNSIGNED NOT NULL, pages SMALLINT UNSIGNED NOT NULL, spread_milli INT UNSIGNED NOT NULL, $now,
            PRIMARY KEY (store_id, weeks, market_id, query_id), KEY by_clicks (store_id, weeks, market_id, clicks, query_id, class), KEY by_impressions (store_id, weeks, market_id, impressions, query_id, class)
        );
        CREATE TABLE weigh_sums (
            store_id BIGINT UNSIGNED NOT NULL, weeks TINYINT UNSIGNED NOT NULL, device TINYINT UNSIGNED NOT NULL, class TINYINT UNSIGNED NOT NULL, page_id BIGINT UNSIGNED NOT NULL, kind TINYINT UNSIGNED NOT NULL, market_id BIGINT UNSIGNED NOT NULL,
            spread_milli INT UNSIGNED NOT NULL, $now, {$money('')}, {$money('_before')}, {$money('_year')},
            PRIMARY KEY (store_id, weeks, device, class, page_id), KEY by_clicks (store_id, weeks, device, class, clicks, page_id, kind, market_id), KEY by_impressions (store_id, weeks, device, class, impressions, page_id, kind, market_id)
        );
        CREATE TABLE weigh_groups (
            store_id BIGINT UNSIGNED NOT NULL, weeks TINYINT UNSIGNED NOT NULL, device TINYINT UNSIGNED NOT NULL, class TINYINT UNSIGNED NOT NULL, market_id BIGINT UNSIGNED NOT NULL, sort VARCHAR(10) CHARACTER SET ascii COLLATE ascii_bin NOT NULL, name VARBINARY(190) NOT NULL,
            pages INT UNSIGNED NOT NULL, $now, {$money('')}, {$money('_before')}, {$money('_year')},
            PRIMARY KEY (store_id, weeks, device, class, sort, market_id, name)
        );
        CREATE TABLE weigh_weeks (
            store_id BIGINT UNSIGNED NOT NULL, part BIGINT UNSIGNED NOT NULL, week DATE NOT NULL, market_id BIGINT UNSIGNED NOT NULL, kind TINYINT UNSIGNED NOT NULL, device TINYINT UNSIGNED NOT NULL, class TINYINT UNSIGNED NOT NULL, {$triple(
            '',
        )}, {$money('')},
            PRIMARY KEY (store_id, part, week, market_id, kind, device, class)
        );
        CREATE TABLE weigh_places (
            store_id BIGINT UNSIGNED NOT NULL, part BIGINT UNSIGNED NOT NULL, week DATE NOT NULL, market_id BIGINT UNSIGNED NOT NULL, kind TINYINT UNSIGNED NOT NULL, place TINYINT UNSIGNED NOT NULL, pairs INT UNSIGNED NOT NULL, clicks INT UNSIGNED NOT NULL, impressions INT UNSIGNED NOT NULL,
            PRIMARY KEY (store_id, part, week, market_id, kind, place)
        );
        CREATE TABLE weigh_states (store_id BIGINT UNSIGNED PRIMARY KEY, fingerprint CHAR(32) CHARACTER SET ascii NOT NULL, summed_at DATETIME NOT NULL);
        CREATE TABLE weigh_scores (
            page_id BIGINT UNSIGNED PRIMARY KEY, store_id BIGINT UNSIGNED NOT NULL, market_id BIGINT UNSIGNED NOT NULL, kind TINYINT UNSIGNED NOT NULL, work_id BIGINT UNSIGNED NOT NULL,
            clicks INT UNSIGNED NOT NULL, impressions INT UNSIGNED NOT NULL, withheld_clicks INT UNSIGNED NOT NULL, position_milli INT UNSIGNED NOT NULL, orders INT UNSIGNED NOT NULL, revenue DECIMAL(14,2) NOT NULL,
            expected_rate DOUBLE NOT NULL, ratio DOUBLE NOT NULL, click_value DOUBLE NOT NULL, upside DOUBLE NOT NULL, low DOUBLE NOT NULL, high DOUBLE NOT NULL, wording DOUBLE NOT NULL, lift DOUBLE NOT NULL, own_part DOUBLE NOT NULL, reason VARCHAR(160) NOT NULL,
            whole_gap FLOAT NOT NULL, lift_1 FLOAT NOT NULL, lift_2 FLOAT NOT NULL, lift_3 FLOAT NOT NULL, lift_4 FLOAT NOT NULL, lift_5 FLOAT NOT NULL, ahead_4 FLOAT NOT NULL, ahead_13 FLOAT NOT NULL, ahead_26 FLOAT NOT NULL, season_week DATE NULL, season_peak FLOAT NOT NULL, extra_clicks DOUBLE NOT NULL, missed DOUBLE NOT NULL, missed_clicks DOUBLE NOT NULL,
            near_queries SMALLINT UNSIGNED NOT NULL, near_gain DOUBLE NOT NULL, far_queries SMALLINT UNSIGNED NOT NULL, far_gain DOUBLE NOT NULL, question_queries SMALLINT UNSIGNED NOT NULL, question_gain DOUBLE NOT NULL,
            KEY by_upside (store_id, upside, page_id), KEY by_clicks (store_id, clicks, page_id), KEY by_impressions (store_id, impressions, page_id), KEY by_revenue (store_id, revenue, page_id), KEY by_kind (store_id, kind, upside, page_id),
            KEY by_extra (store_id, extra_clicks, page_id), KEY by_missed (store_id, missed_clicks, page_id), KEY by_near (store_id, near_gain, page_id), KEY by_far (store_id, far_gain, page_id), KEY by_question (store_id, question_gain, page_id), KEY by_season (store_id, season_week, upside)
        ) $utf8;
        CREATE TABLE weigh_seasons (
            store_id BIGINT UNSIGNED NOT NULL, page_id BIGINT UNSIGNED NOT NULL, group_id BIGINT UNSIGNED NOT NULL DEFAULT 0, base INT UNSIGNED NOT NULL, ahead_4 INT UNSIGNED NOT NULL, ahead_13 INT UNSIGNED NOT NULL, ahead_26 INT UNSIGNED NOT NULL,
            PRIMARY KEY (store_id, page_id), KEY by_group (store_id, group_id)
        );
        CREATE TABLE weigh_season_groups (
            store_id BIGINT UNSIGNED NOT NULL, group_id BIGINT UNSIGNED NOT NULL, ahead_4 FLOAT NOT NULL, ahead_13 FLOAT NOT NULL, ahead_26 FLOAT NOT NULL, week DATE NULL, peak FLOAT NOT NULL,
            PRIMARY KEY (store_id, group_id)
        );
        CREATE TABLE weigh_losses (
            store_id BIGINT UNSIGNED NOT NULL, weeks TINYINT UNSIGNED NOT NULL, against VARCHAR(6) CHARACTER SET ascii COLLATE ascii_bin NOT NULL, page_id BIGINT UNSIGNED NOT NULL, market_id BIGINT UNSIGNED NOT NULL, kind TINYINT UNSIGNED NOT NULL,
            clicks INT NOT NULL, lost INT NOT NULL, demand DOUBLE NOT NULL, place DOUBLE NOT NULL, rate DOUBLE NOT NULL, came DOUBLE NOT NULL, went DOUBLE NOT NULL, withheld DOUBLE NOT NULL,
            PRIMARY KEY (store_id, weeks, against, page_id), KEY by_lost (store_id, weeks, against, lost, page_id)
        );
        ";
        // One by one: an error in a later one would pass unnoticed.
        foreach (array_filter(array_map(trim(...), explode(';', $sql))) as $statement) {
            DB::statement($statement);
        }
    }
};
