<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

return new class extends Migration
{
    /** All of it is reckoned from the facts: what was there before is made anew when the store is weighed next. */
    public function up(): void
    {
        $triple = static fn (
            string $end,
        ): string => "ADD clicks$end INT UNSIGNED NOT NULL DEFAULT 0, ADD impressions$end INT UNSIGNED NOT NULL DEFAULT 0, ADD position_sum$end BIGINT UNSIGNED NOT NULL DEFAULT 0";
        $money = static fn (
            string $end,
        ): string => "ADD orders$end INT UNSIGNED NOT NULL DEFAULT 0, ADD revenue$end DECIMAL(14,2) NOT NULL DEFAULT 0";
        foreach (['weigh_sums' => true, 'weigh_groups' => true, 'weigh_query_sums' => false] as $table => $tellsMoney) {
            $columns = array_merge(
                ...array_map(static fn (string $end): array => [$triple($end), ...$tellsMoney ? [$money($end)] : []], [
                    '_beside_before',
                    '_beside_year',
                ]),
            );
            DB::statement("ALTER TABLE $table ".implode(', ', $columns));
        }
        DB::statement(
            'CREATE TABLE weigh_told (store_id BIGINT UNSIGNED PRIMARY KEY, told MEDIUMTEXT CHARACTER SET utf8mb4 NOT NULL)',
        );
        // What a page earned on days that both sides tell: its figures beside its queries, its clicks beside its
        // orders.
        DB::statement('CREATE TABLE weigh_evidence (
            store_id BIGINT UNSIGNED NOT NULL, page_id BIGINT UNSIGNED NOT NULL, clicks INT UNSIGNED NOT NULL, impressions INT UNSIGNED NOT NULL, position_sum BIGINT UNSIGNED NOT NULL,
            sold_clicks INT UNSIGNED NOT NULL, orders INT UNSIGNED NOT NULL, revenue DECIMAL(14,2) NOT NULL, returned DECIMAL(14,2) NOT NULL, margin DECIMAL(14,2) NOT NULL,
            PRIMARY KEY (store_id, page_id)
        )');
        DB::statement('ALTER TABLE weigh_pairs MODIFY span SMALLINT UNSIGNED NOT NULL');
        // Spans are numbered in steps of 32 now, so that each has room for its cells.
        DB::statement('UPDATE weigh_pairs SET span = 32 * span ORDER BY span DESC');
        DB::statement(
            'ALTER TABLE weigh_seasons MODIFY base DOUBLE NOT NULL, MODIFY ahead_4 DOUBLE NOT NULL, MODIFY ahead_13 DOUBLE NOT NULL, MODIFY ahead_26 DOUBLE NOT NULL',
        );
        DB::statement('ALTER TABLE weigh_losses ADD has_parts TINYINT NOT NULL DEFAULT 1');
        DB::statement('DELETE FROM weigh_states');
    }
};
