<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

return new class extends Migration
{
    public function up(): void
    {
        $utf8 = 'CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci';
        DB::unprepared("
        CREATE TABLE gather_imports (
            id BIGINT UNSIGNED AUTO_INCREMENT PRIMARY KEY, store_id BIGINT UNSIGNED NOT NULL, user_id BIGINT UNSIGNED NULL,
            file_name VARCHAR(190) NOT NULL, file_key VARCHAR(120) NOT NULL, bytes BIGINT UNSIGNED NOT NULL, arrived BIGINT UNSIGNED NOT NULL DEFAULT 0, digest BINARY(16) NULL,
            state VARCHAR(10) NOT NULL, sort VARCHAR(12) NULL, grain TINYINT UNSIGNED NOT NULL DEFAULT 0, dialect JSON NULL, columns JSON NULL, period_first DATE NULL, period_last DATE NULL,
            phase VARCHAR(10) NOT NULL DEFAULT 'read', is_back TINYINT NOT NULL DEFAULT 0, next_row BIGINT UNSIGNED NOT NULL DEFAULT 1, next_offset BIGINT UNSIGNED NOT NULL DEFAULT 0,
            rows_taken BIGINT UNSIGNED NOT NULL DEFAULT 0, rows_aside BIGINT UNSIGNED NOT NULL DEFAULT 0, weeks JSON NULL, first_day DATE NULL, last_day DATE NULL,
            remark VARCHAR(400) NULL, created_at DATETIME NOT NULL, ended_at DATETIME NULL,
            KEY (store_id, id)
        ) $utf8;
        CREATE TABLE gather_asides (
            import_id BIGINT UNSIGNED NOT NULL, line BIGINT UNSIGNED NOT NULL, column_name VARCHAR(120) NOT NULL, reason VARCHAR(255) NOT NULL, cells JSON NOT NULL,
            PRIMARY KEY (import_id, line)
        ) $utf8;
        CREATE TABLE gather_shapes (
            store_id BIGINT UNSIGNED NOT NULL, shape BINARY(16) NOT NULL, sort VARCHAR(12) NOT NULL, dialect JSON NOT NULL, columns JSON NOT NULL,
            PRIMARY KEY (store_id, shape)
        ) $utf8;
        ");
    }
};
