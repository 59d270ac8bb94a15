<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

return new class extends Migration
{
    public function up(): void
    {
        DB::unprepared('
        CREATE TABLE release_batches (
            id BIGINT UNSIGNED AUTO_INCREMENT PRIMARY KEY, store_id BIGINT UNSIGNED NOT NULL, name VARCHAR(120) NOT NULL, undo_of BIGINT UNSIGNED NULL, user_id BIGINT UNSIGNED NULL,
            items INT UNSIGNED NOT NULL DEFAULT 0, created_at DATETIME NOT NULL, sent_at DATETIME NULL,
            KEY (store_id, id), KEY (undo_of)
        ) CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci;

        CREATE TABLE release_items (
            id BIGINT UNSIGNED AUTO_INCREMENT PRIMARY KEY, release_id BIGINT UNSIGNED NOT NULL, store_id BIGINT UNSIGNED NOT NULL, resource_id BIGINT UNSIGNED NOT NULL, external_id VARCHAR(80) NOT NULL,
            state VARCHAR(10) NOT NULL, fields JSON NOT NULL, version VARCHAR(120) NULL, unsure TINYINT NOT NULL DEFAULT 0, attempts SMALLINT UNSIGNED NOT NULL DEFAULT 0, not_before DATETIME NULL,
            reason VARCHAR(400) NULL, sent_at DATETIME NULL, undone_by BIGINT UNSIGNED NULL,
            seen VARCHAR(10) NULL, looks SMALLINT UNSIGNED NOT NULL DEFAULT 0, look_at DATETIME NULL, seen_at DATETIME NULL, shown_now JSON NULL,
            KEY next (release_id, state, id), KEY looks (release_id, seen, look_at), KEY (resource_id)
        ) CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci;
        ');
    }
};
