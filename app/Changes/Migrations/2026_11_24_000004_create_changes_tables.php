<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

return new class extends Migration
{
    public function up(): void
    {
        DB::unprepared('
        CREATE TABLE drafts (
            id BIGINT UNSIGNED AUTO_INCREMENT PRIMARY KEY, store_id BIGINT UNSIGNED NOT NULL, resource_id BIGINT UNSIGNED NOT NULL, field TINYINT UNSIGNED NOT NULL,
            value TEXT NOT NULL, base_value TEXT NOT NULL, origin VARCHAR(10) NOT NULL, recipe_id BIGINT UNSIGNED NULL, state VARCHAR(10) NOT NULL, note VARCHAR(400) NULL,
            revision BIGINT UNSIGNED NOT NULL, user_id BIGINT UNSIGNED NULL, updated_at DATETIME NOT NULL,
            UNIQUE (resource_id, field), KEY (store_id, state, id)
        ) CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci;

        CREATE TABLE history (
            id BIGINT UNSIGNED AUTO_INCREMENT PRIMARY KEY, store_id BIGINT UNSIGNED NOT NULL, resource_id BIGINT UNSIGNED NOT NULL, field TINYINT UNSIGNED NOT NULL,
            event VARCHAR(12) NOT NULL, before_value TEXT NULL, after_value TEXT NULL, origin VARCHAR(10) NULL, note VARCHAR(400) NULL,
            release_id BIGINT UNSIGNED NULL, user_id BIGINT UNSIGNED NULL, created_at DATETIME(3) NOT NULL,
            KEY (resource_id, id), KEY (store_id, id)
        ) CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci;
        ');
    }
};
