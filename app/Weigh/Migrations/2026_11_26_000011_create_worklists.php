<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

return new class extends Migration
{
    public function up(): void
    {
        $utf8 = 'CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci';
        $ascii = 'CHARACTER SET ascii COLLATE ascii_bin';
        DB::statement("CREATE TABLE weigh_worklists (
            id BIGINT UNSIGNED AUTO_INCREMENT PRIMARY KEY, store_id BIGINT UNSIGNED NOT NULL, name VARCHAR(120) NOT NULL, owner_id BIGINT UNSIGNED NULL, first_day DATE NOT NULL, due_day DATE NOT NULL,
            minutes INT UNSIGNED NOT NULL, most_pages INT UNSIGNED NULL, state VARCHAR(10) $ascii NOT NULL, note VARCHAR(2000) NOT NULL, carried_from BIGINT UNSIGNED NULL, created_by BIGINT UNSIGNED NULL, created_at DATETIME NOT NULL, closed_at DATETIME NULL,
            KEY (store_id, state, due_day)
        ) $utf8");
        DB::statement("CREATE TABLE weigh_worklist_pages (
            worklist_id BIGINT UNSIGNED NOT NULL, page_id BIGINT UNSIGNED NOT NULL, store_id BIGINT UNSIGNED NOT NULL, place INT UNSIGNED NOT NULL, minutes INT UNSIGNED NOT NULL, state VARCHAR(10) $ascii NOT NULL, note VARCHAR(500) NOT NULL,
            upside DOUBLE NOT NULL, added_at DATETIME NOT NULL, done_at DATETIME NULL, done_by BIGINT UNSIGNED NULL,
            PRIMARY KEY (worklist_id, page_id), KEY by_page (store_id, page_id)
        ) $utf8");
        DB::statement(
            'CREATE TABLE weigh_density (store_id BIGINT UNSIGNED NOT NULL, market_id BIGINT UNSIGNED NOT NULL, kind TINYINT UNSIGNED NOT NULL, place TINYINT UNSIGNED NOT NULL, rate TINYINT UNSIGNED NOT NULL, pages INT UNSIGNED NOT NULL, PRIMARY KEY (store_id, market_id, kind, place, rate))',
        );
    }
};
