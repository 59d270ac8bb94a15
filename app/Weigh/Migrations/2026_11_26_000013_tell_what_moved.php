<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

return new class extends Migration
{
    public function up(): void
    {
        // What a page's score was made of, and what it was made of before it moved last.
        DB::statement('ALTER TABLE weigh_scores ADD worth DOUBLE NOT NULL DEFAULT 0, ADD wording_clicks DOUBLE NOT NULL DEFAULT 0,
            ADD was_upside DOUBLE NOT NULL DEFAULT 0, ADD was_worth DOUBLE NOT NULL DEFAULT 0, ADD was_wording_clicks DOUBLE NOT NULL DEFAULT 0, ADD was_extra_clicks DOUBLE NOT NULL DEFAULT 0, ADD moved_by DOUBLE NOT NULL DEFAULT 0, ADD KEY by_moved (store_id, moved_by, page_id)');
        DB::statement(
            'CREATE TABLE weigh_totals (store_id BIGINT UNSIGNED NOT NULL, market_id BIGINT UNSIGNED NOT NULL, kind TINYINT UNSIGNED NOT NULL, pages INT UNSIGNED NOT NULL, upside DOUBLE NOT NULL, wording DOUBLE NOT NULL, lift DOUBLE NOT NULL, extra_clicks DOUBLE NOT NULL, orders INT UNSIGNED NOT NULL, shown DOUBLE NOT NULL, PRIMARY KEY (store_id, market_id, kind))',
        );
        DB::statement('ALTER TABLE weigh_states ADD links CHAR(32) CHARACTER SET ascii NOT NULL');
        DB::statement(
            'CREATE TABLE weigh_ranges (id BIGINT UNSIGNED AUTO_INCREMENT PRIMARY KEY, store_id BIGINT UNSIGNED NOT NULL, first_day DATE NOT NULL, last_day DATE NOT NULL, state VARCHAR(10) CHARACTER SET ascii NOT NULL, mark CHAR(32) CHARACTER SET ascii NOT NULL, summed_at DATETIME NULL, UNIQUE (store_id, first_day, last_day))',
        );
        DB::statement(
            'CREATE TABLE weigh_range_rows (range_id BIGINT UNSIGNED NOT NULL, page_id BIGINT UNSIGNED NOT NULL, clicks INT UNSIGNED NOT NULL, impressions INT UNSIGNED NOT NULL, position_sum BIGINT UNSIGNED NOT NULL, orders INT UNSIGNED NOT NULL, revenue DECIMAL(14,2) NOT NULL, PRIMARY KEY (range_id, page_id), KEY by_clicks (range_id, clicks, page_id), KEY by_impressions (range_id, impressions, page_id), KEY by_revenue (range_id, revenue, page_id))',
        );
    }
};
