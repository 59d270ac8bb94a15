<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

return new class extends Migration
{
    public function up(): void
    {
        DB::statement('CREATE TABLE calendar_events (
            id BIGINT UNSIGNED AUTO_INCREMENT PRIMARY KEY, store_id BIGINT UNSIGNED NOT NULL, name VARCHAR(80) NOT NULL, is_break TINYINT NOT NULL, first_day DATE NOT NULL, days SMALLINT UNSIGNED NOT NULL,
            returns VARCHAR(10) CHARACTER SET ascii COLLATE ascii_bin NOT NULL, user_id BIGINT UNSIGNED NULL, created_at DATETIME NOT NULL, KEY (store_id, first_day)
        ) CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci');
        DB::statement('ALTER TABLE selected_pages ADD place INT UNSIGNED NOT NULL DEFAULT 0');
    }
};
