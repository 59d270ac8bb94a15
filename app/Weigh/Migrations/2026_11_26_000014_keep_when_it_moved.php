<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

return new class extends Migration
{
    /** Most weighings move few pages: what moved is told for some days, not only until the next one. */
    public function up(): void
    {
        DB::statement('ALTER TABLE weigh_scores ADD moved_at DATETIME NULL');
        // Queries with two pages are looked for among the most seen: the first fifty are found after few.
        DB::statement(
            'ALTER TABLE weigh_queries DROP KEY by_rivals, ADD KEY by_seen (store_id, impressions, query_id, rivals, class)',
        );
    }
};
