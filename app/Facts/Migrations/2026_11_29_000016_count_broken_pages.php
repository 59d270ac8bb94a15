<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

return new class extends Migration
{
    public function up(): void
    {
        DB::statement(
            "ALTER TABLE number_windows ADD broken INT UNSIGNED NOT NULL DEFAULT 0 COMMENT 'pages with clicks in the window that answer with an error'",
        );
        DB::statement(
            'UPDATE number_windows w SET broken = (SELECT COUNT(*) FROM page_index i WHERE i.store_id = w.store_id
                AND i.status >= 400 AND i.clicks > 0)',
        );
    }

    public function down(): void
    {
        DB::statement('ALTER TABLE number_windows DROP broken');
    }
};
