<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

return new class extends Migration
{
    /** What is to hold for single addresses: canonical, robots, redirect, slug; and what holds by our doing. */
    public function up(): void
    {
        $utf8 = 'CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci';
        DB::unprepared("
        CREATE TABLE address_changes (
            id BIGINT UNSIGNED AUTO_INCREMENT PRIMARY KEY, store_id BIGINT UNSIGNED NOT NULL, page_id BIGINT UNSIGNED NOT NULL, field TINYINT UNSIGNED NOT NULL,
            value VARCHAR(2048) NOT NULL, base_value VARCHAR(2048) NOT NULL, why VARCHAR(400) NOT NULL, origin VARCHAR(10) NOT NULL, state VARCHAR(10) NOT NULL, note VARCHAR(400) NULL, user_id BIGINT UNSIGNED NULL, updated_at DATETIME NOT NULL,
            UNIQUE (page_id, field), KEY (store_id, state, id)
        ) $utf8;
        CREATE TABLE address_states (
            page_id BIGINT UNSIGNED NOT NULL, field TINYINT UNSIGNED NOT NULL, store_id BIGINT UNSIGNED NOT NULL, value VARCHAR(2048) NOT NULL, shown VARCHAR(2048) NULL, release_id BIGINT UNSIGNED NULL, since DATETIME NOT NULL, drifted VARCHAR(2048) NULL,
            PRIMARY KEY (page_id, field), KEY (store_id, field, page_id)
        ) $utf8;
        ALTER TABLE history ADD page_id BIGINT UNSIGNED NULL, ADD KEY by_page (page_id, id);
        ");
    }
};
