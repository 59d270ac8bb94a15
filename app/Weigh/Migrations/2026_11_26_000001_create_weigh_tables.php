<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

return new class extends Migration
{
    public function up(): void
    {
        $utf8 = 'CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci';
        DB::unprepared("
        CREATE TABLE weigh_pairs (
            store_id BIGINT UNSIGNED NOT NULL, page_id BIGINT UNSIGNED NOT NULL, query_id BIGINT UNSIGNED NOT NULL, device TINYINT UNSIGNED NOT NULL, clicks INT UNSIGNED NOT NULL, impressions INT UNSIGNED NOT NULL, position_sum BIGINT UNSIGNED NOT NULL,
            PRIMARY KEY (store_id, page_id, query_id, device)
        );
        CREATE TABLE weigh_queries (
            store_id BIGINT UNSIGNED NOT NULL, query_id BIGINT UNSIGNED NOT NULL, best_page BIGINT UNSIGNED NOT NULL, class TINYINT UNSIGNED NOT NULL DEFAULT 0, difficulty DECIMAL(5,2) NULL,
            PRIMARY KEY (store_id, query_id)
        );
        CREATE TABLE weigh_models (
            market_id BIGINT UNSIGNED PRIMARY KEY, store_id BIGINT UNSIGNED NOT NULL, model MEDIUMTEXT NOT NULL, assumptions TEXT NOT NULL, first_day DATE NOT NULL, last_day DATE NOT NULL, scored_at DATETIME NOT NULL, KEY (store_id)
        ) $utf8;
        CREATE TABLE weigh_scores (
            page_id BIGINT UNSIGNED PRIMARY KEY, store_id BIGINT UNSIGNED NOT NULL, market_id BIGINT UNSIGNED NOT NULL, kind TINYINT UNSIGNED NOT NULL, work_id BIGINT UNSIGNED NOT NULL,
            clicks INT UNSIGNED NOT NULL, impressions INT UNSIGNED NOT NULL, withheld_clicks INT UNSIGNED NOT NULL, position_milli INT UNSIGNED NOT NULL, orders INT UNSIGNED NOT NULL, revenue DECIMAL(14,2) NOT NULL,
            expected_rate DOUBLE NOT NULL, ratio DOUBLE NOT NULL, click_value DOUBLE NOT NULL, upside DOUBLE NOT NULL, low DOUBLE NOT NULL, high DOUBLE NOT NULL, wording DOUBLE NOT NULL, lift DOUBLE NOT NULL, own_part DOUBLE NOT NULL, reason VARCHAR(160) NOT NULL,
            KEY by_upside (store_id, upside, page_id), KEY by_clicks (store_id, clicks, page_id), KEY by_impressions (store_id, impressions, page_id), KEY by_revenue (store_id, revenue, page_id), KEY by_kind (store_id, kind, upside, page_id)
        ) $utf8;
        ");
    }
};
