<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

return new class extends Migration
{
    /**
     * The best placed page for a query is sought in each market; what stood there before is made anew when the store is
     * weighed next.
     */
    public function up(): void
    {
        DB::statement('CREATE TABLE weigh_query_markets (
            store_id BIGINT UNSIGNED NOT NULL, market_id BIGINT UNSIGNED NOT NULL, query_id BIGINT UNSIGNED NOT NULL, best_page BIGINT UNSIGNED NOT NULL, rivals TINYINT UNSIGNED NOT NULL, impressions INT UNSIGNED NOT NULL,
            class TINYINT UNSIGNED NOT NULL, difficulty DECIMAL(5,2) NULL,
            PRIMARY KEY (store_id, query_id, market_id), KEY by_seen (store_id, market_id, impressions, query_id, rivals, class)
        )');
        DB::statement(
            'ALTER TABLE weigh_queries DROP KEY by_seen, DROP COLUMN best_page, DROP COLUMN rivals, DROP COLUMN impressions',
        );
        DB::statement('ALTER TABLE weigh_scores ADD contradicts TINYINT NOT NULL DEFAULT 0');
        DB::statement('ALTER TABLE weigh_totals ADD contradicting INT UNSIGNED NOT NULL DEFAULT 0');
        DB::statement('ALTER TABLE weigh_worklists ADD market_id BIGINT UNSIGNED NULL');
        DB::statement('ALTER TABLE weigh_models ADD tells_money TINYINT NOT NULL DEFAULT 1');
        DB::statement('DELETE FROM weigh_states');
    }
};
