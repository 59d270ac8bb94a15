<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

return new class extends Migration
{
    public function up(): void
    {
        DB::unprepared('
        CREATE TABLE drifts (
            resource_id BIGINT UNSIGNED NOT NULL, field TINYINT UNSIGNED NOT NULL, store_id BIGINT UNSIGNED NOT NULL, ours TEXT NOT NULL, theirs TEXT NOT NULL, seen_at DATETIME NOT NULL,
            PRIMARY KEY (resource_id, field), KEY (store_id, resource_id, field)
        ) CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci;
        ');
    }
};
