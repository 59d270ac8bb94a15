<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

return new class extends Migration
{
    public function up(): void
    {
        DB::unprepared('
        CREATE TABLE write_rows (
            resource_id BIGINT UNSIGNED PRIMARY KEY, store_id BIGINT UNSIGNED NOT NULL, market_id BIGINT UNSIGNED NOT NULL, kind TINYINT UNSIGNED NOT NULL,
            name_key VARBINARY(120) NOT NULL, title_checks TINYINT UNSIGNED NOT NULL, description_checks TINYINT UNSIGNED NOT NULL, any_checks TINYINT UNSIGNED NOT NULL,
            drafted TINYINT UNSIGNED NOT NULL DEFAULT 0, state TINYINT UNSIGNED NOT NULL DEFAULT 0, title_px SMALLINT UNSIGNED NOT NULL DEFAULT 0, description_px SMALLINT UNSIGNED NOT NULL DEFAULT 0,
            KEY by_name (store_id, name_key, resource_id), KEY by_kind (store_id, kind, name_key, resource_id), KEY by_state (store_id, state, name_key, resource_id), KEY by_px (store_id, title_px, resource_id), KEY by_kind_px (store_id, kind, title_px, resource_id),
            KEY counts (store_id, kind, title_checks, description_checks, drafted, state)
        );

        CREATE TABLE write_recipes (
            id BIGINT UNSIGNED AUTO_INCREMENT PRIMARY KEY, store_id BIGINT UNSIGNED NOT NULL, name VARCHAR(80) NOT NULL, kind TINYINT UNSIGNED NOT NULL, field TINYINT UNSIGNED NOT NULL,
            parts JSON NOT NULL, user_id BIGINT UNSIGNED NULL, updated_at DATETIME NOT NULL,
            UNIQUE (store_id, name)
        ) CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci;

        CREATE TABLE write_recipe_runs (
            id BIGINT UNSIGNED AUTO_INCREMENT PRIMARY KEY, store_id BIGINT UNSIGNED NOT NULL, recipe_id BIGINT UNSIGNED NOT NULL, parts JSON NOT NULL, kind TINYINT UNSIGNED NOT NULL, field TINYINT UNSIGNED NOT NULL,
            resources JSON NULL, phase VARCHAR(10) NOT NULL, user_id BIGINT UNSIGNED NULL, created_at DATETIME NOT NULL,
            KEY (store_id, id)
        ) CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci;

        CREATE TABLE write_recipe_rows (
            run_id BIGINT UNSIGNED NOT NULL, resource_id BIGINT UNSIGNED NOT NULL, outcome VARCHAR(10) NOT NULL, text TEXT NOT NULL, dropped VARCHAR(40) NOT NULL, applied TINYINT NOT NULL DEFAULT 0,
            PRIMARY KEY (run_id, resource_id), KEY (run_id, outcome, resource_id)
        ) CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci;

        CREATE TABLE write_sheets (
            id BIGINT UNSIGNED AUTO_INCREMENT PRIMARY KEY, store_id BIGINT UNSIGNED NOT NULL, file_name VARCHAR(190) NOT NULL, user_id BIGINT UNSIGNED NULL, created_at DATETIME NOT NULL, applied_at DATETIME NULL,
            KEY (store_id, id)
        ) CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci;

        CREATE TABLE write_sheet_rows (
            sheet_id BIGINT UNSIGNED NOT NULL, place INT UNSIGNED NOT NULL, outcome VARCHAR(10) NOT NULL, url VARCHAR(2048) NOT NULL, field TINYINT UNSIGNED NULL, resource_id BIGINT UNSIGNED NULL,
            text TEXT NOT NULL, note VARCHAR(400) NOT NULL, revision BIGINT UNSIGNED NOT NULL DEFAULT 0,
            PRIMARY KEY (sheet_id, place), KEY (sheet_id, outcome, place)
        ) CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci;
        ');
    }
};
