<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

return new class extends Migration
{
    /**
     * From a page's weeks the spread of single orders follows: sum of revenue squared over orders, and how many weeks
     * had any.
     */
    public function up(): void
    {
        DB::statement(
            'ALTER TABLE weigh_evidence ADD squares DOUBLE NOT NULL DEFAULT 0, ADD order_weeks SMALLINT UNSIGNED NOT NULL DEFAULT 0',
        );
        DB::statement('ALTER TABLE weigh_scores ADD top_clicks DOUBLE NOT NULL DEFAULT 0');
        DB::statement('DELETE FROM weigh_states');
    }
};
