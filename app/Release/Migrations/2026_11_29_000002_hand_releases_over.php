<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

return new class extends Migration
{
    /** Releases that get into the shop as a file, or by somebody else's hand. */
    public function up(): void
    {
        $utf8 = 'CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci';
        DB::statement("
        CREATE TABLE release_files (
            id BIGINT UNSIGNED AUTO_INCREMENT PRIMARY KEY, store_id BIGINT UNSIGNED NOT NULL,
            name VARCHAR(190) NOT NULL COMMENT 'of the file, as it came', type VARCHAR(10) NOT NULL COMMENT 'items: a row a page; redirects: a row a redirect',
            file_key VARCHAR(80) NOT NULL COMMENT 'where it lies on the uploads disk', bytes BIGINT UNSIGNED NOT NULL,
            format VARCHAR(4) NOT NULL COMMENT 'csv or xlsx', separator_sign VARCHAR(1) NOT NULL, charset VARCHAR(20) NOT NULL, header_row SMALLINT UNSIGNED NOT NULL,
            columns JSON NOT NULL COMMENT 'names in the order of the file', fields JSON NOT NULL COMMENT 'our field: number of its column from 0', needs JSON NULL COMMENT 'columns that the import needs; null for all',
            row_count INT UNSIGNED NOT NULL DEFAULT 0, matched INT UNSIGNED NOT NULL DEFAULT 0 COMMENT 'rows that are pages of the store',
            user_id BIGINT UNSIGNED NULL, created_at DATETIME NOT NULL, confirmed_at DATETIME NULL, removed_at DATETIME NULL,
            KEY (store_id, removed_at, id)
        ) $utf8");
        DB::statement("
        CREATE TABLE release_file_rows (
            file_id BIGINT UNSIGNED NOT NULL, at_row INT UNSIGNED NOT NULL, resource_id BIGINT UNSIGNED NOT NULL,
            PRIMARY KEY (file_id, at_row), KEY by_resource (resource_id, file_id)
        ) $utf8");
        DB::statement("
        CREATE TABLE release_links (
            id BIGINT UNSIGNED AUTO_INCREMENT PRIMARY KEY, release_id BIGINT UNSIGNED NOT NULL, store_id BIGINT UNSIGNED NOT NULL, token_hash BINARY(32) NOT NULL,
            expires_at DATETIME NOT NULL, user_id BIGINT UNSIGNED NULL, created_at DATETIME NOT NULL,
            UNIQUE (token_hash), KEY (release_id)
        ) $utf8");
        DB::statement("
        ALTER TABLE release_items
            ADD via VARCHAR(6) NOT NULL DEFAULT 'direct' COMMENT 'direct, file or person', ADD file_id BIGINT UNSIGNED NULL,
            ADD handed_at DATETIME NULL, ADD due_at DATETIME NULL COMMENT 'not seen by then: somebody is reminded', MODIFY version VARCHAR(255) NULL, MODIFY external_id VARCHAR(2200) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL, ADD KEY by_state (store_id, state, seen)");
    }
};
