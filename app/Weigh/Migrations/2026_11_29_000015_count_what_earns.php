<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

return new class extends Migration
{
    public function up(): void
    {
        DB::statement(
            "ALTER TABLE weigh_totals ADD earning INT UNSIGNED NOT NULL DEFAULT 0 COMMENT 'pages with an upside'",
        );
        DB::statement(
            'UPDATE weigh_totals t JOIN (SELECT store_id, market_id, kind, SUM(upside > 0) AS n FROM weigh_scores
                GROUP BY store_id, market_id, kind) s ON s.store_id = t.store_id AND s.market_id = t.market_id
                AND s.kind = t.kind SET t.earning = s.n',
        );
    }

    public function down(): void
    {
        DB::statement('ALTER TABLE weigh_totals DROP earning');
    }
};
