<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

return new class extends Migration
{
    /** How pages came in in the browser of this server, the newest time of each. */
    public function up(): void
    {
        DB::statement("CREATE TABLE tend_labs (
            page_id BIGINT UNSIGNED PRIMARY KEY,
            store_id BIGINT UNSIGNED NOT NULL,
            measured_at DATETIME NOT NULL,
            first_ms INT UNSIGNED NOT NULL DEFAULT 0,
            largest_ms INT UNSIGNED NOT NULL DEFAULT 0,
            shift INT UNSIGNED NOT NULL DEFAULT 0 COMMENT 'thousandths',
            blocked_ms INT UNSIGNED NOT NULL DEFAULT 0,
            requests INT UNSIGNED NOT NULL DEFAULT 0,
            bytes INT UNSIGNED NOT NULL DEFAULT 0,
            script_bytes INT UNSIGNED NOT NULL DEFAULT 0,
            image_bytes INT UNSIGNED NOT NULL DEFAULT 0,
            problem VARCHAR(255) NULL COMMENT 'why there are no numbers',
            KEY (store_id, measured_at)
        ) CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci");
    }
};
