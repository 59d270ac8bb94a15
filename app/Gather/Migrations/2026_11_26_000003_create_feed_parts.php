<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

return new class extends Migration
{
    public function up(): void
    {
        DB::unprepared('
        CREATE TABLE gather_feed_parts (
            store_id BIGINT UNSIGNED NOT NULL, part TINYINT UNSIGNED NOT NULL, work_id BIGINT UNSIGNED NOT NULL, pulled_to DATE NULL, whole_to DATE NULL, is_done TINYINT NOT NULL DEFAULT 0, pulled_at DATETIME NOT NULL,
            PRIMARY KEY (store_id, part)
        );
        ALTER TABLE gather_imports ADD is_feed TINYINT NOT NULL DEFAULT 0;
        ');
    }
};
